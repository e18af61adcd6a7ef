// The day's entries in the order in which they will be filled (simulation.md 3.2 to 3.4), in columns that are reused
// from day to day: most candidates of most days are refused, so they must cost nothing but their log line.

import { same } from '../numeric/compare.ts';
import { RankSort } from '../numeric/rank-sort.ts';
import type { SidePlan } from './plan.ts';

/** So many are sorted by insertion. */
const FEW = 16;

export class Entries {
  count = 0;
  /** the day they were decided on */
  day = 0;
  readonly sides: readonly SidePlan[];
  /** the rank value, NaN without one */
  readonly rank: Float64Array;
  /** the place of its side among the strategy's, and its own among the side's candidates */
  readonly #side: Uint8Array;
  readonly #candidate: Int32Array;
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
    this.rank = new Float64Array(most);
    this.#side = new Uint8Array(most);
    this.#candidate = new Int32Array(most);
    this.#sort = new RankSort(most);
    this.#before = new Int32Array(most);
  }

  /** The side of an entry. */
  sideAt(n: number): SidePlan {
    return this.sides[this.#side[n]!]!;
  }

  instrumentAt(n: number): number {
    return this.sideAt(n).candidates.instrument[this.#candidate[n]!]!;
  }

  /** The instrument's bar at the decision. */
  barAt(n: number): number {
    return this.sideAt(n).candidates.bar[this.#candidate[n]!]!;
  }

  /** The tick of its next bar, -1 without one. */
  nextAt(n: number): number {
    return this.sideAt(n).candidates.next[this.#candidate[n]!]!;
  }

  /** Where an instrument stands among them, from 1; 0 when it does not. */
  placeOf(instrument: number): number {
    let n = 0;
    while (n < this.count && this.instrumentAt(n) !== instrument) n++;
    return n < this.count ? n + 1 : 0;
  }

  /** Appends a candidate of a side; `c` is its place among the side's candidates. */
  append(s: number, c: number): void {
    const { rank } = this.sides[s]!;
    const n = this.count++;
    this.#side[n] = s;
    this.#candidate[n] = c;
    this.rank[n] = rank ? rank.values[c]! : Number.NaN;
  }

  drop(n: number): void {
    const last = --this.count;
    this.#side.copyWithin(n, n + 1, last + 1);
    this.#candidate.copyWithin(n, n + 1, last + 1);
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
    const count = this.count - from;
    if (count <= FEW) {
      this.#sortFew(from, highestFirst);
      return;
    }
    const { rank } = this;
    const candidate = this.#candidate;
    const before = this.#before;
    const sort = this.#sort;
    for (let k = 0; k < count; k++) sort.values[k] = rank[from + k]!;
    sort.sort(count, highestFirst);
    const { values, order } = sort;
    for (let k = 0; k < count; k++) before[k] = candidate[from + k]!;
    for (let k = 0; k < count; k++) {
      rank[from + k] = values[k]!;
      candidate[from + k] = before[order[k]!]!;
    }
    this.#settleTies(from);
  }

  /** Sorts by insertion, which for few needs no memory but theirs. */
  #sortFew(from: number, highestFirst: boolean): void {
    const { rank, count } = this;
    const candidate = this.#candidate;
    for (let n = from + 1; n < count; n++) {
      const value = rank[n]!;
      const place = candidate[n]!;
      let k = n;
      for (; k > from && isBefore(value, rank[k - 1]!, highestFirst); k--) {
        rank[k] = rank[k - 1]!;
        candidate[k] = candidate[k - 1]!;
      }
      rank[k] = value;
      candidate[k] = place;
    }
    this.#settleTies(from);
  }

  /** Puts neighbours whose ranks differ by rounding alone into the order of their symbols, which is that of a day's candidates. */
  #settleTies(from: number): void {
    const { rank, count } = this;
    const candidate = this.#candidate;
    for (let n = from + 1; n < count; n++) {
      for (let k = n; k > from && candidate[k - 1]! > candidate[k]! && same(rank[k - 1]!, rank[k]!); k--) {
        exchange(candidate, k);
        exchange(rank, k);
      }
    }
  }
}

function isBefore(a: number, b: number, highestFirst: boolean): boolean {
  return highestFirst ? a > b : a < b;
}

/** Lets an element change places with the one before it. */
function exchange(column: Int32Array | Float64Array, k: number): void {
  const value = column[k - 1]!;
  column[k - 1] = column[k]!;
  column[k] = value;
}
