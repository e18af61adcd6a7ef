// Places in the order of their values, without a comparison function and without new memory: the day's ranking is sorted on
// every day of a run.

/** Runs of this many are sorted by insertion before runs are merged. */
const RUN = 12;

/** Sorts up to `size` places by their values; its memory is used again by each sort. */
export class RankSort {
  /** after a sort: the values in their order */
  values: Float64Array;
  /** after a sort: the place that each had before */
  order: Int32Array;
  #values: Float64Array;
  #order: Int32Array;

  constructor(size: number) {
    this.values = new Float64Array(size);
    this.order = new Int32Array(size);
    this.#values = new Float64Array(size);
    this.#order = new Int32Array(size);
  }

  /**
   * Sorts `values`, whose first `count` have been set by the caller and are no NaN; equal ones stay in the order in which they
   * came.
   */
  sort(count: number, highestFirst: boolean): void {
    const { values, order } = this;
    // Highest first is lowest first of the negatives: one comparison serves both.
    if (highestFirst) for (let k = 0; k < count; k++) values[k] = -values[k]!;
    for (let k = 0; k < count; k++) order[k] = k;
    for (let from = 0; from < count; from += RUN) this.#insert(from, Math.min(from + RUN, count));
    for (let width = RUN; width < count; width *= 2) this.#merge(count, width);
    if (highestFirst) for (let k = 0; k < count; k++) this.values[k] = -this.values[k]!;
  }

  #insert(from: number, to: number): void {
    const { values, order } = this;
    for (let n = from + 1; n < to; n++) {
      const value = values[n]!;
      const place = order[n]!;
      let k = n - 1;
      for (; k >= from && values[k]! > value; k--) {
        values[k + 1] = values[k]!;
        order[k + 1] = order[k]!;
      }
      values[k + 1] = value;
      order[k + 1] = place;
    }
  }

  /** Merges neighbouring runs of a width into the spare memory, which then changes places with the other. */
  #merge(count: number, width: number): void {
    const { values, order } = this;
    const outValues = this.#values;
    const outOrder = this.#order;
    for (let from = 0; from < count; from += 2 * width) {
      const middle = Math.min(from + width, count);
      const to = Math.min(from + 2 * width, count);
      let a = from;
      let b = middle;
      for (let n = from; n < to; n++) {
        const isFirst = b >= to || (a < middle && values[a]! <= values[b]!);
        const k = isFirst ? a++ : b++;
        outValues[n] = values[k]!;
        outOrder[n] = order[k]!;
      }
    }
    this.values = outValues;
    this.order = outOrder;
    this.#values = values;
    this.#order = order;
  }
}
