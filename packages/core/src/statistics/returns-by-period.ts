// A run's returns by day, week or month, beside its benchmark's and riskless money's.

import { periodsOf } from '../days/periods.ts';
import type { Run } from '../run.ts';
import { periodReturns } from './periods.ts';
import { returnsOf } from './returns.ts';
import { fromCapital } from './slice.ts';

/** Columns with one entry a period, as fractions; each period ends at the close of its last day. */
export interface ReturnsByPeriod {
  readonly end: Int32Array;
  readonly strategy: Float64Array;
  readonly benchmark: Float64Array;
  /** of riskless money over the same days, compounded */
  readonly cash: Float64Array;
}

/** The first day has no return: it is where the capital stands. */
export function returnsByPeriod(
  { marks, ledger, benchmark, riskFree }: Pick<Run, 'marks' | 'ledger' | 'benchmark' | 'riskFree'>,
  by: 'day' | 'week' | 'month',
): ReturnsByPeriod {
  const { day } = marks;
  const equity = fromCapital(marks.equity, ledger);
  if (by === 'day') {
    return {
      end: day.subarray(1),
      strategy: returnsOf(equity),
      benchmark: returnsOf(benchmark),
      cash: riskFree,
    };
  }
  const cash = new Float64Array(day.length).fill(1);
  for (let t = 1; t < cash.length; t++) cash[t] = cash[t - 1]! * (1 + riskFree[t - 1]!);
  const periods = periodsOf(day, by);
  return {
    end: Int32Array.from(periods.end, (t) => day[t]!),
    strategy: periodReturns(periods, equity),
    benchmark: periodReturns(periods, benchmark),
    cash: periodReturns(periods, cash),
  };
}
