// Cells read where they stand in a text, without being cut out of it: a file of prices has millions.

const ZERO = 0x30;
const MOST_DIGITS = 15;
/** Exact as numbers, as is what fifteen digits make: so their quotient is the number nearest to what is written. */
const POWERS = Float64Array.from({ length: MOST_DIGITS + 1 }, (_x, k) => 10 ** k);

/**
 * Up to fifteen digits with one mark before the decimals at most, as `Number` reads them with a point; NaN for anything else.
 * @param mark the code of that mark
 */
export function plainNumber(text: string, from: number, end: number, mark: number): number {
  let value = 0;
  let point = -1;
  for (let i = from; i < end; i++) {
    const c = text.charCodeAt(i);
    if (c === mark && point < 0) {
      point = i;
      continue;
    }
    const digit = c - ZERO;
    if (!(digit >= 0 && digit <= 9)) return Number.NaN;
    value = value * 10 + digit;
  }
  const digits = end - from - (point < 0 ? 0 : 1);
  if (digits < 1 || digits > MOST_DIGITS) return Number.NaN;
  return point < 0 ? value : value / (POWERS[end - point - 1] as number);
}

/** Whether rows and cells of a text can be found by their marks alone: no quotes, and one kind of line end. */
export function isPlainText(text: string): boolean {
  return !text.includes('"') && (!text.includes('\r') || !/\r(?!\n)|(?<!\r)\n/.test(text));
}

/** Where the cells of a line begin and end. */
export class CellPlaces {
  readonly #starts: Int32Array;
  readonly #ends: Int32Array;
  /** how many it has, of those that are asked for */
  count = 0;

  /** @param most cells that are asked for; others are passed over */
  constructor(most: number) {
    this.#starts = new Int32Array(most);
    this.#ends = new Int32Array(most);
  }

  /** @param separator the code of the mark between cells */
  find(text: string, from: number, end: number, separator: number): void {
    const most = this.#starts.length;
    let [cell, start] = [0, from];
    for (let i = from; i <= end && cell < most; i++) {
      if (i < end && text.charCodeAt(i) !== separator) continue;
      this.#starts[cell] = start;
      this.#ends[cell++] = i;
      start = i + 1;
    }
    this.count = cell;
  }

  /** Empty where the line has no such cell. */
  text(text: string, cell: number): string {
    if (!(cell >= 0 && cell < this.count)) return '';
    return text.slice(this.#starts[cell], this.#ends[cell]);
  }

  /** As {@link plainNumber}; NaN where the line has no such cell. */
  number(text: string, cell: number, mark: number): number {
    if (!(cell >= 0 && cell < this.count)) return Number.NaN;
    return plainNumber(text, this.#starts[cell] as number, this.#ends[cell] as number, mark);
  }
}
