// Numbers compared as the contract asks (simulation.md 1.5): within 1e-12 of the larger one they are equal. Prices are
// decimal and the machine is not: a 20-day and a 50-day average that are both 20.979 may differ in their last bit, and
// rounding must not decide a trade. Undefined is NaN, and makes every test below false.

/** Numbers closer than this, relative to the larger of them, are equal. */
export const SAME = 1e-12;

/** Whether two defined numbers are equal. */
export function same(a: number, b: number): boolean {
  return Math.abs(a - b) <= SAME * Math.max(Math.abs(a), Math.abs(b));
}

/** a > b, and not merely by rounding. */
export function exceeds(a: number, b: number): boolean {
  return a > b && !same(a, b);
}

/** a >= b, or short of it by rounding alone. */
export function reaches(a: number, b: number): boolean {
  return a >= b || same(a, b);
}

/** a - b, 0 where they are equal: what is left of two equal numbers is rounding. NaN where either is undefined. */
export function difference(a: number, b: number): number {
  return same(a, b) ? 0 : a - b;
}
