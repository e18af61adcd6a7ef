// Whether what follows a signal differs from what follows any bar, when outcomes overlap in time and come in crowds.

import type { Base } from './base.ts';

/**
 * t of the difference of two means, from sums a day: u_d is what day d adds to the difference, and its autocovariances up to the
 * horizon are taken in with falling weights. NaN where the variance is not above 0.
 * Source: Newey and West (1987), with the days' sums as the series, as Driscoll and Kraay (1998) do for panels.
 * @param sums, @param counts of the events' outcomes on each day
 * @param h the horizon in bars: outcomes of days this far apart share no bar
 */
export function overlapT(
  sums: Float64Array,
  counts: Int32Array,
  n: number,
  mean: number,
  base: Base,
  h: number,
): number {
  const u = new Float64Array(sums.length);
  let days = 0;
  for (let d = 0; d < sums.length; d++) {
    if (base.counts[d] === 0) continue;
    u[days++] = (sums[d]! - mean * counts[d]!) / n - (base.sums[d]! - base.mean * base.counts[d]!) / base.n;
  }
  let variance = 0;
  for (let l = 0; l < h && l < days; l++) {
    let g = 0;
    for (let d = 0; d + l < days; d++) g += u[d]! * u[d + l]!;
    variance += l === 0 ? g : 2 * (1 - l / h) * g;
  }
  return variance > 0 ? (mean - base.mean) / Math.sqrt(variance) : Number.NaN;
}
