// The day's entries in the order in which they will be filled (simulation.md 3.2 to 3.4), in columns that are reused
// from day to day: most candidates of most days are refused, so they must cost nothing but their log line.

import { mostOnADay } from './candidates.ts';
import type { SidePlan } from './plan.ts';

export class Entries {
  count = 0;
  /** the day they were decided on */
  day = 0;
  readonly sides: readonly SidePlan[];
  /** the place of its side among the strategy's, and its own among the side's candidates */
  readonly #side: Uint8Array;
  readonly #candidate: Int32Array;

  /** Room for the candidates of the strategy's busiest day. */
  constructor(sides: readonly SidePlan[]) {
    this.sides = sides;
    let most = 0;
    for (const { candidates } of sides) most += mostOnADay(candidates);
    this.#side = new Uint8Array(most);
    this.#candidate = new Int32Array(most);
  }

  /** The side of an entry. */
  sideAt(n: number): SidePlan {
    return this.sides[this.#side[n]!]!;
  }

  /** Its place among the side's candidates. */
  candidateAt(n: number): number {
    return this.#candidate[n]!;
  }

  instrumentAt(n: number): number {
    return this.sideAt(n).candidates.instrument[this.#candidate[n]!]!;
  }

  /** Appends a candidate of a side; `c` is its place among the side's candidates. */
  append(s: number, c: number): void {
    const n = this.count++;
    this.#side[n] = s;
    this.#candidate[n] = c;
  }
}
