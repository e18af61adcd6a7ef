// Straight lines by least squares, with what is asked of them in a pair.

import { ratio } from '../../statistics/moments.ts';

export interface Line {
  readonly slope: number;
  /** 0 of a line through the origin */
  readonly intercept: number;
  /** standard error of the slope, for errors that are independent and of one variance */
  readonly error: number;
  /** through the origin uncentred: the share of the squares of y itself */
  readonly rSquared: number;
  readonly n: number;
}

/** y = slope x over [from, to); NaN where x is 0 throughout. */
export function throughOrigin(y: Float64Array, x: Float64Array, from: number, to: number): Line {
  let xx = 0;
  let xy = 0;
  let yy = 0;
  for (let i = from; i < to; i++) {
    xx += x[i]! * x[i]!;
    xy += x[i]! * y[i]!;
    yy += y[i]! * y[i]!;
  }
  const slope = ratio(xy, xx);
  let left = 0;
  for (let i = from; i < to; i++) left += (y[i]! - slope * x[i]!) ** 2;
  const n = to - from;
  const error = n > 1 ? Math.sqrt(left / (n - 1) / xx) : Number.NaN;
  return { slope, intercept: 0, error, rSquared: 1 - ratio(left, yy), n };
}

/** y = intercept + slope x over [from, to); NaN where x does not vary. */
export function withIntercept(y: Float64Array, x: Float64Array, from: number, to: number): Line {
  const n = to - from;
  let meanX = 0;
  let meanY = 0;
  for (let i = from; i < to; i++) {
    meanX += x[i]!;
    meanY += y[i]!;
  }
  meanX /= n;
  meanY /= n;
  let xx = 0;
  let xy = 0;
  let yy = 0;
  for (let i = from; i < to; i++) {
    const dx = x[i]! - meanX;
    const dy = y[i]! - meanY;
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  // What varies by rounding alone does not vary.
  const varies = xx > 1e-24 * n * meanX * meanX;
  const slope = varies ? xy / xx : Number.NaN;
  const intercept = meanY - slope * meanX;
  let left = 0;
  for (let i = from; i < to; i++) left += (y[i]! - intercept - slope * x[i]!) ** 2;
  const error = n > 2 ? Math.sqrt(left / (n - 2) / xx) : Number.NaN;
  return { slope, intercept, error, rSquared: 1 - ratio(left, yy), n };
}
