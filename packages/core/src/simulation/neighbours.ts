// What the strategies of one account leave to each other (docs/blends.md, Together).

import type { Book } from './book.ts';
import type { SharedLimits } from './plan.ts';

/** The books of an account beside each other, for the limits over all of them. */
export class Neighbours {
  readonly #books: readonly Book[];
  readonly #shared: SharedLimits;

  constructor(books: readonly Book[], shared: SharedLimits) {
    this.#books = books;
    this.#shared = shared;
  }

  /** Why what another book holds forbids an entry; undefined when it does not. */
  forbids(own: Book, instrument: number, sign: 1 | -1): 'held-elsewhere' | 'opposed' | undefined {
    const { onePart, oppose } = this.#shared;
    if (!onePart && oppose) return undefined;
    for (const book of this.#books) {
      const p = book === own ? undefined : book.held(instrument);
      if (!p) continue;
      if (onePart) return 'held-elsewhere';
      if (p.sign !== sign) return 'opposed';
    }
    return undefined;
  }

  isFull(): boolean {
    const { positions = Infinity } = this.#shared;
    let held = 0;
    for (const book of this.#books) held += book.positions.length;
    return held >= positions;
  }

  /** Whether all books together hold as many of a group as they may. */
  isGroupFull(group: string | undefined): boolean {
    const { perGroup = Infinity } = this.#shared;
    if (perGroup === Infinity || group === undefined) return false;
    let held = 0;
    for (const book of this.#books) held += book.countOf(group);
    return held >= perGroup;
  }
}
