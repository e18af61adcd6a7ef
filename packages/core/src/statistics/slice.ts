// A run, or a part of it, as the figures read it.

import { countUntil } from '../days/calendar.ts';
import type { Ledger, Marks, Trade } from '../simulation/records.ts';
import { type Periods, periodsOf } from './periods.ts';

export interface Slice {
  readonly marks: Marks;
  readonly ledger: Ledger;
  /** closed trades; one belongs to the part in which it ended */
  readonly trades: readonly Trade[];
  /** the benchmark's curve over the same days */
  readonly benchmark: Float64Array;
  /** the risk-free return of each step, one shorter than the curves */
  readonly riskFree: Float64Array;
  readonly months: Periods;
  readonly barsPerYear: number;
}

type Whole = Omit<Slice, 'months'>;

/** @param first, last places in the run's marks, both included; returns are counted from the close of the first */
export function sliceOf(run: Whole, first: number, last: number): Slice {
  const { marks, ledger } = run;
  const day = marks.day.subarray(first, last + 1);
  const from = first === 0 ? -Infinity : day[0];
  const to = day[day.length - 1];
  // The ledger's days never fall.
  const begin = countUntil(ledger.day, from);
  const end = countUntil(ledger.day, to);
  return {
    marks: {
      day,
      equity: marks.equity.subarray(first, last + 1),
      cash: marks.cash.subarray(first, last + 1),
      long: marks.long.subarray(first, last + 1),
      short: marks.short.subarray(first, last + 1),
      positions: marks.positions.subarray(first, last + 1),
    },
    ledger: {
      day: ledger.day.subarray(begin, end),
      kind: ledger.kind.subarray(begin, end),
      instrument: ledger.instrument.subarray(begin, end),
      shares: ledger.shares.subarray(begin, end),
      amount: ledger.amount.subarray(begin, end),
    },
    trades: run.trades.filter(({ exitDay = Infinity }) => exitDay <= to && exitDay > from),
    benchmark: run.benchmark.subarray(first, last + 1),
    riskFree: run.riskFree.subarray(first, last),
    months: periodsOf(day, 'month'),
    barsPerYear: run.barsPerYear,
  };
}
