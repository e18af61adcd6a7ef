// Memory for columns, used again: new memory comes empty, page by page as it is first touched, which costs more than many a
// column does, and the collector has to find what is let go.

/** Bytes of the largest block: columns share them. */
const LARGEST = 2 ** 21;

/** Free blocks are kept up to so many bytes: about what a cold run on 500 instruments of 20 years takes. */
const MOST_FREE = 128e6;

/** The blocks of one thread: what one of its evaluators gives back, the next one takes. */
export class Blocks {
  /** bytes of the largest that is used again, a power of two */
  readonly largest: number;
  /** by size: there are as many sizes as powers of two */
  readonly #free = new Map<number, ArrayBuffer[]>();
  #freeBytes = 0;

  constructor(largest = LARGEST) {
    this.largest = largest;
  }

  /** Memory of at least so many bytes, holding whatever it held before. */
  take(bytes: number): ArrayBuffer {
    if (bytes > this.largest) return new ArrayBuffer(bytes);
    const size = 2 ** Math.ceil(Math.log2(bytes));
    const block = this.#free.get(size)?.pop();
    if (block) this.#freeBytes -= size;
    return block ?? new ArrayBuffer(size);
  }

  /** Takes back what nobody reads any more; what is too large, or too much, is left to the collector. */
  giveBack(block: ArrayBuffer): void {
    const size = block.byteLength;
    if (size > this.largest || this.#freeBytes + size > MOST_FREE) return;
    this.#freeBytes += size;
    const alike = this.#free.get(size);
    if (alike) alike.push(block);
    else this.#free.set(size, [block]);
  }
}
