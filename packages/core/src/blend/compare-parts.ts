// How alike the parts of a blend are, and what mixing them does (docs/blends.md, What is compared).

import { countUntil } from '../days/calendar.ts';
import { periodsOf } from '../days/periods.ts';
import { at } from '../numeric/at.ts';
import type { Trade } from '../simulation/records.ts';
import { correlation } from '../statistics/compare-runs.ts';
import { deviation, ratio } from '../statistics/moments.ts';
import { periodReturns } from '../statistics/periods.ts';
import { returnsOf } from '../statistics/returns.ts';

export type Matrix = readonly (readonly number[])[];

export interface Correlations {
  readonly daily: Matrix;
  readonly monthly: Matrix;
}

/** Pearson's correlations of the curves' returns, each with each; months from the first mark, then between last marks. */
export function correlationsOf(days: Int32Array, curves: readonly Float64Array[]): Correlations {
  const months = periodsOf(days, 'month');
  return {
    daily: eachWithEach(curves.map(returnsOf)),
    monthly: eachWithEach(curves.map((curve) => periodReturns(months, curve))),
  };
}

/**
 * The same of those days alone on which the blend stood below its peak: whether the parts still differ when it hurts.
 * @param drawdown the blend's, one a day
 */
export function correlationsBelowPeak(drawdown: Float64Array, curves: readonly Float64Array[]): Matrix {
  return eachWithEach(
    curves.map((curve) => returnsOf(curve).filter((_r, step) => (drawdown[step + 1] ?? 0) < 0)),
  );
}

function eachWithEach(returns: readonly Float64Array[]): Matrix {
  const matrix = returns.map(() => new Array<number>(returns.length).fill(0));
  for (const [i, a] of returns.entries()) {
    for (let j = 0; j <= i; j++) {
      const value = correlation(a, at(returns, j));
      at(matrix, i)[j] = value;
      at(matrix, j)[i] = value;
    }
  }
  return matrix;
}

/**
 * (sum of w_k * volatility_k) / volatility of the blend: 1 where the parts move as one, more the more they differ.
 * @param deviations of the parts' returns
 */
export function diversificationRatio(
  weights: ArrayLike<number>,
  deviations: readonly number[],
  blend: Float64Array,
): number {
  const sum = deviations.reduce((total, deviation, k) => total + weights[k]! * deviation, 0);
  return ratio(sum, deviation(returnsOf(blend)));
}

/** The sample deviations of the curves' returns. */
export const deviationsOf = (curves: readonly Float64Array[]): number[] =>
  curves.map((curve) => deviation(returnsOf(curve)));

/** From the mark of `from` to the last mark before `until`. */
export interface Holding {
  readonly symbol: string;
  readonly from: number;
  readonly until: number;
}

/** What a part's trades held at marks. */
export function holdingsOf(trades: readonly Pick<Trade, 'symbol' | 'entryDay' | 'exitDay'>[]): Holding[] {
  return trades.map(({ symbol, entryDay, exitDay = Infinity }) => ({
    symbol,
    from: entryDay,
    until: exitDay,
  }));
}

/**
 * The mean, over the days on which anything is held at the mark, of the share of held instruments that two or more parts
 * hold; NaN where nothing is ever held.
 * @param parts what each part holds
 */
export function overlapOf(days: Int32Array, parts: readonly (readonly Holding[])[]): number {
  const holders = new Map<string, Int32Array>();
  for (const holdings of parts) {
    const seen = new Map<string, Uint8Array>();
    for (const { symbol, from, until } of holdings) {
      const held = seen.get(symbol) ?? new Uint8Array(days.length);
      seen.set(symbol, held);
      for (let t = countUntil(days, from - 1); t < days.length && days[t]! < until; t++) held[t] = 1;
    }
    for (const [symbol, held] of seen) {
      const count = holders.get(symbol) ?? new Int32Array(days.length);
      holders.set(symbol, count);
      for (let t = 0; t < held.length; t++) count[t]! += held[t]!;
    }
  }
  const instruments = new Int32Array(days.length);
  const shared = new Int32Array(days.length);
  for (const count of holders.values()) {
    for (let t = 0; t < count.length; t++) {
      if (count[t]! > 0) instruments[t]!++;
      if (count[t]! > 1) shared[t]!++;
    }
  }
  let sum = 0;
  let counted = 0;
  for (let t = 0; t < days.length; t++) {
    if (instruments[t] === 0) continue;
    sum += shared[t]! / instruments[t]!;
    counted++;
  }
  return ratio(sum, counted);
}
