// Runs of different days and different capital on one footing.

import { at, type BarUnit, countUntil, withMoneyTimes, withSharesTimes } from '@plateau/core';
import type { DaySpan } from '@/ui/chart/use-zoom.ts';
import type { Shown } from './shown.ts';

/** The days that all of them ran; undefined where they are the same days, or have none in common. */
export function commonDays(shown: readonly Shown[]): DaySpan | undefined {
  const firsts = shown.map(({ run }) => at(run.marks.day, 0));
  const lasts = shown.map(({ run }) => at(run.marks.day, run.marks.day.length - 1));
  const [from, to] = [Math.max(...firsts), Math.min(...lasts)];
  const isSame = new Set(firsts).size === 1 && new Set(lasts).size === 1;
  return isSame || from >= to ? undefined : { from, to };
}

/** The longest of the bars that they step by, where these differ. */
export function commonBars(units: readonly BarUnit[]): 'week' | 'month' | undefined {
  if (new Set(units).size < 2) return undefined;
  return units.includes('month') ? 'month' : 'week';
}

/** A run's part that its report is of, as a run by itself. */
export function partOf({ kept, run, report }: Shown): Shown {
  const { from, to } = report.figures;
  const first = countUntil(run.marks.day, from - 1);
  const last = countUntil(run.marks.day, to) - 1;
  const part = <C extends Int32Array | Float64Array>(column: C): C => column.subarray(first, last + 1) as C;
  const { marks } = run;
  return {
    kept,
    report,
    run: {
      ...run,
      marks: {
        day: part(marks.day),
        equity: part(marks.equity),
        cash: part(marks.cash),
        long: part(marks.long),
        short: part(marks.short),
        positions: part(marks.positions),
      },
      benchmark: part(run.benchmark),
      trades: report.trades,
      openTrades: [],
      figures: report.figures.strategy,
    },
  };
}

/** The figures and trades as if each had begun with what the first began with. */
export function withEqualCapital(shown: readonly Shown[]): Shown[] {
  const [first] = shown;
  if (!first) return [];
  const begun = ({ run }: Shown): number => at(run.marks.equity, 0);
  return shown.map((one) => {
    const times = begun(first) / begun(one);
    const { figures, trades, openTrades } = one.run;
    return {
      ...one,
      run: {
        ...one.run,
        figures: withMoneyTimes(figures, times),
        trades: withSharesTimes(trades, times),
        openTrades: withSharesTimes(openTrades, times),
      },
    };
  });
}
