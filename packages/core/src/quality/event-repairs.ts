// Splits and dividends of bars that are here already, as repairs laid over them.

import type { Bars } from '../bars/bars.ts';
import type { Day } from '../days/day.ts';
import type { Repair } from './repairs.ts';

/** Shares after a split for each before it (1: none), and money a share as of the day (0: none). */
interface ShareEvent {
  readonly day: Day;
  readonly split: number;
  readonly dividend: number;
}

/** A split whose jump is smaller than this share of what it says, as logarithms, was adjusted for before. */
const SEEN_SPLIT = 0.5;

/** One event as the repairs it asks for, or why it cannot be laid over the bars. An event between bars is the next bar's. */
export function repairsOf(
  bars: Bars,
  { day, split, dividend }: ShareEvent,
): { readonly repairs: readonly Repair[]; readonly refused?: string } {
  const place = bars.day.findIndex((its) => its >= day);
  const before = bars.close[place - 1];
  const close = bars.close[place];
  const its = bars.day[place];
  if (before === undefined || close === undefined || its === undefined) {
    return { repairs: [], refused: 'it has no bars around this day' };
  }
  const paid: Repair[] = dividend > 0 ? [{ kind: 'dividend', day: its, close, amount: dividend }] : [];
  if (split === 1) return { repairs: paid };
  const jump = Math.log((bars.open[place] ?? close) / before) / Math.log(1 / split);
  return jump > SEEN_SPLIT
    ? { repairs: [{ kind: 'split', day: its, close, ratio: 1 / split }, ...paid] }
    : { repairs: paid, refused: `no split of ${split} is seen in its prices, as if adjusted before` };
}
