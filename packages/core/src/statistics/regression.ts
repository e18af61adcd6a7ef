// Ordinary least squares of one series on another, with intercept, and what chance could make of it.

import { twoSidedP } from '../numeric/student.ts';
import { ratio, settled } from './moments.ts';

interface Coefficient {
  readonly value: number;
  /** standard error, for errors that are independent and of one variance */
  readonly error: number;
  readonly t: number;
  /** two-sided, n - 2 degrees of freedom */
  readonly p: number;
}

export interface Regression {
  readonly n: number;
  readonly alpha: Coefficient;
  readonly beta: Coefficient;
  readonly rSquared: number;
}

const UNDEFINED: Coefficient = { value: Number.NaN, error: Number.NaN, t: Number.NaN, p: Number.NaN };

/** y = alpha + beta x; undefined where x does not vary, and errors where fewer than three points leave none. */
export function regress(y: Float64Array, x: Float64Array): Regression {
  const n = y.length;
  let meanX = 0;
  let meanY = 0;
  for (let i = 0; i < n; i++) {
    meanX += x[i]! / n;
    meanY += y[i]! / n;
  }
  let xx = 0;
  let xy = 0;
  let yy = 0;
  for (let i = 0; i < n; i++) {
    const dx = x[i]! - meanX;
    const dy = y[i]! - meanY;
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  const varies = (squares: number): boolean => n > 1 && settled(Math.sqrt(squares / (n - 1))) > 0;
  if (!varies(xx)) return { n, alpha: UNDEFINED, beta: UNDEFINED, rSquared: Number.NaN };
  // What does not vary follows nothing, and a mean that is rounding is none.
  const beta = varies(yy) ? xy / xx : 0;
  const alpha = varies(yy) ? meanY - beta * meanX : settled(Math.abs(meanY)) * Math.sign(meanY);
  let left = 0;
  for (let i = 0; i < n; i++) left += (y[i]! - alpha - beta * x[i]!) ** 2;
  const variance = n > 2 ? left / (n - 2) : Number.NaN;
  return {
    n,
    alpha: coefficient(alpha, Math.sqrt(variance * (1 / n + (meanX * meanX) / xx)), n),
    beta: coefficient(beta, Math.sqrt(variance / xx), n),
    rSquared: !varies(yy) ? Number.NaN : (xy * xy) / (xx * yy),
  };
}

function coefficient(value: number, error: number, n: number): Coefficient {
  const t = ratio(value, error);
  return { value, error, t, p: twoSidedP(t, n - 2) };
}
