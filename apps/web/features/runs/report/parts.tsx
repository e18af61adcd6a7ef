'use client';

import {
  createContext,
  type ReactNode,
  startTransition,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { isHelpTopic } from '@/model/help-topics.ts';
import { HelpMark } from '@/parts/help-mark.tsx';
import { ChartOut } from '@/ui/chart/chart-out.tsx';

export type Outline = readonly (readonly [id: string, name: string])[];

/** A report's parts in their order, as its outline names them. */
export const OUTLINE: Outline = [
  ['curves', 'Curves'],
  ['figures', 'Figures'],
  ['worth', 'Cautions'],
  ['calendar', 'Calendar'],
  ['rolling', 'Rolling'],
  ['drawdowns', 'Drawdowns'],
  ['studies', 'Trade studies'],
  ['regression', 'Against the benchmark'],
  ['luck', 'Luck'],
  ['trades', 'Trades'],
  ['days', 'Days'],
  ['why', 'Why, or why not'],
  ['next', 'Next orders'],
];

/** Parts that are drawn at once; the others follow while nothing else is asked for. */
const AT_ONCE = 3;

/** The parts that are drawn. */
const Drawn = createContext<ReadonlySet<string> | undefined>(undefined);

interface DrawnPartsProps {
  readonly outline?: Outline;
  /** is told when all are drawn */
  readonly onAll: () => void;
  readonly children: ReactNode;
}

/** Draws the parts below it one after another: a long report answers before all of it is there. */
export function DrawnParts({ outline = OUTLINE, onAll, children }: DrawnPartsProps) {
  const [drawn, setDrawn] = useState(AT_ONCE);
  useEffect(() => {
    if (drawn >= outline.length) return onAll();
    const id = requestIdleCallback(() => startTransition(() => setDrawn(drawn + 1)), { timeout: 300 });
    return () => cancelIdleCallback(id);
  }, [drawn, outline, onAll]);
  const shown = useMemo(() => new Set(outline.slice(0, drawn).map(([id]) => id)), [outline, drawn]);
  return <Drawn.Provider value={shown}>{children}</Drawn.Provider>;
}

interface PartProps {
  readonly id: string;
  readonly title: string;
  /** what its charts are called as a picture; none are taken out when left out */
  readonly picture?: string;
  readonly children: ReactNode;
}

/** One part of the report; an empty place until its turn has come. */
export function Part({ id, title, picture, children }: PartProps) {
  const self = useRef<HTMLElement>(null);
  const isDrawn = useContext(Drawn)?.has(id) ?? true;
  return (
    <section ref={self} id={id} aria-labelledby={`${id}-title`} className="border-b border-hairline py-4">
      <div className="flex items-center gap-2 pb-2">
        <h3 id={`${id}-title`} className="font-serif text-lg">
          {title}
        </h3>
        {isHelpTopic(id) && <HelpMark about={id} />}
        {picture && <ChartOut name={picture} charts={self} label={`${title} as a picture`} />}
      </div>
      {isDrawn ? children : <div className="h-64" />}
    </section>
  );
}
