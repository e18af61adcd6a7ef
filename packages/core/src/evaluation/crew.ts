// What the threads of one run share of its rules: rounds of work on many instruments, each of them the same work whoever
// does it, written where all can read it.

import type { Day } from '../days/day.ts';
import type { Node } from '../language/tree.ts';
import type { Turns } from '../parallel/turns.ts';

/** Columns of some instruments one behind the other: that of `instruments[n]` from starts[n] to starts[n + 1]. */
export interface Laid {
  readonly instruments: Int32Array;
  readonly starts: Int32Array;
}

/** A value or a condition whose columns are wanted. */
export type Wanted =
  | { readonly as: 'values'; readonly node: Node; readonly columns: Float64Array }
  | { readonly as: 'truths'; readonly node: Node; readonly columns: Uint8Array };

/** A value or a condition to be read. */
export type Column = Pick<Wanted, 'as' | 'node'>;

/** One item an instrument, but for `across`. */
export type Round =
  /** members' bars within [from, to] on which a rule is true: counts[k] of them, their bits from words[starts[k]] on */
  | {
      readonly kind: 'entries';
      readonly rule: Node;
      readonly from: Day;
      readonly to: Day;
      readonly starts: Int32Array;
      readonly words: Int32Array;
      readonly counts: Int32Array;
      /** columns of all instruments, written of those that have such bars */
      readonly laid: Laid;
      readonly wanted: readonly Wanted[];
      /** a value at such bars alone, those of each instrument from where its columns begin */
      readonly at: { readonly value: Node; readonly values: Float64Array } | undefined;
    }
  /** a value at some bars of each: bars[starts[k]] to bars[starts[k + 1]] */
  | {
      readonly kind: 'values';
      readonly value: Node;
      readonly starts: Int32Array;
      readonly bars: Int32Array;
      readonly values: Float64Array;
    }
  | { readonly kind: 'columns'; readonly laid: Laid; readonly wanted: readonly Wanted[] }
  /** members compared on each day from days[n] to before days[n + 1], in place */
  | {
      readonly kind: 'across';
      readonly how: 'rank' | 'percentile';
      readonly laid: Laid;
      readonly columns: Float64Array;
      readonly days: Int32Array;
    };

/** The other threads of a run's leader. */
export interface Crew {
  /** the leader among them */
  readonly members: number;
  /** Lets the others begin; the leader is to take its own turns. */
  begin(round: Round, items: number, given: readonly Given[]): Turns;
}

/** Columns of a measure across the universe that were computed before, which no thread can compute of a part. */
export interface Given {
  readonly node: Node;
  readonly laid: Laid;
  readonly columns: Float64Array;
}
