// Two runs beside each other: how alike their returns are, and what the trades made that only one of them took.

import { periodsOf } from '../days/periods.ts';
import type { Marks, Trade } from '../simulation/records.ts';
import { entrySession } from '../simulation/session.ts';
import { deviation, mean, ratio } from './moments.ts';
import { periodReturns } from './periods.ts';
import { returnsOf } from './returns.ts';

interface Compared {
  readonly marks: Marks;
  /** closed trades */
  readonly trades: readonly Trade[];
}

interface OnlyHere {
  readonly trades: readonly Trade[];
  /** money */
  readonly profit: number;
}

/** A trade of both. */
interface SharedTrade {
  readonly first: Trade;
  readonly second: Trade;
  /** what the first made more, in money */
  readonly more: number;
}

export interface RunPair {
  /** correlations of returns over the days that both ran; NaN where one does not vary */
  readonly byBar: number;
  readonly byMonth: number;
  /** trades of both: the same instrument and side, entered on the same day */
  readonly shared: readonly SharedTrade[];
  readonly onlyFirst: OnlyHere;
  readonly onlySecond: OnlyHere;
}

export function compareRuns(first: Compared, second: Compared): RunPair {
  const places = new Map(Array.from(second.marks.day, (day, k) => [day, k] as const));
  const both = Array.from(first.marks.day, (day, k) => [k, places.get(day) ?? -1] as const).filter(
    ([, k]) => k >= 0,
  );
  const days = Int32Array.from(both, ([k]) => first.marks.day[k]!);
  const a = Float64Array.from(both, ([k]) => first.marks.equity[k]!);
  const b = Float64Array.from(both, ([, k]) => second.marks.equity[k]!);
  const months = periodsOf(days, 'month');
  const keyOf = (trade: Trade): string => `${trade.symbol} ${trade.side} ${entrySession(trade).day}`;
  const byKey = (trades: readonly Trade[]) => new Map(trades.map((trade) => [keyOf(trade), trade]));
  const [ours, theirs] = [byKey(first.trades), byKey(second.trades)];
  const only = (here: readonly Trade[], there: ReadonlyMap<string, Trade>): OnlyHere => {
    const trades = here.filter((trade) => !there.has(keyOf(trade)));
    return { trades, profit: trades.reduce((sum, { profit }) => sum + profit, 0) };
  };
  return {
    byBar: correlation(returnsOf(a), returnsOf(b)),
    byMonth: correlation(periodReturns(months, a), periodReturns(months, b)),
    shared: first.trades.flatMap((trade) => {
      const other = theirs.get(keyOf(trade));
      return other ? [{ first: trade, second: other, more: trade.profit - other.profit }] : [];
    }),
    onlyFirst: only(first.trades, theirs),
    onlySecond: only(second.trades, ours),
  };
}

/** Pearson's; NaN for fewer than two values or where one does not vary. */
export function correlation(x: Float64Array, y: Float64Array): number {
  const [mx, my] = [mean(x), mean(y)];
  let sum = 0;
  for (let i = 0; i < x.length; i++) sum += (x[i]! - mx) * (y[i]! - my);
  return x.length < 2 ? Number.NaN : ratio(sum / (x.length - 1), deviation(x) * deviation(y));
}
