// Columns for intermediate results, taken and given back like plates from a stack.

export class WorkColumns {
  readonly #columns: Float64Array[] = [];
  #taken = 0;

  /** A column of this length holding whatever it held before; valid until what {@link taken} was before is restored. */
  take(length: number): Float64Array {
    const place = this.#taken++;
    if ((this.#columns[place]?.length ?? 0) < length) this.#columns[place] = new Float64Array(length);
    return this.#columns[place].subarray(0, length);
  }

  get taken(): number {
    return this.#taken;
  }

  giveBackTo(taken: number): void {
    this.#taken = taken;
  }
}
