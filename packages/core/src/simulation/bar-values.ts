// What the day loop reads of a rule at single bars: columns, asked for when the first bar of an instrument is.

import type { Operand } from '../evaluation/columns.ts';
import type { Evaluator } from '../evaluation/evaluate.ts';
import type { KeptColumns } from '../evaluation/kept-columns.ts';
import {
  compilePositionRule,
  type HeldPosition,
  type PositionRule,
  readsPosition,
} from '../evaluation/positions.ts';
import { UNDEFINED } from '../evaluation/truth.ts';
import type { Node } from '../language/tree.ts';

/** What is read of each instrument once it is asked for, and read again when columns are no longer what they were. */
class ByInstrument<T> {
  readonly #kept: KeptColumns;
  readonly #read: (instrument: number) => T;
  readonly #known: (T | undefined)[];
  #era: number;

  constructor({ kept, panel }: Evaluator, read: (instrument: number) => T) {
    this.#kept = kept;
    this.#read = read;
    this.#known = new Array(panel.bars.length).fill(undefined);
    this.#era = kept.era;
  }

  of(instrument: number): T {
    if (this.#era !== this.#kept.era) {
      this.#known.fill(undefined);
      this.#era = this.#kept.era;
    }
    let known = this.#known[instrument];
    if (known === undefined) {
      known = this.#read(instrument);
      this.#known[instrument] = known;
    }
    return known;
  }
}

/** A value at an instrument's bar; NaN where undefined. */
export class BarValues {
  readonly node: Node;
  readonly #columns: ByInstrument<Operand>;

  constructor(evaluator: Evaluator, node: Node) {
    this.node = node;
    this.#columns = new ByInstrument(evaluator, (instrument) => evaluator.values(node, instrument));
  }

  at(instrument: number, bar: number): number {
    const column = this.#columns.of(instrument);
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
  readonly #columns: ByInstrument<Uint8Array>;
  readonly #compiled: ByInstrument<PositionRule>;

  constructor(evaluator: Evaluator, node: Node) {
    this.node = node;
    this.readsPosition = readsPosition(node);
    this.#columns = new ByInstrument(evaluator, (instrument) => evaluator.truths(node, instrument));
    this.#compiled = new ByInstrument(evaluator, (instrument) =>
      compilePositionRule(node, evaluator, instrument),
    );
  }

  at(position: HeldNow): number {
    const { instrument, bar } = position;
    if (this.readsPosition) return this.#compiled.of(instrument)(bar, position);
    return this.#columns.of(instrument)[bar] ?? UNDEFINED;
  }
}
