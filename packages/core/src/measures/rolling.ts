// Kernels over a sliding window: sums, moments, extremes. Each is one pass over the column.
//
// Sums slide (add the new value, drop the old one) and are rebuilt from the window once every N bars, so that
// rounding never accumulates beyond one window. A window of equal values gives the exact result, never a residue.

/** Sum of the last N values. NaN until N defined values stand in a row. */
export function rollingSum(x: Float64Array, window: number, out: Float64Array): void {
  const n = x.length;
  let sum = 0;
  let defined = 0;
  let equal = 0;
  let previous = Number.NaN;
  let untilRebuild = window;
  for (let i = 0; i < n; i++) {
    const value = x[i];
    if (value !== value) {
      sum = 0;
      defined = 0;
      equal = 0;
      previous = value;
      untilRebuild = window;
      out[i] = value;
      continue;
    }
    equal = value === previous ? equal + 1 : 1;
    previous = value;
    sum += value;
    defined++;
    if (defined > window) sum -= x[i - window];
    if (--untilRebuild === 0) {
      untilRebuild = window;
      if (defined > window) {
        sum = 0;
        for (let j = i - window + 1; j <= i; j++) sum += x[j];
      }
    }
    if (equal >= window) sum = value * window;
    out[i] = defined >= window ? sum : Number.NaN;
  }
}

/** Simple average of the last N values. */
export function rollingAverage(x: Float64Array, window: number, out: Float64Array): void {
  rollingSum(x, window, out);
  for (let i = 0; i < out.length; i++) out[i] /= window;
}

/** What {@link rollingMoments} reports for each defined bar. */
type Moments = (i: number, mean: number, sumOfSquares: number) => void;

/**
 * Mean and sum of squared distances from it, over the last N values. The values are shifted by the window's mean at
 * the last rebuild, which keeps the difference of squares from cancelling.
 */
export function rollingMoments(
  x: Float64Array,
  window: number,
  undefinedAt: (i: number) => void,
  each: Moments,
): void {
  const n = x.length;
  let shift = 0;
  let sum = 0;
  let squares = 0;
  let defined = 0;
  let equal = 0;
  let previous = Number.NaN;
  let untilRebuild = window;
  for (let i = 0; i < n; i++) {
    const value = x[i];
    if (value !== value) {
      defined = 0;
      equal = 0;
      previous = value;
      undefinedAt(i);
      continue;
    }
    equal = value === previous ? equal + 1 : 1;
    previous = value;
    if (defined === 0) {
      shift = value;
      sum = 0;
      squares = 0;
      untilRebuild = window;
    }
    defined++;
    const d = value - shift;
    sum += d;
    squares += d * d;
    if (defined > window) {
      const old = x[i - window] - shift;
      sum -= old;
      squares -= old * old;
    }
    if (--untilRebuild === 0) {
      untilRebuild = window;
      let total = 0;
      for (let j = i - window + 1; j <= i; j++) total += x[j];
      shift = total / window;
      sum = 0;
      squares = 0;
      for (let j = i - window + 1; j <= i; j++) {
        const e = x[j] - shift;
        sum += e;
        squares += e * e;
      }
    }
    if (defined < window) {
      undefinedAt(i);
    } else if (equal >= window) {
      each(i, value, 0);
    } else {
      const about = squares - (sum * sum) / window;
      each(i, shift + sum / window, about > 0 ? about : 0);
    }
  }
}

/**
 * Largest (sign 1) or smallest (sign -1) of the last N values; NaN while the window holds an undefined one.
 * Source: van Herk (1992), Gil and Werman (1993): running extremes from the front of a block and from its back, so three
 * comparisons a bar whatever N is.
 */
export function rollingExtreme(x: Float64Array, window: number, sign: 1 | -1, out: Float64Array): void {
  const n = x.length;
  if (sign === 1) rollingMax(x, window, out);
  else rollingMin(x, window, out);
  let lastUndefined = -1;
  for (let i = 0; i < n; i++) {
    if (x[i] !== x[i]) lastUndefined = i;
    if (i - lastUndefined < window) out[i] = Number.NaN;
  }
}

