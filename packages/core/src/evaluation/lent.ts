// Columns that other threads compute while this one does something else.

import type { Turns } from '../parallel/turns.ts';
import type { Laid, Wanted } from './crew.ts';

export class Lent {
  readonly laid: Laid;
  readonly wanted: readonly Wanted[];
  readonly #turns: Turns;
  /** by instrument: its item */
  readonly #items = new Map<number, number>();
  readonly #values = new Map<string, Float64Array>();
  readonly #truths = new Map<string, Uint8Array>();

  /** @param keyOf names what is wanted as it will be asked for */
  constructor(turns: Turns, laid: Laid, wanted: readonly Wanted[], keyOf: (wanted: Wanted) => string) {
    this.laid = laid;
    this.wanted = wanted;
    this.#turns = turns;
    laid.instruments.forEach((k, item) => {
      this.#items.set(k, item);
    });
    for (const one of wanted) {
      if (one.as === 'values') this.#values.set(keyOf(one), one.columns);
      else this.#truths.set(keyOf(one), one.columns);
    }
  }

  /** A value's column, if it is done; if it is not begun, nobody will begin it. */
  values(key: string, instrument: number): Float64Array | undefined {
    const all = this.#values.get(key);
    const item = all && this.#doneItem(instrument);
    return item === undefined ? undefined : all?.subarray(this.laid.starts[item], this.laid.starts[item + 1]);
  }

  /** As {@link values}, of a condition. */
  truths(key: string, instrument: number): Uint8Array | undefined {
    const all = this.#truths.get(key);
    const item = all && this.#doneItem(instrument);
    return item === undefined ? undefined : all?.subarray(this.laid.starts[item], this.laid.starts[item + 1]);
  }

  /** Whether the columns of the n-th instrument that is laid out are done. */
  has(n: number): boolean {
    return this.#turns.isDone(n);
  }

  /** No more of them are computed. @returns whether nobody is at one of them */
  end(): boolean {
    return this.#turns.close();
  }

  #doneItem(instrument: number): number | undefined {
    const item = this.#items.get(instrument);
    if (item === undefined || this.#turns.isDone(item)) return item;
    this.#turns.keepBack(item);
    return undefined;
  }
}
