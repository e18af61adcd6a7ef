// The columns of bars as one list, and what is done to all of them alike.

import type { Day } from '../days/day.ts';
import type { Bars } from './bars.ts';

/** What a bar holds beside its day; a factor may follow. */
export const BAR_VALUES = ['open', 'high', 'low', 'close', 'volume'] as const;
export type BarValue = (typeof BAR_VALUES)[number];

export type BarColumn = Int32Array | Float64Array;

/** The columns' names in their order. */
export function columnsOf(bars: Bars): readonly ('day' | BarValue | 'factor')[] {
  return bars.factor ? ['day', ...BAR_VALUES, 'factor'] : ['day', ...BAR_VALUES];
}

/** Other bars of the same columns, each changed alike. @param change must give columns of one length */
export function mapBars(bars: Bars, change: <C extends BarColumn>(column: C) => C): Bars {
  return {
    day: change(bars.day),
    open: change(bars.open),
    high: change(bars.high),
    low: change(bars.low),
    close: change(bars.close),
    volume: change(bars.volume),
    ...(bars.factor ? { factor: change(bars.factor) } : {}),
  };
}

/** `bars` without anything after `last`; the columns are views, not copies. */
export function barsUntil(bars: Bars, last: Day): Bars {
  let n = bars.day.length;
  while (n > 0 && bars.day[n - 1]! > last) n--;
  return mapBars(bars, (column) => column.subarray(0, n) as typeof column);
}

/** The bars at some places, in their order, as copies. */
export function barsAt(bars: Bars, places: ArrayLike<number>): Bars {
  const { length } = places;
  return mapBars(bars, (column) => {
    const picked = new (column.constructor as new (length: number) => typeof column)(length);
    for (let k = 0; k < length; k++) picked[k] = column[places[k]!]!;
    return picked;
  });
}

/** The bars without those at some places; the very same where there are none. */
export function barsWithout(bars: Bars, places: ReadonlySet<number>): Bars {
  if (places.size === 0) return bars;
  return barsAt(
    bars,
    Int32Array.from(bars.day.keys()).filter((i) => !places.has(i)),
  );
}

/** The bars of both, by day; on a day of both the fresh one's. Where one alone has factors, the other's are 1. */
export function mergedBars(old: Bars, fresh: Bars): Bars {
  const both = !old.factor === !fresh.factor ? [old, fresh] : [withFactor(old), withFactor(fresh)];
  const [first, second] = both as [Bars, Bars];
  const count = first.day.length;
  const places: number[] = [];
  let i = 0;
  let j = 0;
  while (i < count || j < second.day.length) {
    const a = first.day[i] ?? Number.POSITIVE_INFINITY;
    const b = second.day[j] ?? Number.POSITIVE_INFINITY;
    places.push(b <= a ? count + j : i);
    if (a <= b) i++;
    if (b <= a) j++;
  }
  return barsAt(joined(first, second), places);
}

/** One after the other. Both have factors, or neither. */
function joined(first: Bars, second: Bars): Bars {
  const count = first.day.length;
  const join = <C extends BarColumn>(a: C, b: C): C => {
    const all = new (a.constructor as new (length: number) => C)(count + b.length);
    all.set(a);
    all.set(b, count);
    return all;
  };
  return {
    day: join(first.day, second.day),
    open: join(first.open, second.open),
    high: join(first.high, second.high),
    low: join(first.low, second.low),
    close: join(first.close, second.close),
    volume: join(first.volume, second.volume),
    ...(first.factor && second.factor ? { factor: join(first.factor, second.factor) } : {}),
  };
}

function withFactor(bars: Bars): Bars & { readonly factor: Float64Array } {
  return { ...bars, factor: bars.factor ?? new Float64Array(bars.day.length).fill(1) };
}
