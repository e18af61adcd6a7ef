// Bars as columns (simulation.md 1.1).

import type { Day } from '../days/day.ts';

/**
 * One instrument's bars, oldest first, days strictly rising, all columns of one length.
 * Prices are split-adjusted, in the account's currency; volume in shares, adjusted likewise.
 */
export interface Bars {
  readonly day: Int32Array;
  readonly open: Float64Array;
  readonly high: Float64Array;
  readonly low: Float64Array;
  readonly close: Float64Array;
  readonly volume: Float64Array;
  /** adjusted price / price as traded; 1 throughout when left out. */
  readonly factor?: Float64Array;
}

/** Everything a run may read: bars by symbol. */
export type Market = ReadonlyMap<string, Bars>;

/** `bars` without anything after `last`; the columns are views, not copies. */
export function barsUntil(bars: Bars, last: Day): Bars {
  let n = bars.day.length;
  while (n > 0 && bars.day[n - 1] > last) n--;
  const { day, open, high, low, close, volume, factor } = bars;
  return {
    day: day.subarray(0, n),
    open: open.subarray(0, n),
    high: high.subarray(0, n),
    low: low.subarray(0, n),
    close: close.subarray(0, n),
    volume: volume.subarray(0, n),
    ...(factor ? { factor: factor.subarray(0, n) } : {}),
  };
}

/** A fault in one bar, as a sentence; undefined when the bar is sound (simulation.md 1.1). */
export function faultInBar(
  open: number,
  high: number,
  low: number,
  close: number,
  volume: number,
): string | undefined {
  if (!(open > 0 && high > 0 && low > 0 && close > 0)) return 'a price is missing, zero or negative';
  if (!(open < Infinity && high < Infinity && low < Infinity && close < Infinity))
    return 'a price is not finite';
  if (high < low) return `the high ${high} is below the low ${low}`;
  if (open > high || open < low) return `the open ${open} lies outside low ${low} to high ${high}`;
  if (close > high || close < low) return `the close ${close} lies outside low ${low} to high ${high}`;
  if (!(volume >= 0 && volume < Infinity)) return 'the volume is missing or negative';
  return undefined;
}
