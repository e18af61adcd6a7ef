// Student's t distribution, by the incomplete beta function.

import { exp, log } from './portable.ts';

const LANCZOS = [
  676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059, 12.507343278686905,
  -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
];

/** log of the gamma function for x > 0. Source: C. Lanczos (1964), g = 7, nine terms. */
export function logGamma(x: number): number {
  const z = x - 1;
  let sum = 0.99999999999980993;
  LANCZOS.forEach((coefficient, k) => {
    sum += coefficient / (z + k + 1);
  });
  const t = z + 7.5;
  return 0.9189385332046727 + (z + 0.5) * log(t) - t + log(sum);
}

/**
 * The regularised incomplete beta function I_x(a, b).
 * Source: Abramowitz and Stegun 26.5.8, its continued fraction evaluated by Lentz's method.
 */
function incompleteBeta(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  // The fraction converges fast below the mean; above it, the other tail does.
  if (x > (a + 1) / (a + b + 2)) return 1 - incompleteBeta(1 - x, b, a);
  const front = exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * log(x) + b * log(1 - x)) / a;
  const tiny = 1e-300;
  let c = 1;
  let d = 1 / Math.max(tiny, 1 - ((a + b) * x) / (a + 1));
  let fraction = d;
  for (let m = 1; m <= 300; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    let change = 1;
    for (const term of [even, odd]) {
      d = 1 / nonZero(1 + term * d, tiny);
      c = nonZero(1 + term / c, tiny);
      change = c * d;
      fraction *= change;
    }
    if (Math.abs(change - 1) < 1e-15) break;
  }
  return front * fraction;
}

function nonZero(x: number, tiny: number): number {
  return Math.abs(x) < tiny ? tiny : x;
}

/** The chance that |T| is at least |t| with `freedom` degrees of freedom; NaN when either is undefined. */
export function twoSidedP(t: number, freedom: number): number {
  if (Number.isNaN(t) || !(freedom > 0)) return Number.NaN;
  return incompleteBeta(freedom / (freedom + t * t), freedom / 2, 0.5);
}
