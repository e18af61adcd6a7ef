// The day's entries in the order in which they will be filled (simulation.md 3.2 to 3.4), in columns that are reused
// from day to day: most candidates of most days are refused, so they must cost nothing but their log line.

import { same } from '../numeric/compare.ts';
import { RankSort } from '../numeric/rank-sort.ts';
import type { SidePlan } from './plan.ts';

export class Entries {
  count = 0;
  /** the day they were decided on */
  day = 0;
  readonly instrument: Int32Array;
  /** the instrument's bar at the decision */
  readonly bar: Int32Array;
  /** the tick of its next bar, -1 without one */
  readonly next: Int32Array;
  /** the place of its side among the strategy's */
  readonly side: Uint8Array;
  /** its sign: 1 long, -1 short */
  readonly sign: Int8Array;
  readonly sides: readonly SidePlan[];
  /** the rank value, NaN without one */
  readonly rank: Float64Array;
  readonly #sort: RankSort;
  readonly #before: Int32Array;

  /** Room for the candidates of the strategy's busiest day. */
  constructor(sides: readonly SidePlan[]) {
    this.sides = sides;
    let most = 0;
    for (const side of sides) {
      const { start } = side.candidates;
      let largest = 0;
      for (let t = 0; t + 1 < start.length; t++) largest = Math.max(largest, start[t + 1]! - start[t]!);
      most += largest;
    }
    this.instrument = new Int32Array(most);
    this.bar = new Int32Array(most);
    this.next = new Int32Array(most);
    this.side = new Uint8Array(most);
    this.sign = new Int8Array(most);
    this.rank = new Float64Array(most);
    this.#sort = new RankSort(most);
    this.#before = new Int32Array(most);
  }

  /** The side of an entry. */
  sideAt(n: number): SidePlan {
    return this.sides[this.side[n]!]!;
  }

  /** Appends a candidate of a side; `c` is its place among the side's candidates. */
  append(s: number, c: number): void {
    const { candidates, rank, sign } = this.sides[s]!;
    const n = this.count++;
    this.instrument[n] = candidates.instrument[c]!;
    this.bar[n] = candidates.bar[c]!;
    this.next[n] = candidates.next[c]!;
    this.side[n] = s;
    this.sign[n] = sign;
    this.rank[n] = rank ? rank.values[c]! : Number.NaN;
  }

  drop(n: number): void {
    const last = --this.count;
    this.instrument.copyWithin(n, n + 1, last + 1);
    this.bar.copyWithin(n, n + 1, last + 1);
    this.next.copyWithin(n, n + 1, last + 1);
    this.side.copyWithin(n, n + 1, last + 1);
    this.sign.copyWithin(n, n + 1, last + 1);
    this.rank.copyWithin(n, n + 1, last + 1);
  }

  /** A side's candidates of a tick in the order of their ranks, without those that have none. */
  fillRanked(side: SidePlan, t: number): void {
    const { start } = side.candidates;
    const s = this.sides.indexOf(side);
    this.count = 0;
    for (let c = start[t]!; c < start[t + 1]!; c++) this.append(s, c);
    if (!side.rank) return;
    this.dropUndefinedRanks(0);
    this.sortByRank(0, side.rank.highestFirst);
  }

  /** @param dropped is told of each before it goes */
  dropUndefinedRanks(from: number, dropped?: (n: number) => void): void {
    for (let n = from; n < this.count; ) {
      if (!Number.isNaN(this.rank[n])) {
        n++;
        continue;
      }
      dropped?.(n);
      this.drop(n);
    }
  }

  /** Sorts the entries from `from` on, all of one side, by rank value; ties go by symbol, which is how they came. */
  sortByRank(from: number, highestFirst: boolean): void {
    const { rank, count } = this;
    const sort = this.#sort;
    for (let k = from; k < count; k++) sort.values[k - from] = rank[k]!;
    sort.sort(count - from, highestFirst);
    for (let k = from; k < count; k++) rank[k] = sort.values[k - from]!;
    for (const column of [this.instrument, this.bar, this.next]) this.#follow(column, from);
    this.#settleTies(from);
  }

  /** Puts neighbours whose ranks differ by rounding alone into the order of their symbols. */
  #settleTies(from: number): void {
    const { instrument, rank, count } = this;
    for (let n = from + 1; n < count; n++) {
      for (let k = n; k > from && instrument[k - 1]! > instrument[k]! && same(rank[k - 1]!, rank[k]!); k--) {
        this.#exchange(k - 1, k);
      }
    }
  }

  #exchange(a: number, b: number): void {
    for (const column of [this.instrument, this.bar, this.next, this.rank]) {
      const value = column[a]!;
      column[a] = column[b]!;
      column[b] = value;
    }
  }

  /** Puts a column into the order of the last sort. */
  #follow(column: Int32Array, from: number): void {
    const before = this.#before;
    const { order } = this.#sort;
    for (let k = from; k < this.count; k++) before[k] = column[k]!;
    for (let k = from; k < this.count; k++) column[k] = before[from + order[k - from]!]!;
  }
}
