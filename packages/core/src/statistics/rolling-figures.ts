// Figures over a window that rolls along a curve: how steady a result was.

import { power } from '../numeric/portable.ts';
import { settled } from './moments.ts';
import { difference, returnsOf } from './returns.ts';

/** One value a mark, NaN until the window is full. */
export interface RollingFigures {
  /** growth a year over the window */
  readonly growth: Float64Array;
  readonly volatility: Float64Array;
  readonly sharpe: Float64Array;
  /** of the excess returns on the benchmark's */
  readonly beta: Float64Array;
}

/**
 * @param riskFree the risk-free return of each step, one shorter than the curves
 * @param window steps, such as 252 for one year of days
 */
export function rollingFigures(
  equity: Float64Array,
  benchmark: Float64Array,
  riskFree: Float64Array,
  window: number,
  barsPerYear: number,
): RollingFigures {
  const size = equity.length;
  const out: RollingFigures = {
    growth: new Float64Array(size).fill(Number.NaN),
    volatility: new Float64Array(size).fill(Number.NaN),
    sharpe: new Float64Array(size).fill(Number.NaN),
    beta: new Float64Array(size).fill(Number.NaN),
  };
  const raw = returnsOf(equity);
  const ours = difference(raw, riskFree);
  const theirs = difference(returnsOf(benchmark), riskFree);
  const year = Math.sqrt(barsPerYear);
  for (let end = window; window > 1 && end < size; end++) {
    let meanRaw = 0;
    let meanOurs = 0;
    let meanTheirs = 0;
    for (let i = end - window; i < end; i++) {
      meanRaw += raw[i]! / window;
      meanOurs += ours[i]! / window;
      meanTheirs += theirs[i]! / window;
    }
    let rawSquares = 0;
    let squares = 0;
    let cross = 0;
    let theirSquares = 0;
    for (let i = end - window; i < end; i++) {
      const r = ours[i]! - meanOurs;
      const b = theirs[i]! - meanTheirs;
      rawSquares += (raw[i]! - meanRaw) ** 2;
      squares += r * r;
      cross += r * b;
      theirSquares += b * b;
    }
    const ratio = equity[end]! / equity[end - window]!;
    out.growth[end] = ratio > 0 ? power(ratio, barsPerYear / window) - 1 : -1;
    const spread = (sum: number): number => settled(Math.sqrt(sum / (window - 1)));
    out.volatility[end] = spread(rawSquares) * year;
    if (spread(squares) > 0) out.sharpe[end] = (meanOurs / spread(squares)) * year;
    if (spread(theirSquares) > 0) out.beta[end] = cross / theirSquares;
  }
  return out;
}
