// Two runs beside each other: how alike their returns are, and what the trades made that only one of them took.

import type { Marks, Trade } from '../simulation/records.ts';
import { deviation, mean, ratio } from './moments.ts';
import { periodReturns, periodsOf } from './periods.ts';
import { returnsOf } from './returns.ts';

interface Compared {
  readonly marks: Marks;
  /** closed trades */
  readonly trades: readonly Trade[];
}

interface OnlyHere {
  readonly trades: number;
  /** money */
  readonly profit: number;
}

export interface RunPair {
  /** correlations of returns over the days that both ran; NaN where one does not vary */
  readonly byBar: number;
  readonly byMonth: number;
  /** trades of both: the same instrument and side, entered on the same day */
  readonly shared: number;
  readonly onlyFirst: OnlyHere;
  readonly onlySecond: OnlyHere;
}

export function compareRuns(first: Compared, second: Compared): RunPair {
  const places = new Map(Array.from(second.marks.day, (day, k) => [day, k] as const));
  const both = Array.from(first.marks.day, (day, k) => [k, places.get(day) ?? -1] as const).filter(
    ([, k]) => k >= 0,
  );
  const days = Int32Array.from(both, ([k]) => first.marks.day[k]);
  const a = Float64Array.from(both, ([k]) => first.marks.equity[k]);
  const b = Float64Array.from(both, ([, k]) => second.marks.equity[k]);
  const months = periodsOf(days, 'month');
  const keyOf = ({ symbol, side, entryDay }: Trade): string => `${symbol} ${side} ${entryDay}`;
  const only = (here: readonly Trade[], there: readonly Trade[]): OnlyHere => {
    const known = new Set(there.map(keyOf));
    const alone = here.filter((trade) => !known.has(keyOf(trade)));
    return { trades: alone.length, profit: alone.reduce((sum, { profit }) => sum + profit, 0) };
  };
  const onlyFirst = only(first.trades, second.trades);
  return {
    byBar: correlation(returnsOf(a), returnsOf(b)),
    byMonth: correlation(periodReturns(months, a), periodReturns(months, b)),
    shared: first.trades.length - onlyFirst.trades,
    onlyFirst,
    onlySecond: only(second.trades, first.trades),
  };
}

/** Pearson's; NaN for fewer than two values or where one does not vary. */
export function correlation(x: Float64Array, y: Float64Array): number {
  const [mx, my] = [mean(x), mean(y)];
  let sum = 0;
  for (let i = 0; i < x.length; i++) sum += (x[i] - mx) * (y[i] - my);
  return x.length < 2 ? Number.NaN : ratio(sum / (x.length - 1), deviation(x) * deviation(y));
}
