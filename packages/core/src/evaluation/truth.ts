// Truth of three values and the comparisons that give it, for one bar: what the columns, the narrowing and the rules on a
// position all read (simulation.md 1.5).
//
// A truth is 0 false, 1 undefined, 2 true, so that "and" is the smaller, "or" the larger and "not" 2 - x (Kleene's strong
// logic). An undefined number is NaN.

import type { Comparator } from '../language/tree.ts';
import { SAME } from '../numeric/compare.ts';

export const FALSE = 0;
export const UNDEFINED = 1;
export const TRUE = 2;

/**
 * a > b by more than rounding: TRUE, FALSE or UNDEFINED. NaN fails both tests, which leaves UNDEFINED. A sum, not a branch,
 * which noisy prices would mispredict.
 */
export function greater(a: number, b: number): number {
  const least = SAME * Math.max(Math.abs(a), Math.abs(b));
  const excess = a - b;
  return UNDEFINED + +(excess > least) - +(excess <= least);
}

export function equal(a: number, b: number): number {
  return Math.min(2 - greater(a, b), 2 - greater(b, a));
}

/** The comparators that read one bar alone. */
export type PlainComparator = Exclude<Comparator, 'crosses above' | 'crosses below'>;

export function compareOne(comparator: PlainComparator, a: number, b: number): number {
  switch (comparator) {
    case 'is above':
      return greater(a, b);
    case 'is below':
      return greater(b, a);
    case 'is at least':
      return 2 - greater(b, a);
    case 'is at most':
      return 2 - greater(a, b);
    case 'equals':
      return equal(a, b);
  }
}

/** low <= x <= high. */
export function betweenOne(x: number, low: number, high: number): number {
  return Math.min(2 - greater(low, x), 2 - greater(x, high));
}

/** Whether a value moved that way from one bar to the next. */
export function movesOne(way: 'rising' | 'falling', now: number, before: number): number {
  return way === 'rising' ? greater(now, before) : greater(before, now);
}

/** Division by zero is undefined, never infinite. */
export function calculateOne(operator: '+' | '-' | '*' | '/', a: number, b: number): number {
  switch (operator) {
    case '+':
      return a + b;
    case '-':
      return a - b;
    case '*':
      return a * b;
    case '/':
      return b === 0 ? Number.NaN : a / b;
  }
}
