// Whether two series have the same order.

import { deviation, mean, ratio } from './moments.ts';

/** The place of each value when they are sorted, 1 the smallest; equals share the mean of their places. */
export function ranksOf(values: ArrayLike<number>): Float64Array {
  const order = Int32Array.from({ length: values.length }, (_x, k) => k).sort(
    (a, b) => values[a]! - values[b]!,
  );
  const ranks = new Float64Array(values.length);
  for (let first = 0; first < order.length; ) {
    let last = first;
    while (last + 1 < order.length && values[order[last + 1]!] === values[order[first]!]) last++;
    for (let k = first; k <= last; k++) ranks[order[k]!] = (first + last) / 2 + 1;
    first = last + 1;
  }
  return ranks;
}

/** Pearson's correlation; NaN where one does not vary, or of fewer than two. */
function correlation(x: ArrayLike<number>, y: ArrayLike<number>): number {
  const meanX = mean(x);
  const meanY = mean(y);
  let sum = 0;
  for (let k = 0; k < x.length; k++) sum += (x[k]! - meanX) * (y[k]! - meanY);
  return ratio(sum / (x.length - 1), deviation(x) * deviation(y));
}

/** Spearman's rank correlation of the pairs that are both defined. Source: Spearman (1904). */
export function spearman(x: ArrayLike<number>, y: ArrayLike<number>): number {
  const pairs = Array.from({ length: x.length }, (_v, k) => [x[k]!, y[k]!] as const).filter(
    ([a, b]) => !Number.isNaN(a + b),
  );
  return correlation(ranksOf(pairs.map(([a]) => a)), ranksOf(pairs.map(([, b]) => b)));
}
