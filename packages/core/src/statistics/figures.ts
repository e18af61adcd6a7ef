// All headline figures of a run beside its benchmark's (statistics.md).

import type { Ledger, Marks } from '../simulation/records.ts';
import { type CurveFigures, curveFigures } from './curve-figures.ts';
import { deviation, mean, ratio } from './moments.ts';
import { periodReturns } from './periods.ts';
import { regress } from './regression.ts';
import { difference, returnsOf } from './returns.ts';
import type { Slice } from './slice.ts';
import { type TradeFigures, tradeFigures } from './trade-figures.ts';

interface BenchmarkFigures extends CurveFigures {
  /** of the strategy's excess returns on the benchmark's, per bar */
  readonly beta: number;
  readonly alpha: number;
  /** alpha times the bars of a year, and what tells it from chance: two-sided, n - 2 degrees of freedom */
  readonly alphaYear: number;
  readonly alphaT: number;
  readonly alphaP: number;
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

/** @param held the benchmark's own figures, where they are known already */
export function figuresOf(input: Slice, held?: CurveFigures): Figures {
  const { marks, equity, riskFree, barsPerYear } = input;
  return {
    ...curveFigures(marks.day, equity, riskFree, barsPerYear),
    ...tradeFigures(input.trades),
    exposure: mean(exposures(marks)),
    timeInMarket: timeInMarket(marks),
    turnover: turnoverOf(marks, input.ledger),
    benchmark: {
      ...(held ?? curveFigures(marks.day, input.benchmark, riskFree, barsPerYear)),
      ...against(input),
    },
  };
}

/** (longs + shorts) / equity at each mark. */
export function exposures({ long, short, equity }: Marks): Float64Array {
  const out = new Float64Array(equity.length);
  for (let i = 0; i < out.length; i++) out[i] = (long[i]! + short[i]!) / equity[i]!;
  return out;
}

function timeInMarket(marks: Marks): number {
  return daysHeld(marks) / marks.day.length;
}

/** Marks with a position. */
export function daysHeld({ positions }: Marks): number {
  let days = 0;
  for (const held of positions) if (held > 0) days++;
  return days;
}

/** (value bought + value sold) / 2 / mean equity / years */
function turnoverOf(marks: Marks, ledger: Ledger): number {
  return ratio(tradedValue(ledger) / 2 / mean(marks.equity), yearsOf(marks.day));
}

/** All that was bought and sold, in money. */
export function tradedValue({ shares, amount }: Ledger): number {
  let traded = 0;
  for (let i = 0; i < amount.length; i++) if (shares[i] !== 0) traded += Math.abs(amount[i]!);
  return traded;
}

export function yearsOf(days: Int32Array): number {
  return (days[days.length - 1]! - days[0]!) / 365.25;
}

function against(input: Slice): Omit<BenchmarkFigures, keyof CurveFigures> {
  const { equity, benchmark, riskFree, months, barsPerYear } = input;
  const strategyReturns = returnsOf(equity);
  const benchmarkReturns = returnsOf(benchmark);
  const active = difference(strategyReturns, benchmarkReturns);
  const { alpha, beta, rSquared } = regress(
    difference(strategyReturns, riskFree),
    difference(benchmarkReturns, riskFree),
  );
  const ours = periodReturns(months, equity);
  const theirs = periodReturns(months, benchmark);
  const capture = (counts: (r: number) => boolean): number => {
    const means = meansWhere(ours, theirs, counts);
    return ratio(means.ours, means.theirs);
  };
  return {
    beta: beta.value,
    alpha: alpha.value,
    alphaYear: alpha.value * barsPerYear,
    alphaT: alpha.t,
    alphaP: alpha.p,
    rSquared,
    informationRatio: ratio(mean(active), deviation(active)) * Math.sqrt(barsPerYear),
    upCapture: capture((r) => r > 0),
    downCapture: capture((r) => r < 0),
  };
}

/** Mean returns of both in the periods in which the benchmark's counts. */
export function meansWhere(
  ours: Float64Array,
  theirs: Float64Array,
  counts: (theirs: number) => boolean,
): { readonly periods: number; readonly ours: number; readonly theirs: number } {
  const counted = Array.from(theirs.keys()).filter((k) => counts(theirs[k]!));
  return {
    periods: counted.length,
    ours: mean(counted.map((k) => ours[k]!)),
    theirs: mean(counted.map((k) => theirs[k]!)),
  };
}
