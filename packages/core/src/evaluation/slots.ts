// The columns an evaluator keeps: one slot an expression, one column an instrument in it.

import type { Blocks } from './blocks.ts';

type Column = Float64Array | Uint8Array | Int32Array;

export class Slot<C extends Column> {
  /** the text of its expression */
  readonly key: string;
  /** one an instrument; long enough from the beginning, for a list with large gaps is looked up as a dictionary */
  readonly columns: (C | undefined)[];
  bytes = 0;
  lastUsed = 0;

  readonly #kind: new (
    buffer: ArrayBuffer,
    offset: number,
    length: number,
  ) => C;
  readonly #blocks: Blocks;
  readonly #held: (ArrayBuffer | SharedArrayBuffer)[] = [];
  #block = new ArrayBuffer(0);
  #used = 0;

  constructor(
    key: string,
    instruments: number,
    kind: new (buffer: ArrayBuffer, offset: number, length: number) => C,
    blocks: Blocks,
  ) {
    this.key = key;
    this.columns = new Array(instruments).fill(undefined);
    this.#kind = kind;
    this.#blocks = blocks;
  }

  /** A column for the caller to fill to its last element, kept for the instrument; it holds whatever stood there before. */
  add(instrument: number, length: number): C {
    const bytes = length * this.#kind.prototype.BYTES_PER_ELEMENT;
    if (this.#used + bytes > this.#block.byteLength) {
      // The first block holds one column, for many measures are read of one instrument only; later ones grow.
      const grown = Math.min(this.#blocks.largest, 4 * this.#block.byteLength);
      this.#block = this.#blocks.take(Math.max(bytes, grown));
      this.#held.push(this.#block);
      this.#used = 0;
    }
    const column = new this.#kind(this.#block, this.#used, length);
    this.#used += Math.ceil(bytes / 8) * 8;
    this.bytes += bytes;
    this.columns[instrument] = column;
    return column;
  }

  /** Gives its memory back; no column of it may be read any more. */
  letGo(): void {
    for (const block of this.#held) this.#blocks.giveBack(block);
  }

  /** Keeps a column that stands in memory of others, if there is one. */
  keep(instrument: number, column: C | undefined): C | undefined {
    if (column) this.columns[instrument] = column;
    return column;
  }

  /**
   * Counts memory of others in which columns stand that it keeps.
   * @param block given back with its own, where nobody writes to it any more
   */
  hold(bytes: number, block?: SharedArrayBuffer): void {
    this.bytes += bytes;
    if (block) this.#held.push(block);
  }
}

/** Slots by the printed text of their expression, so that equal expressions share one wherever they stand. */
export class Slots<C extends Column> {
  readonly #slots = new Map<string, Slot<C>>();
  readonly #clock: { now: number };

  readonly #kind: new (
    buffer: ArrayBuffer,
    offset: number,
    length: number,
  ) => C;

  readonly #blocks: Blocks;
  readonly #instruments: number;

  /** @param clock shared by all slots that are trimmed together */
  constructor(
    kind: new (buffer: ArrayBuffer, offset: number, length: number) => C,
    instruments: number,
    clock: { now: number },
    blocks: Blocks,
  ) {
    this.#kind = kind;
    this.#instruments = instruments;
    this.#clock = clock;
    this.#blocks = blocks;
  }

  of(key: string): Slot<C> {
    let slot = this.#slots.get(key);
    if (!slot) {
      slot = new Slot(key, this.#instruments, this.#kind, this.#blocks);
      this.#slots.set(key, slot);
    }
    slot.lastUsed = ++this.#clock.now;
    return slot;
  }

  /** The column kept for an instrument, without marking it used. */
  known(key: string, instrument: number): C | undefined {
    return this.#slots.get(key)?.columns[instrument];
  }

  entries(): { slot: Slot<C>; forget: () => void }[] {
    return [...this.#slots].map(([key, slot]) => ({
      slot,
      forget: () => {
        this.#slots.delete(key);
        slot.letGo();
      },
    }));
  }
}

/** Forgets the slots unused for longest until those kept take at most `bytes`. @returns whether it forgot any */
export function trimSlots(kinds: readonly Slots<never>[], bytes: number): boolean {
  const kept = kinds.flatMap((slots) => slots.entries());
  kept.sort((a, b) => b.slot.lastUsed - a.slot.lastUsed);
  let total = 0;
  let forgot = false;
  for (const { slot, forget } of kept) {
    total += slot.bytes;
    if (total <= bytes) continue;
    forget();
    forgot = true;
  }
  return forgot;
}
