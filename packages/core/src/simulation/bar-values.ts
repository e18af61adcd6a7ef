// What the day loop reads of a rule at single bars: columns, asked for when the first bar of an instrument is.

import type { Operand } from '../evaluation/columns.ts';
import type { Evaluator } from '../evaluation/evaluate.ts';
import {
  compilePositionRule,
  type HeldPosition,
  type PositionRule,
  readsPosition,
} from '../evaluation/positions.ts';
import { UNDEFINED } from '../evaluation/truth.ts';
import type { Node } from '../language/tree.ts';

/** A value at an instrument's bar; NaN where undefined. */
export class BarValues {
  readonly node: Node;
  readonly #evaluator: Evaluator;
  readonly #columns: (Operand | undefined)[] = [];
  #era: number;

  constructor(evaluator: Evaluator, node: Node) {
    this.#evaluator = evaluator;
    this.#era = evaluator.era;
    this.node = node;
  }

  at(instrument: number, bar: number): number {
    if (this.#era !== this.#evaluator.era) {
      this.#columns.length = 0;
      this.#era = this.#evaluator.era;
    }
    let column = this.#columns[instrument];
    if (column === undefined) {
      column = this.#evaluator.values(this.node, instrument);
      this.#columns[instrument] = column;
    }
    return typeof column === 'number' ? column : column[bar]!;
  }
}

/** A position at its latest bar. */
interface HeldNow extends HeldPosition {
  readonly instrument: number;
  readonly bar: number;
}

/** An exit rule's truth at a position's bar. */
export class ExitRule {
  readonly node: Node;
  readonly readsPosition: boolean;
  readonly #evaluator: Evaluator;
  readonly #columns: (Uint8Array | undefined)[] = [];
  readonly #compiled: (PositionRule | undefined)[] = [];
  #era: number;

  constructor(evaluator: Evaluator, node: Node) {
    this.#evaluator = evaluator;
    this.#era = evaluator.era;
    this.node = node;
    this.readsPosition = readsPosition(node);
  }

  at(position: HeldNow): number {
    const { instrument, bar } = position;
    if (this.#era !== this.#evaluator.era) {
      this.#columns.length = 0;
      this.#compiled.length = 0;
      this.#era = this.#evaluator.era;
    }
    if (this.readsPosition) {
      this.#compiled[instrument] ??= compilePositionRule(this.node, this.#evaluator, instrument);
      return this.#compiled[instrument](bar, position);
    }
    this.#columns[instrument] ??= this.#evaluator.truths(this.node, instrument);
    return this.#columns[instrument][bar] ?? UNDEFINED;
  }
}
