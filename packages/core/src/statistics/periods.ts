// Returns of a curve by calendar week, month and year.

import type { Periods } from '../days/periods.ts';

/** The curve's return in each period, from the last mark before it (the first mark, in the first) to its last mark. */
export function periodReturns({ end }: Periods, curve: Float64Array): Float64Array {
  const out = new Float64Array(end.length);
  for (let k = 0; k < end.length; k++) out[k] = curve[end[k]!]! / curve[k === 0 ? 0 : end[k - 1]!]! - 1;
  return out;
}

interface YearReturns {
  readonly year: number;
  readonly strategy: number;
  readonly benchmark: number;
}

/** The returns of a run and of its benchmark in each year. */
export function yearsOf(years: Periods, equity: Float64Array, benchmark: Float64Array): YearReturns[] {
  const ours = periodReturns(years, equity);
  const theirs = periodReturns(years, benchmark);
  return Array.from(years.period, (year, k) => ({
    year,
    strategy: ours[k]!,
    benchmark: theirs[k]!,
  }));
}
