// All headline figures of a run beside its benchmark's (statistics.md).

import type { Ledger, Marks, Trade } from '../simulation/records.ts';
import { type CurveFigures, curveFigures } from './curve-figures.ts';
import { deviation, mean, ratio } from './moments.ts';
import { type Periods, periodReturns } from './periods.ts';
import { regress } from './regression.ts';
import { difference, returnsOf } from './returns.ts';
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
  /** the benchmark's curve over the same days, and its own figures */
  readonly benchmark: Float64Array;
  readonly benchmarkFigures: CurveFigures;
  /** the risk-free return of each step */
  readonly riskFree: Float64Array;
  readonly months: Periods;
  readonly barsPerYear: number;
}

export function figuresOf(input: FiguresInput): Figures {
  const { marks, riskFree, barsPerYear } = input;
  return {
    ...curveFigures(marks.day, marks.equity, riskFree, barsPerYear),
    ...tradeFigures(input.trades),
    exposure: exposureOf(marks),
    timeInMarket: timeInMarket(marks),
    turnover: turnoverOf(marks, input.ledger),
    benchmark: {
      ...input.benchmarkFigures,
      ...against(input),
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

function against(input: FiguresInput): Omit<BenchmarkFigures, keyof CurveFigures> {
  const { marks, benchmark, riskFree, months, barsPerYear } = input;
  const strategyReturns = returnsOf(marks.equity);
  const benchmarkReturns = returnsOf(benchmark);
  const active = difference(strategyReturns, benchmarkReturns);
  const { alpha, beta, rSquared } = regress(
    difference(strategyReturns, riskFree),
    difference(benchmarkReturns, riskFree),
  );
  const ours = periodReturns(months, marks.equity);
  const theirs = periodReturns(months, benchmark);
  const capture = (counts: (r: number) => boolean): number => {
    const counted = Array.from(theirs.keys()).filter((k) => counts(theirs[k]));
    return ratio(mean(counted.map((k) => ours[k])), mean(counted.map((k) => theirs[k])));
  };
  return {
    beta: beta.value,
    alpha: alpha.value,
    rSquared,
    informationRatio: ratio(mean(active), deviation(active)) * Math.sqrt(barsPerYear),
    upCapture: capture((r) => r > 0),
    downCapture: capture((r) => r < 0),
  };
}
