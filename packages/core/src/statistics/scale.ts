// Curves put on another footing, to be held beside others.

import type { Trade } from '../simulation/records.ts';
import { figureCatalogue } from './figure-catalogue.ts';
import type { Figures } from './figures.ts';
import { deviation, ratio } from './moments.ts';
import { returnsOf } from './returns.ts';

/**
 * The curve with its returns above the risk-free rate multiplied until it is as volatile as the other: what holding more
 * or less of it beside cash would have made. NaN after the first mark where it never moves.
 */
export function scaledToVolatility(
  equity: Float64Array,
  other: Float64Array,
  riskFree: Float64Array,
): { readonly times: number; readonly curve: Float64Array } {
  const returns = returnsOf(equity);
  const times = ratio(deviation(returnsOf(other)), deviation(returns));
  const curve = new Float64Array(equity.length);
  curve[0] = equity[0]!;
  for (let i = 0; i < returns.length; i++)
    curve[i + 1] = curve[i]! * (1 + riskFree[i]! + times * (returns[i]! - riskFree[i]!));
  return { times, curve };
}

/** The capital with the risk-free rate on it. */
export function cashCurve(riskFree: Float64Array, capital: number): Float64Array {
  const curve = new Float64Array(riskFree.length + 1);
  curve[0] = capital;
  for (let i = 0; i < riskFree.length; i++) curve[i + 1] = curve[i]! * (1 + riskFree[i]!);
  return curve;
}

/** The curve as multiples of its value at a place. */
export function multiplesOf(curve: Float64Array, place: number): Float64Array {
  return curve.map((value) => value / curve[place]!);
}

/** The figures of the same run with other capital: sums of money are so many times as large, all else is as it was. */
export function withMoneyTimes(figures: Figures, times: number): Figures {
  return { ...inMoney(figures, times), benchmark: inMoney(figures.benchmark, times) };
}

/** Figures of a curve, or of a curve and its trades, of so many times the money. */
export function inMoney<F extends object>(figures: F, times: number): F {
  return Object.fromEntries(
    Object.entries(figures).map(([key, value]) => [key, MONEY.has(key) ? (value as number) * times : value]),
  ) as F;
}

/** Trades of so many times the shares. */
export function withSharesTimes(trades: readonly Trade[], times: number): Trade[] {
  return trades.map((trade) => ({
    ...trade,
    sizedOn: trade.sizedOn * times,
    wanted: trade.wanted * times,
    shares: trade.shares * times,
    commission: trade.commission * times,
    carry: trade.carry * times,
    profit: trade.profit * times,
  }));
}

const MONEY: ReadonlySet<string> = new Set(
  figureCatalogue.flatMap(({ key, kind }) => (kind === 'money' ? [key] : [])),
);
