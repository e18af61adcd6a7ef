// What follows a signal, a row a horizon.

import { normalBelow } from '../../numeric/normal.ts';
import { deviation, ratio } from '../../statistics/moments.ts';
import { orderStatistics } from '../../statistics/order-statistics.ts';
import type { SignalAsked } from './asked.ts';
import type { Base } from './base.ts';
import type { Events } from './events.ts';
import { overlapT } from './overlap-t.ts';
import { outcomesInto, type Scene } from './scene.ts';

export interface EdgeRow {
  readonly signal: string;
  readonly value: number | undefined;
  readonly horizon: number;
  /** events with an outcome, and the days they fell on */
  readonly n: number;
  readonly days: number;
  /** share above 0 */
  readonly wins: number;
  readonly mean: number;
  readonly median: number;
  readonly deviation: number;
  /** the values that 5 % lie below and above */
  readonly worst: number;
  readonly best: number;
  readonly base: number;
  readonly baseWins: number;
  /** mean less base */
  readonly excess: number;
  readonly t: number;
  /** two-sided, from the normal distribution */
  readonly p: number;
  /** mean of each outcome less the mean of all members on its day */
  readonly sameDay: number;
}

/** The standard error of a row's mean less base, with its overlapping outcomes taken into account; NaN where t is undefined. */
export const excessError = ({ excess, t }: Pick<EdgeRow, 'excess' | 't'>): number =>
  Math.abs(ratio(excess, t));

/** What follows any bar. */
export interface EdgeBaseRow {
  readonly horizon: number;
  readonly n: number;
  readonly wins: number;
  readonly mean: number;
}

/** Each event's outcome after `h` bars in the events' order, NaN where there is none. */
export function outcomesOf(
  events: readonly Events[],
  { cost, side }: Pick<SignalAsked, 'cost' | 'side'>,
  h: number,
): Float64Array {
  const out = new Float64Array(events.reduce((sum, { bars }) => sum + bars.length, 0));
  const sign = side === 'long' ? 1 : -1;
  const charge = cost / 10_000;
  let from = 0;
  for (const { actor, bars } of events) {
    const part = out.subarray(from, from + bars.length);
    outcomesInto(actor, bars, h, part);
    for (let k = 0; k < part.length; k++) part[k] = sign * part[k]! - charge;
    from += bars.length;
  }
  return out;
}

/** @param bases one a horizon, of the signal's side */
export function rowsOf(
  scene: Scene,
  events: readonly Events[],
  bases: readonly Base[],
  asked: SignalAsked,
): EdgeRow[] {
  return asked.horizons.map((horizon, k) =>
    rowOf(scene, events, outcomesOf(events, asked, horizon), bases[k]!, asked, horizon),
  );
}

function rowOf(
  { days }: Scene,
  events: readonly Events[],
  outcomes: Float64Array,
  base: Base,
  { name, value }: SignalAsked,
  horizon: number,
): EdgeRow {
  const { means } = base;
  const counts = new Int32Array(days.length);
  const sums = new Float64Array(days.length);
  const known = new Float64Array(outcomes.length);
  let n = 0;
  let wins = 0;
  let sum = 0;
  let over = 0;
  let k = 0;
  for (const { actor, bars } of events) {
    for (let b = 0; b < bars.length; b++, k++) {
      const r = outcomes[k]!;
      if (r !== r) continue;
      const p = actor.place[bars[b]!]!;
      known[n++] = r;
      wins += +(r > 0);
      sum += r;
      counts[p]!++;
      sums[p]! += r;
      over += r - means[p]!;
    }
  }
  const values = known.subarray(0, n);
  const mean = ratio(sum, n);
  const t = n > 0 ? overlapT(sums, counts, n, mean, base, horizon) : Number.NaN;
  let eventDays = 0;
  for (const count of counts) if (count > 0) eventDays++;
  const spread = deviation(values);
  // It puts the values in another order: last, therefore.
  const [worst, median, best] = orderStatistics(values, [0.05, 0.5, 0.95]) as [number, number, number];
  return {
    signal: name,
    value,
    horizon,
    n,
    days: eventDays,
    wins: ratio(wins, n),
    mean,
    median,
    deviation: spread,
    worst,
    best,
    base: base.mean,
    baseWins: base.wins,
    excess: mean - base.mean,
    t,
    p: 2 * normalBelow(-Math.abs(t)),
    sameDay: ratio(over, n),
  };
}
