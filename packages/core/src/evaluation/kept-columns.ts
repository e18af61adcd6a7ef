// The columns an evaluator keeps, whoever computed them: itself, another thread that shares its rules, or one that computes
// them while it does something else.

import { printRule } from '../language/print.ts';
import type { Node, NumberNode } from '../language/tree.ts';
import type { Blocks } from './blocks.ts';
import type { Column, Given, Laid, Wanted } from './crew.ts';
import type { Lent } from './lent.ts';
import { plain } from './plain.ts';
import { type Slot, Slots, trimSlots } from './slots.ts';

export class KeptColumns {
  readonly numbers: Slots<Float64Array>;
  readonly truths: Slots<Uint8Array>;
  /** bars on which a comparison is true */
  readonly bars: Slots<Int32Array>;
  readonly #blocks: Blocks;
  readonly #keys = new WeakMap<Node, string>();
  readonly #given = new Map<string, Given>();
  #lent: Lent | undefined;
  #era = 0;

  constructor(instruments: number, blocks: Blocks) {
    const clock = { now: 0 };
    this.#blocks = blocks;
    this.numbers = new Slots<Float64Array>(Float64Array, instruments, clock, blocks);
    this.truths = new Slots<Uint8Array>(Uint8Array, instruments, clock, blocks);
    this.bars = new Slots<Int32Array>(Int32Array, instruments, clock, blocks);
  }

  /** Columns are as they were given while this is what it was; once it has changed they must be asked for again. */
  get era(): number {
    return this.#era;
  }

  /** The text that names a value or condition among all of an evaluator's. */
  keyOf(node: Node): string {
    let key = this.#keys.get(node);
    if (key === undefined) {
      key = printRule(node, 'day', numberOf);
      this.#keys.set(node, key);
    }
    return key;
  }

  /** A value's column of an instrument, if it is kept or has been computed elsewhere. */
  valuesIn(slot: Slot<Float64Array>, instrument: number): Float64Array | undefined {
    return slot.columns[instrument] ?? slot.keep(instrument, this.#lent?.values(slot.key, instrument));
  }

  /** As {@link valuesIn}, of a condition. */
  truthsIn(slot: Slot<Uint8Array>, instrument: number): Uint8Array | undefined {
    return slot.columns[instrument] ?? slot.keep(instrument, this.#lent?.truths(slot.key, instrument));
  }

  /** The column of an instrument if it is kept, without marking it used. */
  known({ as, node }: Column, instrument: number): Float64Array | Uint8Array | undefined {
    return this.#slotsOf(as).known(this.keyOf(node), instrument);
  }

  /** The columns of a measure across the universe as they were given, while they are kept. */
  given(node: Node): Given | undefined {
    const key = this.keyOf(node);
    return this.numbers.known(key, 0) && this.#given.get(key);
  }

  /** Takes over the columns of a measure across the universe. */
  give(given: Given): void {
    const { node, laid, columns } = given;
    if (this.given(node)) return;
    const key = this.keyOf(node);
    const slot = this.numbers.of(key);
    this.#given.set(key, given);
    slot.hold(columns.byteLength);
    laid.instruments.forEach((k, n) => {
      slot.keep(k, columns.subarray(laid.starts[n], laid.starts[n + 1]));
    });
  }

  /** Takes columns that are being computed elsewhere from there, as far as they are done when they are asked for. */
  borrow(lent: Lent | undefined): void {
    const before = this.#lent;
    this.#lent = lent;
    if (!before) return;
    const isQuiet = before.end();
    this.takeOver(before.wanted, before.laid, (n) => before.has(n), isQuiet);
  }

  /**
   * Keeps columns that others have computed, where it has none of its own.
   * @param has whether those of the n-th instrument that is laid out are there
   * @param isQuiet whether nobody writes to their memory any more: it is used again once they are forgotten
   */
  takeOver(wanted: readonly Wanted[], laid: Laid, has: (n: number) => boolean, isQuiet: boolean): void {
    for (const { as, node, columns } of wanted) {
      const slot = this.#slotsOf(as).of(this.keyOf(node));
      laid.instruments.forEach((k, n) => {
        if (!slot.columns[k] && has(n)) slot.keep(k, columns.subarray(laid.starts[n], laid.starts[n + 1]));
      });
      const block = isQuiet ? (columns.buffer as SharedArrayBuffer) : undefined;
      // Some may have been kept when they were asked for.
      const isRead = laid.instruments.some((k) => slot.columns[k]?.buffer === columns.buffer);
      if (isRead) slot.hold(columns.byteLength, block);
      else if (block) this.#blocks.giveBack(block);
    }
  }

  /** Forgets the columns unused for longest until those kept take at most `bytes`; their memory is used again. */
  trim(bytes: number): void {
    if (trimSlots([this.numbers, this.truths, this.bars] as Slots<never>[], bytes)) this.#era++;
    for (const key of this.#given.keys()) if (!this.numbers.known(key, 0)) this.#given.delete(key);
  }

  #slotsOf(as: Column['as']): Slots<Float64Array | Uint8Array> {
    return as === 'values' ? this.numbers : this.truths;
  }
}

function numberOf(node: NumberNode): string {
  return String(plain(node));
}
