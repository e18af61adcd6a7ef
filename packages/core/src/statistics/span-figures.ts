// The figures of a part of a run.

import type { Marks, Trade } from '../simulation/records.ts';
import { type CurveFigures, curveFigures } from './curve-figures.ts';
import { type TradeFigures, tradeFigures } from './trade-figures.ts';

export interface SpanFigures {
  /** days; returns are counted from the close of the first */
  readonly from: number;
  readonly to: number;
  readonly strategy: CurveFigures & TradeFigures;
  readonly benchmark: CurveFigures;
}

interface SpanInput {
  readonly marks: Marks;
  /** closed trades; one belongs to the span in which it ended */
  readonly trades: readonly Trade[];
  readonly benchmark: Float64Array;
  /** the risk-free return of each step */
  readonly riskFree: Float64Array;
  readonly barsPerYear: number;
}

/** @param first, last places in the run's marks, both included */
export function spanFigures(run: SpanInput, first: number, last: number): SpanFigures {
  const days = run.marks.day.subarray(first, last + 1);
  const from = days[0];
  const to = days[days.length - 1];
  const riskFree = run.riskFree.subarray(first, last);
  const curve = (equity: Float64Array): CurveFigures =>
    curveFigures(days, equity.subarray(first, last + 1), riskFree, run.barsPerYear);
  const ended = run.trades.filter(
    ({ exitDay = Infinity }) => exitDay <= to && (first === 0 || exitDay > from),
  );
  return {
    from,
    to,
    strategy: { ...curve(run.marks.equity), ...tradeFigures(ended) },
    benchmark: curve(run.benchmark),
  };
}