function rollingMax(x: Float64Array, window: number, out: Float64Array): void {
  const n = x.length;
  const fromBack = new Float64Array(Math.min(window, n) + 1);
  for (let start = 0; start < n; start += window) {
    const end = Math.min(start + window, n);
    let front = -Infinity;
    for (let i = start; i < end; i++) {
      if (x[i] > front) front = x[i];
      const back = start > 0 ? fromBack[i - start + 1] : -Infinity;
      out[i] = back > front ? back : front;
    }
    if (end - start < window) break;
    let back = -Infinity;
    fromBack[window] = -Infinity;
    for (let i = end - 1; i >= start; i--) {
      if (x[i] > back) back = x[i];
      fromBack[i - start] = back;
    }
  }
}

function rollingMin(x: Float64Array, window: number, out: Float64Array): void {
  const n = x.length;
  const fromBack = new Float64Array(Math.min(window, n) + 1);
  for (let start = 0; start < n; start += window) {
    const end = Math.min(start + window, n);
    let front = Infinity;
    for (let i = start; i < end; i++) {
      if (x[i] < front) front = x[i];
      const back = start > 0 ? fromBack[i - start + 1] : Infinity;
      out[i] = back < front ? back : front;
    }
    if (end - start < window) break;
    let back = Infinity;
    fromBack[window] = Infinity;
    for (let i = end - 1; i >= start; i--) {
      if (x[i] < back) back = x[i];
      fromBack[i - start] = back;
    }
  }
}

/** Median of the last N values: the middle one, or the mean of the middle two. */
export function rollingMedian(x: Float64Array, window: number, out: Float64Array): void {
  const sorted = new Float64Array(window);
  let held = 0;
  for (let i = 0; i < x.length; i++) {
    const value = x[i];
    if (value !== value) {
      held = 0;
      out[i] = value;
      continue;
    }
    if (held === window) {
      const leaving = placeOf(sorted, held, x[i - window]);
      sorted.copyWithin(leaving, leaving + 1, held);
      held--;
    }
    const entering = placeOf(sorted, held, value);
    sorted.copyWithin(entering + 1, entering, held);
    sorted[entering] = value;
    held++;
    const middle = window >> 1;
    if (held < window) out[i] = Number.NaN;
    else out[i] = window % 2 === 1 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
  }
}

/** The first place in sorted[0..length) whose value is >= value. */
function placeOf(sorted: Float64Array, length: number, value: number): number {
  let low = 0;
  let high = length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle] < value) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Least squares of the last N values on 0..N-1: change per bar, and the line's value at the newest bar. */
export function rollingLine(
  x: Float64Array,
  window: number,
  each: (i: number, slope: number, today: number) => void,
): void {
  const middle = (window - 1) / 2;
  const spread = (window * (window * window - 1)) / 12;
  let shift = 0;
  let sum = 0;
  let cross = 0; // sum of k * (x - shift), k = 0 for the oldest
  let defined = 0;
  let equal = 0;
  let previous = Number.NaN;
  let untilRebuild = window;
  for (let i = 0; i < x.length; i++) {
    const value = x[i];
    if (value !== value) {
      defined = 0;
      equal = 0;
      previous = value;
      each(i, value, value);
      continue;
    }
    equal = value === previous ? equal + 1 : 1;
    previous = value;
    if (defined === 0) {
      shift = value;
      sum = 0;
      cross = 0;
      untilRebuild = window;
    }
    const d = value - shift;
    if (defined >= window) {
      const old = x[i - window] - shift;
      cross += (window - 1) * d - (sum - old);
      sum += d - old;
    } else {
      cross += defined * d;
      sum += d;
    }
    defined++;
    if (--untilRebuild === 0) {
      untilRebuild = window;
      shift = value;
      sum = 0;
      cross = 0;
      for (let k = 0; k < window; k++) {
        const e = x[i - window + 1 + k] - shift;
        sum += e;
        cross += k * e;
      }
    }
    if (defined < window) {
      each(i, Number.NaN, Number.NaN);
    } else if (equal >= window) {
      each(i, 0, value);
    } else {
      const slope = spread > 0 ? (cross - middle * sum) / spread : 0;
      each(i, slope, shift + sum / window + slope * middle);
    }
  }
}
