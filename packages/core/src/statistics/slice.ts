// A run, or a part of it, as the figures read it.

import { countUntil } from '../days/calendar.ts';
import { type Periods, periodsOf } from '../days/periods.ts';
import type { Ledger, Marks, Trade } from '../simulation/records.ts';

export interface Slice {
  readonly marks: Marks;
  /** the account at each mark as statistics read it: a run's first is its capital (statistics.md) */
  readonly equity: Float64Array;
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

type Whole = Omit<Slice, 'months' | 'equity'>;

/** @param first, last places in the run's marks, both included; returns are counted from the close of the first */
export function sliceOf(run: Whole, first: number, last: number): Slice {
  const { marks, ledger } = run;
  const day = marks.day.subarray(first, last + 1);
  const equity = marks.equity.subarray(first, last + 1);
  const from = first === 0 ? -Infinity : day[0]!;
  const to = day[day.length - 1]!;
  // The ledger's days never fall.
  const begin = countUntil(ledger.day, from);
  const end = countUntil(ledger.day, to);
  return {
    marks: {
      day,
      equity,
      cash: marks.cash.subarray(first, last + 1),
      long: marks.long.subarray(first, last + 1),
      short: marks.short.subarray(first, last + 1),
      positions: marks.positions.subarray(first, last + 1),
    },
    equity: first === 0 ? fromCapital(equity, ledger) : equity,
    ledger: {
      day: ledger.day.subarray(begin, end),
      kind: ledger.kind.subarray(begin, end),
      part: ledger.part.subarray(begin, end),
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

/**
 * e_0 is the capital, which the ledger begins with: what fills at the first close cost falls into the first return.
 * @param equity a run's recorded marks from the first on
 */
export function fromCapital(equity: Float64Array, ledger: Ledger): Float64Array {
  if (equity.length === 0 || equity[0] === ledger.amount[0]) return equity;
  const curve = equity.slice();
  curve[0] = ledger.amount[0]!;
  return curve;
}
