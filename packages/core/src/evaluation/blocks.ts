// Memory for columns, used again: new memory comes empty, page by page as it is first touched, which costs more than many a
// column does, and the collector has to find what is let go.

/** Bytes of the largest block: columns of one thread share them. */
const LARGEST = 2 ** 21;

/** Bytes of the largest that threads share: one holds a column of every instrument. */
const LARGEST_SHARED = 2 ** 26;

/** Free blocks of either kind are kept up to so many bytes: about what a cold run on 500 instruments of 20 years takes. */
const MOST_FREE = 128e6;

/** The blocks of one thread: what one of its evaluators gives back, the next one takes. */
export class Blocks {
  /** bytes of the largest of its own that is used again, a power of two */
  readonly largest: number;
  readonly #own: FreeBlocks<ArrayBuffer>;
  readonly #shared = new FreeBlocks((bytes) => new SharedArrayBuffer(bytes), LARGEST_SHARED);

  constructor(largest = LARGEST) {
    this.largest = largest;
    this.#own = new FreeBlocks((bytes) => new ArrayBuffer(bytes), largest);
  }

  /** Memory of at least so many bytes, holding whatever it held before. */
  take(bytes: number): ArrayBuffer {
    return this.#own.take(bytes);
  }

  /** As {@link take}, of memory that other threads may write to. */
  takeShared(bytes: number): SharedArrayBuffer {
    return this.#shared.take(bytes);
  }

  /** Takes back what nobody reads or writes to any more; what is too large, or too much, is left to the collector. */
  giveBack(block: ArrayBuffer | SharedArrayBuffer): void {
    if (block instanceof SharedArrayBuffer) this.#shared.giveBack(block);
    else this.#own.giveBack(block);
  }
}

/** Free blocks of one kind by their sizes, of which there are as many as powers of two. */
class FreeBlocks<B extends ArrayBuffer | SharedArrayBuffer> {
  readonly #make: (bytes: number) => B;
  readonly #largest: number;
  readonly #free = new Map<number, B[]>();
  #bytes = 0;

  constructor(make: (bytes: number) => B, largest: number) {
    this.#make = make;
    this.#largest = largest;
  }

  take(bytes: number): B {
    if (bytes > this.#largest) return this.#make(bytes);
    const size = 2 ** Math.ceil(Math.log2(Math.max(1, bytes)));
    const block = this.#free.get(size)?.pop();
    if (block) this.#bytes -= size;
    return block ?? this.#make(size);
  }

  giveBack(block: B): void {
    const size = block.byteLength;
    if (size > this.#largest || this.#bytes + size > MOST_FREE) return;
    this.#bytes += size;
    const alike = this.#free.get(size);
    if (alike) alike.push(block);
    else this.#free.set(size, [block]);
  }
}
