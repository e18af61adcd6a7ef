// Columns that other threads compute while this one does something else.

import type { Turns } from '../parallel/turns.ts';
import type { Laid, Wanted } from './crew.ts';

export class Lent {
  readonly #turns: Turns;
  readonly #laid: Laid;
  /** by instrument: its item */
  readonly #items = new Map<number, number>();
  readonly #values = new Map<string, Float64Array>();
  readonly #truths = new Map<string, Uint8Array>();

  /** @param keyOf names what is wanted as it will be asked for */
  constructor(turns: Turns, laid: Laid, wanted: readonly Wanted[], keyOf: (wanted: Wanted) => string) {
    this.#turns = turns;
    this.#laid = laid;
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
    return item === undefined
      ? undefined
      : all?.subarray(this.#laid.starts[item], this.#laid.starts[item + 1]);
  }

  /** As {@link values}, of a condition. */
  truths(key: string, instrument: number): Uint8Array | undefined {
    const all = this.#truths.get(key);
    const item = all && this.#doneItem(instrument);
    return item === undefined
      ? undefined
      : all?.subarray(this.#laid.starts[item], this.#laid.starts[item + 1]);
  }

  /** No more of them are computed. */
  end(): void {
    this.#turns.callOff();
  }

  #doneItem(instrument: number): number | undefined {
    const item = this.#items.get(instrument);
    if (item === undefined || this.#turns.isDone(item)) return item;
    this.#turns.take(item);
    return undefined;
  }
}
