// The strategy's excess returns on the benchmark's, by bar and by month (statistics.md: beta, alpha).

import type { Periods } from '../days/periods.ts';
import { at } from '../numeric/at.ts';
import { periodReturns } from './periods.ts';
import { type Regression, regress } from './regression.ts';
import { difference, returnsOf } from './returns.ts';

export interface Excess {
  /** returns above the risk-free rate, one a bar or one a month */
  readonly strategy: Float64Array;
  readonly benchmark: Float64Array;
  readonly regression: Regression;
}

/** @param riskFree the risk-free return of each step, one shorter than the curves */
export function excessByBar(equity: Float64Array, benchmark: Float64Array, riskFree: Float64Array): Excess {
  const ours = difference(returnsOf(equity), riskFree);
  const theirs = difference(returnsOf(benchmark), riskFree);
  return { strategy: ours, benchmark: theirs, regression: regress(ours, theirs) };
}

/** Months from the second on, so that none is of part of a month but perhaps the last; the rate compounds within each. */
export function excessByMonth(
  equity: Float64Array,
  benchmark: Float64Array,
  riskFree: Float64Array,
  months: Periods,
): Excess {
  const free = new Float64Array(riskFree.length + 1);
  free[0] = 1;
  for (let i = 0; i < riskFree.length; i++) free[i + 1] = at(free, i) * (1 + at(riskFree, i));
  const rate = periodReturns(months, free);
  const ours = difference(periodReturns(months, equity), rate).subarray(1);
  const theirs = difference(periodReturns(months, benchmark), rate).subarray(1);
  return { strategy: ours, benchmark: theirs, regression: regress(ours, theirs) };
}
