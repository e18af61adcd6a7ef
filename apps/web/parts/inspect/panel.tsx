'use client';

import { ArrowLeft } from 'lucide-react';
import { type ReactNode, useCallback, useRef } from 'react';
import { Button } from '@/ui/button';
import { usePanelFocus } from '@/ui/use-focus-return.ts';
import { useKeysWithin } from '@/ui/use-keys.ts';

interface PanelProps {
  readonly title: ReactNode;
  /** names the panel */
  readonly label: string;
  /** buttons of its own, beside the way back */
  readonly tools: ReactNode;
  /** what the way back leads to */
  readonly back: string;
  readonly onBack: () => void;
  /** keys of its own; Escape leads back */
  readonly keys: Readonly<Record<string, () => void>>;
  readonly children: ReactNode;
}

/** What is opened from a result: it lies over it, and the result stands where it was when one comes back. */
export function Panel({ title, label, tools, back, onBack, keys, children }: PanelProps) {
  const self = useRef<HTMLElement>(null);
  usePanelFocus(self);
  const heard = useKeysWithin<HTMLElement>({ ...keys, Escape: onBack });
  const both = useCallback(
    (part: HTMLElement | null) => {
      self.current = part;
      return heard(part);
    },
    [heard],
  );
  return (
    <section
      ref={both}
      data-panel
      aria-label={label}
      tabIndex={-1}
      className="absolute inset-0 z-20 flex flex-col bg-paper outline-none"
    >
      <header className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-hairline px-4 py-1">
        <Button onClick={onBack}>
          <ArrowLeft size={14} aria-hidden /> {back}
        </Button>
        <h2 className="font-serif text-xl">{title}</h2>
        {tools}
      </header>
      {children}
    </section>
  );
}
