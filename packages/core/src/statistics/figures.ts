// All headline figures of a run beside its benchmark's (statistics.md).

import type { Ledger, Marks, Trade } from '../simulation/records.ts';
import { type CurveFigures, curveFigures } from './curve-figures.ts';
import { deviation, mean, ratio } from './moments.ts';
import { periodReturns } from './periods.ts';
import { regress } from './regression.ts';
import { difference, returnsOf, riskFreeReturns } from './returns.ts';
import { type TradeFigures, tradeFigures } from './trade-figures.ts';

interface BenchmarkFigures extends CurveFigures {
  /** of the strategy's excess returns on the benchmark's, per bar */
  readonly beta: number;
  readonly alpha: number;
  readonly rSquared: number;
  readonly informationRatio: number;
  readonly upCapture: number;
  readonly downCapture: number;
}

export interface Figures extends CurveFigures, TradeFigures {
  readonly exposure: number;
  readonly timeInMarket: number;
  readonly turnover: number;
  readonly benchmark: BenchmarkFigures;
}

export interface FiguresInput {
  readonly marks: Marks;
  readonly ledger: Ledger;
  /** closed trades */
  readonly trades: readonly Trade[];
  /** the benchmark's curve over the same days */
  readonly benchmark: Float64Array;
  /** the risk-free rate, percent a year, at each mark */
  readonly rates: Float64Array;
  readonly barsPerYear: number;
}

export function figuresOf(input: FiguresInput): Figures {
  const { marks, benchmark, barsPerYear } = input;
  const riskFree = riskFreeReturns(marks.day, input.rates);
  return {
    ...curveFigures(marks.day, marks.equity, riskFree, barsPerYear),
    ...tradeFigures(input.trades),
    exposure: exposureOf(marks),
    timeInMarket: timeInMarket(marks),
    turnover: turnoverOf(marks, input.ledger),
    benchmark: {
      ...curveFigures(marks.day, benchmark, riskFree, barsPerYear),
      ...against(marks, benchmark, riskFree, barsPerYear),
    },
  };
}

function exposureOf(marks: Marks): number {
  let sum = 0;
  for (let i = 0; i < marks.day.length; i++) sum += (marks.long[i] + marks.short[i]) / marks.equity[i];
  return sum / marks.day.length;
}

function timeInMarket(marks: Marks): number {
  let days = 0;
  for (const held of marks.positions) if (held > 0) days++;
  return days / marks.day.length;
}

/** (value bought + value sold) / 2 / mean equity / years */
function turnoverOf(marks: Marks, ledger: Ledger): number {
  let traded = 0;
  for (let i = 0; i < ledger.amount.length; i++)
    if (ledger.shares[i] !== 0) traded += Math.abs(ledger.amount[i]);
  const years = (marks.day[marks.day.length - 1] - marks.day[0]) / 365.25;
  return ratio(traded / 2 / mean(marks.equity), years);
}

function against(
  marks: Marks,
  benchmark: Float64Array,
  riskFree: Float64Array,
  barsPerYear: number,
): Omit<BenchmarkFigures, keyof CurveFigures> {
  const strategyReturns = returnsOf(marks.equity);
  const benchmarkReturns = returnsOf(benchmark);
  const active = difference(strategyReturns, benchmarkReturns);
  const { alpha, beta, rSquared } = regress(
    difference(strategyReturns, riskFree),
    difference(benchmarkReturns, riskFree),
  );
  const ours = periodReturns(marks.day, marks.equity, 'month').map((p) => p.return);
  const theirs = periodReturns(marks.day, benchmark, 'month').map((p) => p.return);
  const capture = (counts: (r: number) => boolean): number => {
    const months = theirs.map((_r, k) => k).filter((k) => counts(theirs[k]));
    return ratio(mean(months.map((k) => ours[k])), mean(months.map((k) => theirs[k])));
  };
  return {
    beta,
    alpha,
    rSquared,
    informationRatio: ratio(mean(active), deviation(active)) * Math.sqrt(barsPerYear),
    upCapture: capture((r) => r > 0),
    downCapture: capture((r) => r < 0),
  };
}
