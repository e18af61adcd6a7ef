// The figures that a curve of equity has by itself (statistics.md): strategy and benchmark alike.

import { power } from '../numeric/portable.ts';
import { drawdownSpells, drawdownsOf, largestFall, longestDrawdownDays } from './drawdown.ts';
import { deviation, mean, ratio, settled } from './moments.ts';
import { difference, returnsOf } from './returns.ts';

/** Fractions, not percents; NaN where undefined. */
export interface CurveFigures {
  readonly endEquity: number;
  /** money: end less start */
  readonly netProfit: number;
  readonly totalReturn: number;
  readonly cagr: number;
  readonly volatility: number;
  readonly sharpe: number;
  readonly sortino: number;
  readonly maxDrawdown: number;
  readonly longestDrawdownDays: number;
  readonly averageDrawdown: number;
  readonly mar: number;
  readonly returnToDrawdown: number;
  readonly ulcer: number;
}

/**
 * @param days the marks' days
 * @param riskFree the risk-free return of each step, one shorter than the curve
 * @param barsPerYear the annual factor: 252, 52 or 12
 */
export function curveFigures(
  days: Int32Array,
  equity: Float64Array,
  riskFree: Float64Array,
  barsPerYear: number,
): CurveFigures {
  const first = equity[0]!;
  const last = equity[equity.length - 1]!;
  const span = days[days.length - 1]! - days[0]!;
  const returns = returnsOf(equity);
  const excess = difference(returns, riskFree);
  const year = Math.sqrt(barsPerYear);
  const drawdowns = drawdownsOf(equity);
  const spells = drawdownSpells(equity);
  let worst = 0;
  let squares = 0;
  for (const d of drawdowns) {
    worst = Math.min(worst, d);
    squares += d * d;
  }
  let downside = 0;
  for (const r of excess) downside += Math.min(r, 0) ** 2;
  const cagr = span > 0 && last > 0 ? power(last / first, 365.25 / span) - 1 : span > 0 ? -1 : Number.NaN;
  return {
    endEquity: last,
    netProfit: last - first,
    totalReturn: last / first - 1,
    cagr,
    volatility: deviation(returns) * year,
    sharpe: ratio(mean(excess), deviation(excess)) * year,
    sortino:
      excess.length < 2
        ? Number.NaN
        : ratio(mean(excess), settled(Math.sqrt(downside / excess.length))) * year,
    maxDrawdown: worst,
    longestDrawdownDays: longestDrawdownDays(days, spells),
    averageDrawdown: spells.length > 0 ? mean(spells.map((s) => s.depth)) : Number.NaN,
    mar: ratio(cagr, Math.abs(worst)),
    returnToDrawdown: ratio(last - first, largestFall(equity)),
    ulcer: Math.sqrt(squares / drawdowns.length),
  };
}
