// What an instrument is filtered by when a universe is made.

import type { Bars } from '../bars/bars.ts';

export interface InstrumentMeasures {
  /** the last close */
  readonly price: number;
  /** the median of close times volume over the last year's bars, in money */
  readonly traded: number;
  /** days from the first to the last bar, in years */
  readonly years: number;
}

const YEAR = 252;

/** NaN throughout for an instrument without bars. */
export function measureInstrument({ day, close, volume }: Bars): InstrumentMeasures {
  const last = day.length - 1;
  if (last < 0) return { price: Number.NaN, traded: Number.NaN, years: Number.NaN };
  const first = Math.max(0, last - YEAR + 1);
  const money = Float64Array.from({ length: last - first + 1 }, (_x, k) => {
    return close[first + k]! * volume[first + k]!;
  }).sort();
  const middle = money.length >> 1;
  return {
    price: close[last]!,
    traded: money.length % 2 === 1 ? money[middle]! : (money[middle - 1]! + money[middle]!) / 2,
    years: (day[last]! - day[0]!) / 365.25,
  };
}
