// Own fills held against what traded on their day.

import type { Bars } from '../bars/bars.ts';
import { countUntil } from '../days/calendar.ts';
import { at } from '../numeric/at.ts';
import type { OwnFill } from './own-account.ts';

export interface FarFill {
  readonly fill: OwnFill;
  /** what traded on that day, as it was traded */
  readonly low: number;
  readonly high: number;
}

/** What a fill may lie beyond the day's range: auctions and rounding are no slip of a finger. */
const BEYOND = 0.05;

/** Fills whose price lies far outside the range of their day; those of a day without a bar are not judged here. */
export function fillsFarOff(
  fills: readonly OwnFill[],
  barsOf: (symbol: string) => Bars | undefined,
): FarFill[] {
  return fills.flatMap((fill) => {
    const bars = barsOf(fill.symbol);
    const bar = bars ? countUntil(bars.day, fill.day) - 1 : -1;
    if (!bars || bar < 0 || at(bars.day, bar) !== fill.day) return [];
    // A broker writes prices as they were traded; bars may have been divided since.
    const factor = bars.factor ? at(bars.factor, bar) : 1;
    const [low, high] = [at(bars.low, bar), at(bars.high, bar)];
    const fits = (price: number): boolean => price >= low * (1 - BEYOND) && price <= high * (1 + BEYOND);
    return fits(fill.price) || fits(fill.price * factor)
      ? []
      : [{ fill, low: low / factor, high: high / factor }];
  });
}
