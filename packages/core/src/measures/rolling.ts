// Kernels over a sliding window: sums, moments, extremes, lines. Each is one pass over the column.
//
// Sums slide (add the new value, drop the old one) and are rebuilt from the window once every N bars, so that
// rounding never accumulates beyond one window. A window of equal values gives the exact result, never a residue.

import { SAME, same } from '../numeric/compare.ts';
import { overRuns, startOfRun } from './runs.ts';
import { scratch } from './scratch.ts';

/** Sum of the last N values. NaN until N defined values stand in a row. */
export function rollingSum(x: Float64Array, window: number, out: Float64Array): void {
  sharesOfSums(x, window, 1, out);
}

/** Simple average of the last N values. */
export function rollingAverage(x: Float64Array, window: number, out: Float64Array): void {
  sharesOfSums(x, window, 1 / window, out);
}

function sharesOfSums(x: Float64Array, window: number, share: number, out: Float64Array): void {
  const start = startOfRun(x, 0);
  out.fill(Number.NaN, 0, Math.min(start + window - 1, x.length));
  // Most columns are whole after their warm-up, and an undefined value shows itself in the sums.
  if (sumOfRun(x, start, x.length, window, share, out)) return;
  overRuns(x, window, [out], (from, end) => sumOfRun(x, from, end, window, share, out));
}

/** Sums times `share`; false when a value was undefined. */
function sumOfRun(
  x: Float64Array,
  start: number,
  end: number,
  window: number,
  share: number,
  out: Float64Array,
): boolean {
  const whole = share === 1 ? window : 1;
  let equal = equalUntil(x, start, start + window - 1);
  let sum = 0;
  for (let i = start + window - 1; i < end; ) {
    if (sum !== sum) return false;
    sum = 0;
    for (let j = i - window + 1; j <= i; j++) sum += x[j]!;
    if (i > start) equal = x[i] === x[i - 1] ? equal + 1 : 1;
    out[i] = equal >= window ? x[i]! * whole : sum * share;
    const stop = Math.min(end, i + window);
    for (i++; i < stop; i++) {
      const value = x[i]!;
      sum += value - x[i - window]!;
      equal = value === x[i - 1] ? equal + 1 : 1;
      out[i] = equal >= window ? value * whole : sum * share;
    }
  }
  return sum === sum;
}

/** How many equal values stand in a row before `place`, none before `start`. */
function equalUntil(x: Float64Array, start: number, place: number): number {
  let equal = 1;
  while (place - 1 - equal >= start && x[place - 1 - equal] === x[place - 1]) equal++;
  return equal;
}

/**
 * Mean and sum of squared distances from it, over the last N values. The values are shifted by the window's mean at
 * the last rebuild, which keeps the difference of squares from cancelling.
 */
export function rollingMoments(
  x: Float64Array,
  window: number,
  mean: Float64Array,
  squares: Float64Array,
): void {
  overRuns(x, window, [mean, squares], (start, end) => momentsOfRun(x, start, end, window, mean, squares));
}

function momentsOfRun(
  x: Float64Array,
  start: number,
  end: number,
  window: number,
  mean: Float64Array,
  squares: Float64Array,
): void {
  let equal = equalUntil(x, start, start + window - 1);
  for (let i = start + window - 1; i < end; ) {
    let total = 0;
    for (let j = i - window + 1; j <= i; j++) total += x[j]!;
    const shift = total / window;
    let sum = 0;
    let about = 0;
    for (let j = i - window + 1; j <= i; j++) {
      const d = x[j]! - shift;
      sum += d;
      about += d * d;
    }
    const stop = Math.min(end, i + window);
    for (let first = true; i < stop; i++, first = false) {
      const value = x[i]!;
      if (!first) {
        const d = value - shift;
        const old = x[i - window]! - shift;
        sum += d - old;
        about += d * d - old * old;
      }
      if (i > start) equal = value === x[i - 1] ? equal + 1 : 1;
      const spread = about - (sum * sum) / window;
      const flat = equal >= window;
      const centre = flat ? value : shift + sum / window;
      mean[i] = centre;
      // A deviation that is nothing beside the mean is rounding.
      squares[i] = flat || spread <= window * (SAME * centre) ** 2 ? 0 : spread;
    }
  }
}

/**
 * Largest (sign 1) or smallest (sign -1) of the last N values; NaN while the window holds an undefined one.
 * Source: van Herk (1992), Gil and Werman (1993): running extremes from the front of a block and from its back, so three
 * comparisons a bar whatever N is.
 */
export function rollingExtreme(x: Float64Array, window: number, sign: 1 | -1, out: Float64Array): void {
  const kernel = sign === 1 ? largestOfRun : smallestOfRun;
  overRuns(x, window, [out], (start, end) => kernel(x, start, end, window, out));
}

/** {@link rollingExtreme} of values that are all defined, with sign 1. */
export function largestOfRun(
  x: Float64Array,
  start: number,
  end: number,
  window: number,
  out: Float64Array,
): void {
  const fromBack = scratch(7, window + 1).fill(-Infinity);
  for (let block = start; block < end; block += window) {
    const stop = Math.min(block + window, end);
    let front = -Infinity;
    for (let i = block; i < stop; i++) {
      if (x[i]! > front) front = x[i]!;
      const back = fromBack[i - block + 1]!;
      out[i] = back > front ? back : front;
    }
    let back = -Infinity;
    for (let i = stop - 1; i >= block; i--) {
      if (x[i]! > back) back = x[i]!;
      fromBack[i - block] = back;
    }
  }
  out.fill(Number.NaN, start, Math.min(start + window - 1, end));
}

