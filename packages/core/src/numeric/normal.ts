// The normal distribution.

import { exp } from './portable.ts';

const ROOT_TWO_PI = 2.5066282746310002;
/** Beyond so many deviations the distribution is 0 or 1 to the last bit. */
const FAR = 8.3;

/** P(Z <= x). Source: G. Marsaglia (2004), Evaluating the normal distribution: a series that adds terms until they vanish. */
export function normalBelow(x: number): number {
  if (Number.isNaN(x)) return x;
  if (x > FAR) return 1;
  if (x < -FAR) return 0;
  let term = x;
  let sum = x;
  for (let k = 3; Math.abs(term) > 1e-17 * Math.abs(sum); k += 2) {
    term *= (x * x) / k;
    sum += term;
  }
  return 0.5 + (sum * exp((-x * x) / 2)) / ROOT_TWO_PI;
}

/** The x with P(Z <= x) = share, for a share between 0 and 1, by halving. */
export function normalQuantile(share: number): number {
  if (!(share > 0 && share < 1)) return share === 0 ? -Infinity : share === 1 ? Infinity : Number.NaN;
  let [low, high] = [-FAR, FAR];
  for (let k = 0; k < 80; k++) {
    const middle = (low + high) / 2;
    if (normalBelow(middle) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
