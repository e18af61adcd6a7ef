// Kernels that carry a state from bar to bar.

/**
 * Exponential smoothing that starts as the simple average of the first N defined values. An undefined value leaves its
 * own bar undefined and is otherwise skipped. `weight` is that of the newest value.
 */
function smooth(x: Float64Array, window: number, weight: number, out: Float64Array): void {
  let seen = 0;
  let state = 0;
  for (let i = 0; i < x.length; i++) {
    const value = x[i]!;
    if (value !== value) {
      out[i] = value;
      continue;
    }
    if (seen < window) {
      state += value;
      seen++;
      if (seen < window) {
        out[i] = Number.NaN;
        continue;
      }
      state /= window;
    } else {
      state += weight * (value - state);
    }
    out[i] = state;
  }
}

/** Smoothing 1/N. Source: J. W. Wilder (1978). */
export function wilder(x: Float64Array, window: number, out: Float64Array): void {
  smooth(x, window, 1 / window, out);
}

/** Smoothing 2/(N+1). */
export function exponential(x: Float64Array, window: number, out: Float64Array): void {
  smooth(x, window, 2 / (window + 1), out);
}

/** max(high-low, abs(high-previous close), abs(low-previous close)); the first bar high-low. */
export function trueRange(
  high: Float64Array,
  low: Float64Array,
  close: Float64Array,
  out: Float64Array,
): void {
  if (out.length > 0) out[0] = high[0]! - low[0]!;
  for (let i = 1; i < out.length; i++) out[i] = rangeAfter(close[i - 1]!, high[i]!, low[i]!);
}

/**
 * The range of a bar and the close before it. Most bars hold that close: two comparisons that nearly always go the same way are
 * faster than the larger and the smaller of two, which do not.
 */
export function rangeAfter(before: number, high: number, low: number): number {
  if (before > high) return before - low;
  return before < low ? high - before : high - low;
}

/** x / x one bar ago - 1; NaN at the first bar and after a zero. */
export function oneBarReturns(x: Float64Array, out: Float64Array): void {
  if (out.length > 0) out[0] = Number.NaN;
  for (let i = 1; i < out.length; i++) out[i] = x[i - 1] === 0 ? Number.NaN : x[i]! / x[i - 1]! - 1;
}
