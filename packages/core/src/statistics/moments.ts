// Mean and sample deviation, the building blocks of statistics.md. Undefined is NaN.

/** Arithmetic mean; NaN of nothing. */
export function mean(x: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < x.length; i++) sum += x[i]!;
  return x.length > 0 ? sum / x.length : Number.NaN;
}

/** A deviation below this is rounding, and counts as 0 (statistics.md). */
const NO_DEVIATION = 1e-12;

/** A deviation, 0 where it is no more than rounding. */
export function settled(deviation: number): number {
  return deviation < NO_DEVIATION ? 0 : deviation;
}

/** Sample standard deviation (n - 1), 0 below 1e-12; NaN for fewer than two values. */
export function deviation(x: ArrayLike<number>): number {
  if (x.length < 2) return Number.NaN;
  const m = mean(x);
  let sum = 0;
  for (let i = 0; i < x.length; i++) sum += (x[i]! - m) ** 2;
  return settled(Math.sqrt(sum / (x.length - 1)));
}

/** a / b, NaN where b is 0: a ratio without a denominator is undefined, never infinite. */
export function ratio(a: number, b: number): number {
  return b === 0 ? Number.NaN : a / b;
}
