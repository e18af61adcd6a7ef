'use client';

import { at, type Caution, cautionsOf, isoFromDay, type ShownRun, type Strategy } from '@plateau/core';
import { useLiveQuery } from 'dexie-react-hooks';
import { TriangleAlert } from 'lucide-react';
import { memo, useMemo } from 'react';
import { isDated } from '@/model/market/members.ts';
import { readMembers } from '@/store/market/universes.ts';
import { count, percent } from '@/ui/format.ts';

/** A caution as a sentence. */
export function cautionWords(caution: Caution): string {
  switch (caution.kind) {
    case 'same-close':
      return 'It fills at the same close that decides, which nobody can do.';
    case 'no-costs':
      return 'It trades without costs.';
    case 'stalled':
      return `From ${isoFromDay(caution.from)} on it could buy nothing: ${count(caution.refused, 'candidate')} cost more than there was for them. Allow fractions of shares, or begin with more capital.`;
    case 'idle-money':
      return `${count(caution.slots, 'slot')} for ${count(caution.instruments, 'instrument')}: at most ${percent(caution.invested, 0)} of the money is invested, beside a benchmark held with all of it.`;
    case 'dear':
      return `Its costs take ${percent(caution.yearly, 0)} of the account a year.`;
    case 'near-ruin':
      return `It fell by ${percent(-caution.fall, 0)}: few accounts come back from that.`;
    case 'no-rank':
      return `${count(caution.refused, 'candidate')} found no slot, and nothing ranks them: those first by symbol, A to Z, were taken.`;
    case 'undated-universe':
      return 'Its universe has no dates of membership, and leaves out what failed.';
    case 'one-trade':
      return `One trade, in ${caution.symbol}, made ${percent(caution.share, 0)} of the profit.`;
    case 'best-made-all':
      return `Without its best trade, in ${caution.symbol}, it would have made nothing.`;
    case 'crumbs':
      return `${count(caution.crumbs)} of ${count(caution.trades, 'trade')} are crumbs, of less than a tenth of the size wanted: look at the figures by money.`;
    case 'free-shorts':
      return `${count(caution.shorts)} short trades borrow shares for nothing.`;
    case 'free-leverage':
      return `It borrows money for nothing, up to ${percent(caution.exposure, 0)} of the account at work.`;
    case 'idle-start':
      return `Nothing was entered in the first ${caution.years.toFixed(1)} years; they count in every figure.`;
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
export const Cautions = memo(function Cautions({ run, strategy, universe, tries, doubtful }: CautionsProps) {
  const of = useLiveQuery(async () => {
    const members = await readMembers(universe);
    const instruments = new Set(members.map(({ symbol }) => symbol)).size;
    // One instrument alone was not chosen from among others that failed.
    return { instruments, dated: isDated(members) || instruments < 2 };
  }, [universe]);
  const cautions = useMemo(() => {
    const { marks, trades, openTrades, ambiguousBars } = run;
    const { day } = marks;
    return cautionsOf({
      strategy,
      marks,
      trades,
      openTrades,
      ambiguousBars,
      years: (at(day, day.length - 1) - at(day, 0)) / 365.25,
      // Not known for a moment at the start: no reason to cry wolf.
      dated: of?.dated ?? true,
      instruments: of?.instruments,
      run,
      tries,
      doubtful,
    });
  }, [run, strategy, of, tries, doubtful]);
  return <CautionList words={cautions.map(cautionWords)} />;
});

/** Sentences of what to doubt. */
export function CautionList({ words }: { words: readonly string[] }) {
  return (
    <ul aria-label="Cautions" className="flex min-h-[24px] shrink-0 flex-wrap gap-x-4 pb-1">
      {words.map((text) => (
        <li key={text} className="flex gap-1.5 text-soft">
          <TriangleAlert size={12} aria-hidden className="mt-1 shrink-0 text-loss" />
          {text}
        </li>
      ))}
    </ul>
  );
}
