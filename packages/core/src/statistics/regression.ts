// Ordinary least squares of one series on another, with intercept.

export interface Regression {
  readonly n: number;
  readonly alpha: number;
  readonly beta: number;
  readonly rSquared: number;
}

/** y = alpha + beta x; NaN where x or y does not vary. */
export function regress(y: Float64Array, x: Float64Array): Regression {
  const n = y.length;
  let meanX = 0;
  let meanY = 0;
  for (let i = 0; i < n; i++) {
    meanX += x[i] / n;
    meanY += y[i] / n;
  }
  let xx = 0;
  let xy = 0;
  let yy = 0;
  for (let i = 0; i < n; i++) {
    const dx = x[i] - meanX;
    const dy = y[i] - meanY;
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  if (n < 2 || xx === 0) return { n, alpha: Number.NaN, beta: Number.NaN, rSquared: Number.NaN };
  const beta = xy / xx;
  return { n, beta, alpha: meanY - beta * meanX, rSquared: yy === 0 ? Number.NaN : (xy * xy) / (xx * yy) };
}
