'use client';

import { ChevronRight } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { type ReactNode, useEffect, useState } from 'react';

interface FoldProps {
  readonly title: ReactNode;
  /** told at the end of its line */
  readonly words?: string;
  /** a fold that must be seen opens; it does not close again under the hand */
  readonly mustBeSeen?: boolean;
  /** the names of what is in it, by which keys find it */
  readonly of?: string;
  /** stands after its title, apart from what opens it */
  readonly mark?: ReactNode;
  /** its content is only hidden while folded: what is typed in it stays */
  readonly stays?: boolean;
  readonly className?: string;
  readonly children: ReactNode;
}

/** What stays folded away until it is asked for. */
export function Fold({
  title,
  words,
  mustBeSeen = false,
  of,
  mark,
  stays = false,
  className,
  children,
}: FoldProps) {
  const [open, setOpen] = useState(mustBeSeen);
  useEffect(() => {
    if (mustBeSeen) setOpen(true);
  }, [mustBeSeen]);
  return (
    <Collapsible.Root open={open} onOpenChange={setOpen} className={className}>
      <div className="flex items-center">
        <Collapsible.Trigger
          data-fold-of={of}
          className="group flex min-w-0 flex-1 items-center gap-1 text-left font-serif text-base"
        >
          <ChevronRight size={14} aria-hidden className="shrink-0 group-data-[state=open]:rotate-90" />
          <span className="whitespace-nowrap">{title}</span>
          {words && <span className="ml-auto min-w-0 truncate pl-3 font-sans text-soft">{words}</span>}
        </Collapsible.Trigger>
        {mark}
      </div>
      <Collapsible.Content {...(stays && { forceMount: true })} className="data-[state=closed]:hidden">
        {children}
      </Collapsible.Content>
    </Collapsible.Root>
  );
}
