// Columns for intermediate results: the one taken last is given back first.

type Column = Float64Array | Int32Array;

export class WorkColumns<C extends Column> {
  readonly #kind: new (
    length: number,
  ) => C;
  readonly #columns: C[] = [];
  #taken = 0;

  constructor(kind: new (length: number) => C) {
    this.#kind = kind;
  }

  /** A column of this length holding whatever it held before; valid until what {@link taken} was before is restored. */
  take(length: number): C {
    const place = this.#taken++;
    let column = this.#columns[place];
    if (column === undefined || column.length < length) {
      column = new this.#kind(length);
      this.#columns[place] = column;
    }
    return column.subarray(0, length) as C;
  }

  get taken(): number {
    return this.#taken;
  }

  giveBackTo(taken: number): void {
    this.#taken = taken;
  }
}
