// What two columns do together over a sliding window.

/** A sum of squares that is so much smaller than one the sums have held has lost too many of its digits. */
const WORN = 1e-4;

/**
 * Sums of squared and crossed distances from the means of the last N pairs, both defined; `each` is given them bar by bar. They
 * slide, and are taken anew once every N bars, or where what is left of them is small beside what was taken off.
 */
export function pairedMoments(
  x: Float64Array,
  y: Float64Array,
  window: number,
  each: (i: number, xx: number, xy: number, yy: number) => void,
): void {
  const sums = new PairSums(x, y, window);
  let defined = 0;
  for (let i = 0; i < x.length; i++) {
    defined = x[i] === x[i] && y[i] === y[i] ? defined + 1 : 0;
    if (defined < window) {
      each(i, Number.NaN, Number.NaN, Number.NaN);
      continue;
    }
    if (defined === window || !sums.slide(i)) sums.takeAnew(i);
    each(i, sums.xx, sums.xy, sums.yy);
  }
}

/** The sums of {@link pairedMoments} at one bar after another. */
class PairSums {
  xx = 0;
  xy = 0;
  yy = 0;
  readonly #x: Float64Array;
  readonly #y: Float64Array;
  readonly #window: number;
  /** the means when the sums were last taken anew: distances are from them, which keeps differences from cancelling */
  #meanX = 0;
  #meanY = 0;
  #sumX = 0;
  #sumY = 0;
  #aboutX = 0;
  #aboutXY = 0;
  #aboutY = 0;
  /** the largest of both sums of squares since then, and the bars since */
  #mostX = 0;
  #mostY = 0;
  #slid = 0;

  constructor(x: Float64Array, y: Float64Array, window: number) {
    this.#x = x;
    this.#y = y;
    this.#window = window;
  }

  /** Takes the sums of the window that ends at a bar. */
  takeAnew(i: number): void {
    const first = i - this.#window + 1;
    let sumX = 0;
    let sumY = 0;
    for (let j = first; j <= i; j++) {
      sumX += this.#x[j]!;
      sumY += this.#y[j]!;
    }
    const meanX = sumX / this.#window;
    const meanY = sumY / this.#window;
    let xx = 0;
    let xy = 0;
    let yy = 0;
    for (let j = first; j <= i; j++) {
      const dx = this.#x[j]! - meanX;
      const dy = this.#y[j]! - meanY;
      xx += dx * dx;
      xy += dx * dy;
      yy += dy * dy;
    }
    this.#meanX = meanX;
    this.#meanY = meanY;
    this.#sumX = 0;
    this.#sumY = 0;
    this.xx = this.#aboutX = this.#mostX = xx;
    this.xy = this.#aboutXY = xy;
    this.yy = this.#aboutY = this.#mostY = yy;
    this.#slid = 0;
  }

  /** Moves the window on to a bar. @returns false where they are to be taken anew */
  slide(i: number): boolean {
    if (++this.#slid >= this.#window) return false;
    const dx = this.#x[i]! - this.#meanX;
    const dy = this.#y[i]! - this.#meanY;
    const oldX = this.#x[i - this.#window]! - this.#meanX;
    const oldY = this.#y[i - this.#window]! - this.#meanY;
    this.#sumX += dx - oldX;
    this.#sumY += dy - oldY;
    this.#aboutX += dx * dx - oldX * oldX;
    this.#aboutXY += dx * dy - oldX * oldY;
    this.#aboutY += dy * dy - oldY * oldY;
    if (this.#aboutX > this.#mostX) this.#mostX = this.#aboutX;
    if (this.#aboutY > this.#mostY) this.#mostY = this.#aboutY;
    this.xx = this.#aboutX - (this.#sumX * this.#sumX) / this.#window;
    this.xy = this.#aboutXY - (this.#sumX * this.#sumY) / this.#window;
    this.yy = this.#aboutY - (this.#sumY * this.#sumY) / this.#window;
    return this.xx > WORN * this.#mostX && this.yy > WORN * this.#mostY;
  }
}
