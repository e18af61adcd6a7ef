// Memory for columns, used again: new memory comes empty, page by page as it is first touched, which costs more than many a
// column does, and the collector has to find what is let go.

/** Bytes of a block: columns share them. */
const BLOCK = 2 ** 21;

/** Free blocks are kept up to so many bytes: about what a cold run on 500 instruments of 20 years takes. */
const MOST_FREE = 128e6;

/** The blocks of one thread: what one of its evaluators gives back, the next one takes. */
export class Blocks {
  /** of those that are used again */
  readonly size: number;
  readonly #free: ArrayBuffer[] = [];

  constructor(size = BLOCK) {
    this.size = size;
  }

  /** Memory of so many bytes holding whatever it held before. */
  take(bytes: number): ArrayBuffer {
    return (bytes === this.size ? this.#free.pop() : undefined) ?? new ArrayBuffer(bytes);
  }

  /** Takes back what nobody reads any more; what is of another size is left to the collector. */
  giveBack(block: ArrayBuffer): void {
    const isKept = block.byteLength === this.size && (this.#free.length + 1) * this.size <= MOST_FREE;
    if (isKept) this.#free.push(block);
  }
}
