// Returns by calendar month and year.

import { monthOf, yearOf } from '../days/day.ts';

export interface PeriodReturn {
  /** the year, or year * 12 + month - 1 */
  readonly period: number;
  readonly return: number;
}

/** The curve's return in each year (or month) of the run, from the last mark before it to its last mark. */
export function periodReturns(days: Int32Array, equity: Float64Array, by: 'year' | 'month'): PeriodReturn[] {
  const periodOf = by === 'year' ? yearOf : monthOf;
  const out: PeriodReturn[] = [];
  let from = equity[0];
  for (let i = 0; i < days.length; i++) {
    const period = periodOf(days[i]);
    if (i + 1 === days.length || periodOf(days[i + 1]) !== period) {
      out.push({ period, return: equity[i] / from - 1 });
      from = equity[i];
    }
  }
  return out;
}
