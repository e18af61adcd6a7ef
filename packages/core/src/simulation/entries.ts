// The day's entries in the order in which they will be filled (simulation.md 3.2 to 3.4), in columns that are reused
// from day to day: most candidates of most days are refused, so they must cost nothing but their log line.

import type { Plan, SidePlan } from './plan.ts';

export interface Entries {
  count: number;
  /** the day they were decided on */
  day: number;
  readonly instrument: Int32Array;
  /** the instrument's bar at the decision */
  readonly bar: Int32Array;
  /** 1 long, -1 short */
  readonly sign: Int8Array;
  /** the rank value, NaN without one */
  readonly rank: Float64Array;
}

export function createEntries(plan: Plan): Entries {
  let most = 0;
  for (const side of [plan.long, plan.short]) {
    if (!side) continue;
    const { start } = side.candidates;
    let largest = 0;
    for (let t = 0; t + 1 < start.length; t++) largest = Math.max(largest, start[t + 1] - start[t]);
    most += largest;
  }
  return {
    count: 0,
    day: 0,
    instrument: new Int32Array(most),
    bar: new Int32Array(most),
    sign: new Int8Array(most),
    rank: new Float64Array(most),
  };
}

/** Appends a candidate of the side; `c` is its place among the side's candidates. */
export function append(entries: Entries, side: SidePlan, c: number): void {
  const n = entries.count++;
  const instrument = side.candidates.instrument[c];
  const bar = side.candidates.bar[c];
  entries.instrument[n] = instrument;
  entries.bar[n] = bar;
  entries.sign[n] = side.sign;
  entries.rank[n] = side.rank ? side.rank.value.at(instrument, bar) : Number.NaN;
}

export function drop(entries: Entries, n: number): void {
  const last = --entries.count;
  for (const column of [entries.instrument, entries.bar, entries.sign, entries.rank]) {
    column.copyWithin(n, n + 1, last + 1);
  }
}

/**
 * Sorts entries[from..count) by rank value, highest or lowest first, ties by symbol. They come by symbol already, so an
 * insertion keeps ties in order; its cost is small because days with many candidates are rare and partly sorted days common.
 */
export function sortByRank(entries: Entries, from: number, highestFirst: boolean): void {
  const { instrument, bar, rank, sign, count } = entries;
  const size = count - from;
  if (size > 48) {
    const order = Int32Array.from({ length: size }, (_x, k) => from + k);
    const way = highestFirst ? -1 : 1;
    order.sort((a, b) => way * (rank[a] - rank[b]) || a - b);
    const instruments = order.map((k) => instrument[k]);
    const bars = order.map((k) => bar[k]);
    const ranks = Float64Array.from(order, (k) => rank[k]);
    instrument.set(instruments, from);
    bar.set(bars, from);
    rank.set(ranks, from);
    return;
  }
  for (let n = from + 1; n < count; n++) {
    const [who, at, value, side] = [instrument[n], bar[n], rank[n], sign[n]];
    let k = n - 1;
    while (k >= from && (highestFirst ? rank[k] < value : rank[k] > value)) {
      instrument[k + 1] = instrument[k];
      bar[k + 1] = bar[k];
      rank[k + 1] = rank[k];
      sign[k + 1] = sign[k];
      k--;
    }
    instrument[k + 1] = who;
    bar[k + 1] = at;
    rank[k + 1] = value;
    sign[k + 1] = side;
  }
}
