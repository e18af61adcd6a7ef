// The columns an evaluator keeps: one slot an expression, one column an instrument in it.

type Column = Float64Array | Uint8Array;

export class Slot<C extends Column> {
  readonly columns: (C | undefined)[] = [];
  bytes = 0;
  lastUsed = 0;

  keep(instrument: number, column: C): C {
    this.columns[instrument] = column;
    this.bytes += column.byteLength;
    return column;
  }
}

/** Slots by the printed text of their expression, so that equal expressions share one wherever they stand. */
export class Slots<C extends Column> {
  readonly #slots = new Map<string, Slot<C>>();
  readonly #clock: { now: number };

  /** @param clock shared by all slots that are trimmed together */
  constructor(clock: { now: number }) {
    this.#clock = clock;
  }

  of(key: string): Slot<C> {
    let slot = this.#slots.get(key);
    if (!slot) {
      slot = new Slot();
      this.#slots.set(key, slot);
    }
    slot.lastUsed = ++this.#clock.now;
    return slot;
  }

  entries(): { slot: Slot<C>; forget: () => void }[] {
    return [...this.#slots].map(([key, slot]) => ({ slot, forget: () => this.#slots.delete(key) }));
  }
}

/** Forgets the slots unused for longest until those kept take at most `bytes`. */
export function trimSlots(kinds: readonly Slots<never>[], bytes: number): void {
  const kept = kinds.flatMap((slots) => slots.entries());
  kept.sort((a, b) => b.slot.lastUsed - a.slot.lastUsed);
  let total = 0;
  for (const { slot, forget } of kept) {
    total += slot.bytes;
    if (total > bytes) forget();
  }
}