/** {@link rollingExtreme} of values that are all defined, with sign -1. */
export function smallestOfRun(
  x: Float64Array,
  start: number,
  end: number,
  window: number,
  out: Float64Array,
): void {
  const fromBack = scratch(7, window + 1).fill(Infinity);
  for (let block = start; block < end; block += window) {
    const stop = Math.min(block + window, end);
    let front = Infinity;
    for (let i = block; i < stop; i++) {
      if (x[i]! < front) front = x[i]!;
      const back = fromBack[i - block + 1]!;
      out[i] = back < front ? back : front;
    }
    let back = Infinity;
    for (let i = stop - 1; i >= block; i--) {
      if (x[i]! < back) back = x[i]!;
      fromBack[i - block] = back;
    }
  }
  out.fill(Number.NaN, start, Math.min(start + window - 1, end));
}

/** The values of a window in rising order, while it slides. */
class SortedWindow {
  readonly #sorted: Float64Array;
  held = 0;

  constructor(size: number) {
    this.#sorted = new Float64Array(size);
  }

  at(place: number): number {
    return this.#sorted[place]!;
  }

  add(value: number): void {
    const place = this.below(value);
    this.#sorted.copyWithin(place + 1, place, this.held++);
    this.#sorted[place] = value;
  }

  remove(value: number): void {
    const place = this.below(value);
    this.#sorted.copyWithin(place, place + 1, this.held--);
  }

  /** How many of the values are smaller, and not merely by rounding. */
  smallerThan(value: number): number {
    let place = this.below(value);
    while (place > 0 && same(this.#sorted[place - 1]!, value)) place--;
    return place;
  }

  /** The place of the first that is no smaller. */
  below(value: number): number {
    let low = 0;
    let high = this.held;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.#sorted[middle]! < value) low = middle + 1;
      else high = middle;
    }
    return low;
  }
}

/** Median of the last N values: the middle one, or the mean of the middle two. */
export function rollingMedian(x: Float64Array, window: number, out: Float64Array): void {
  const middle = window >> 1;
  overSorted(x, window, out, (sorted) =>
    window % 2 === 1 ? sorted.at(middle) : (sorted.at(middle - 1) + sorted.at(middle)) / 2,
  );
}

/** 100 * how many of the N - 1 values before are smaller / (N - 1); 100 for a window of one. */
export function rollingPercentRank(x: Float64Array, window: number, out: Float64Array): void {
  overSorted(x, window, out, (sorted, today) =>
    window === 1 ? 100 : (100 * sorted.smallerThan(today)) / (window - 1),
  );
}

function overSorted(
  x: Float64Array,
  window: number,
  out: Float64Array,
  read: (sorted: SortedWindow, today: number) => number,
): void {
  overRuns(x, window, [out], (start, end) => {
    const sorted = new SortedWindow(window + 1);
    for (let i = start; i < end; i++) {
      sorted.add(x[i]!);
      if (sorted.held > window) sorted.remove(x[i - window]!);
      if (sorted.held === window) out[i] = read(sorted, x[i]!);
    }
  });
}

/** Least squares of the last N values on 0..N-1: change per bar, and the line's value at the newest bar. */
export function rollingLine(x: Float64Array, window: number, slope: Float64Array, today: Float64Array): void {
  overRuns(x, window, [slope, today], (start, end) => lineOfRun(x, start, end, window, slope, today));
}

function lineOfRun(
  x: Float64Array,
  start: number,
  end: number,
  window: number,
  slope: Float64Array,
  today: Float64Array,
): void {
  const middle = (window - 1) / 2;
  const spread = (window * (window * window - 1)) / 12;
  let equal = equalUntil(x, start, start + window - 1);
  for (let i = start + window - 1; i < end; ) {
    const shift = x[i]!;
    let sum = 0;
    let cross = 0; // sum of k * (x - shift), k = 0 for the oldest
    for (let k = 0; k < window; k++) {
      const e = x[i - window + 1 + k]! - shift;
      sum += e;
      cross += k * e;
    }
    const stop = Math.min(end, i + window);
    for (let first = true; i < stop; i++, first = false) {
      const value = x[i]!;
      if (!first) {
        const d = value - shift;
        const old = x[i - window]! - shift;
        cross += (window - 1) * d - (sum - old);
        sum += d - old;
      }
      if (i > start) equal = value === x[i - 1] ? equal + 1 : 1;
      const flat = equal >= window;
      const centre = shift + sum / window;
      const risen = cross - middle * sum;
      // Both sums, taken of the values as they are, are about middle * window * centre: nothing beside that is rounding.
      const level = Math.abs(risen) <= SAME * middle * window * Math.max(Math.abs(centre), Math.abs(value));
      const rise = flat || level ? 0 : risen / spread;
      slope[i] = rise;
      today[i] = flat ? value : centre + rise * middle;
    }
  }
}
