'use client';

import { type Caution, cautionsOf, type Strategy } from '@plateau/core';
import { useLiveQuery } from 'dexie-react-hooks';
import { TriangleAlert } from 'lucide-react';
import { isDated } from '@/features/market/universes/members.ts';
import { readOne } from '@/store/read.ts';
import { percent } from '@/ui/format.ts';
import type { ShownRun } from '@/workers/engine.worker.ts';

function words(caution: Caution): string {
  switch (caution.kind) {
    case 'same-close':
      return 'It fills at the close that decides, which nobody can.';
    case 'no-costs':
      return 'It trades without costs.';
    case 'undated-universe':
      return 'Its universe has no dates of membership, and leaves out what failed.';
    case 'one-trade':
      return `One trade, in ${caution.symbol}, made ${percent(caution.share, 0)} of the profit.`;
    case 'few-trades':
      return `${caution.trades} closed trades are few: chance may have made this.`;
    case 'short-history':
      return `${caution.years.toFixed(1)} years are short: they may hold one kind of weather.`;
    case 'either-way':
      return `${caution.bars} bars reached stop and target both, and count as stopped.`;
    case 'doubtful-bars':
      return `Bars of ${caution.instruments} of the ${caution.traded} instruments it traded look wrong; they are named below the figures.`;
    case 'tries':
      return `It is the best of ${caution.tries} tries at least: some of it is luck.`;
  }
}

interface CautionsProps {
  readonly run: ShownRun;
  /** what was run */
  readonly strategy: Strategy;
  readonly universe: string;
  readonly tries: number;
  readonly doubtful: ReadonlySet<string>;
}

/** What to doubt about a result, in plain words beside its figures. */
export function Cautions({ run, strategy, universe, tries, doubtful }: CautionsProps) {
  const dated = useLiveQuery(
    async () => isDated((await readOne('universes', universe))?.members ?? []),
    [universe],
  );
  const { day } = run.marks;
  const cautions = cautionsOf({
    strategy,
    trades: run.trades,
    eitherWayBars: run.eitherWayBars,
    years: ((day[day.length - 1] ?? 0) - (day[0] ?? 0)) / 365.25,
    // Not known for a moment at the start: no reason to cry wolf.
    dated: dated ?? true,
    tries,
    doubtful,
  });
  return (
    <ul aria-label="Cautions" className="flex min-h-[24px] shrink-0 flex-wrap gap-x-4 pb-1">
      {cautions.map((caution) => (
        <li key={caution.kind} className="flex gap-1.5 text-soft">
          <TriangleAlert size={12} aria-hidden className="mt-1 shrink-0 text-loss" />
          {words(caution)}
        </li>
      ))}
    </ul>
  );
}
