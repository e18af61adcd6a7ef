// Typed columns that grow: records without an object each.

type Column = Int32Array | Float64Array | Uint8Array | Int8Array;
type Kind<C extends Column> = new (length: number) => C;

class Growing<C extends Column> {
  readonly #kind: Kind<C>;
  #column: C;
  #length = 0;

  constructor(kind: Kind<C>) {
    this.#kind = kind;
    this.#column = new kind(256);
  }

  push(value: number): void {
    if (this.#length === this.#column.length) {
      const larger = new this.#kind(this.#length * 2);
      larger.set(this.#column);
      this.#column = larger;
    }
    this.#column[this.#length++] = value;
  }

  /** The values so far, as a column of just their length. */
  done(): C {
    return this.#column.slice(0, this.#length) as C;
  }
}

export function growing<C extends Column>(kind: Kind<C>): Growing<C> {
  return new Growing(kind);
}
