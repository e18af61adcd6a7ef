// What each part of a blend does by itself (docs/blends.md, Apart): its curve, and how much of it is at work.

import type { Bars } from '../bars/bars.ts';
import { barsUntil } from '../bars/columns.ts';
import { countUntil } from '../days/calendar.ts';
import type { Run } from '../run.ts';

/** A part by itself on its own days; all columns have one entry a day. */
export interface PartCurve {
  readonly day: Int32Array;
  /** in any unit: only its changes count */
  readonly value: Float64Array;
  /** long and short positions as fractions of the part's own equity */
  readonly long: Float64Array;
  readonly short: Float64Array;
  readonly positions: Int32Array;
}

/** A strategy's own run. */
export function curveOfRun({ marks }: Pick<Run, 'marks'>): PartCurve {
  const { day, equity, positions } = marks;
  const ofEquity = (x: Float64Array): Float64Array => x.map((value, t) => value / equity[t]!);
  return { day, value: equity, long: ofEquity(marks.long), short: ofEquity(marks.short), positions };
}

/** An instrument bought at the close of its first bar within [from, to] and held to its last. */
export function curveHeld(bars: Bars, from: number, to: number): PartCurve {
  const within = barsUntil(bars, to);
  const first = countUntil(within.day, from - 1);
  const day = within.day.subarray(first);
  return {
    day,
    value: within.close.subarray(first),
    long: new Float64Array(day.length).fill(1),
    short: new Float64Array(day.length),
    positions: new Int32Array(day.length).fill(1),
  };
}

/** Cash at a rate: each step earns the rate at the mark before, for its calendar days. @param rates percent a year */
export function curveOfCash(days: Int32Array, rates: Float64Array): PartCurve {
  const value = new Float64Array(days.length);
  for (let t = 0; t < days.length; t++) {
    const earned = t === 0 ? 0 : ((rates[t - 1]! / 100) * (days[t]! - days[t - 1]!)) / 365;
    value[t] = t === 0 ? 1 : value[t - 1]! * (1 + earned);
  }
  const none = new Float64Array(days.length);
  return { day: days, value, long: none, short: none, positions: new Int32Array(days.length) };
}

/**
 * The part on a blend's days: a day without a mark of its own keeps the last, days before its first stand at that.
 * @param ends whether what it held is gone after its last day, as with an instrument whose bars end
 */
export function onDays(curve: PartCurve, days: Int32Array, ends: boolean): PartCurve {
  const size = days.length;
  const value = new Float64Array(size);
  const long = new Float64Array(size);
  const short = new Float64Array(size);
  const positions = new Int32Array(size);
  const last = curve.day.length - 1;
  let k = -1;
  for (let t = 0; t < size; t++) {
    while (k < last && curve.day[k + 1]! <= days[t]!) k++;
    value[t] = curve.value[Math.max(k, 0)]!;
    // Nothing is held before the first mark.
    if (k < 0 || (ends && days[t]! > curve.day[last]!)) continue;
    long[t] = curve.long[k]!;
    short[t] = curve.short[k]!;
    positions[t] = curve.positions[k]!;
  }
  return { day: days, value, long, short, positions };
}
