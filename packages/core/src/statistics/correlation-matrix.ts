// How alike the returns of instruments are, each with each.

import type { Market } from '../bars/bars.ts';
import { weekOf } from '../days/day.ts';
import { correlation } from './compare-runs.ts';

export interface CorrelationMatrix {
  /** those with bars, in the order given */
  readonly symbols: readonly string[];
  /** row by row; NaN where two have fewer than `LEAST` returns in common */
  readonly values: Float64Array;
  /** returns that each two have in common, row by row */
  readonly common: Int32Array;
}

/** Fewer returns than these tell nothing. */
const LEAST = 30;

/** The last close of each day or ISO week, and what names the period: the day itself, or its week. */
interface Closes {
  readonly period: Int32Array;
  readonly close: Float64Array;
}

/**
 * Pearson's correlation of one-day or one-week returns, over the periods that both have with the same period before. A return
 * is between closes of neighbouring bars of the instrument itself.
 */
export function correlationMatrix(
  market: Market,
  symbols: readonly string[],
  by: 'day' | 'week',
): CorrelationMatrix {
  const known = symbols.filter((symbol) => (market.get(symbol)?.day.length ?? 0) > 1);
  const closes = known.map((symbol) => closesOf(market, symbol, by));
  const size = known.length;
  const values = new Float64Array(size * size).fill(1);
  const common = new Int32Array(size * size);
  for (const [i, a] of closes.entries()) {
    common[i * size + i] = a.close.length - 1;
    for (let j = 0; j < i; j++) {
      const [x, y] = inCommon(a, closes[j]!);
      const value = x.length < LEAST ? Number.NaN : correlation(x, y);
      values[i * size + j] = values[j * size + i] = value;
      common[i * size + j] = common[j * size + i] = x.length;
    }
  }
  return { symbols: known, values, common };
}

function closesOf(market: Market, symbol: string, by: 'day' | 'week'): Closes {
  const { day, close } = market.get(symbol)!;
  if (by === 'day') return { period: day, close };
  const last: number[] = [];
  for (let i = 0; i < day.length; i++) {
    if (i + 1 === day.length || weekOf(day[i + 1]!) !== weekOf(day[i]!)) last.push(i);
  }
  return {
    period: Int32Array.from(last, (i) => weekOf(day[i]!)),
    close: Float64Array.from(last, (i) => close[i]!),
  };
}

/** The returns of both over the periods that end and begin alike. */
function inCommon(a: Closes, b: Closes): [Float64Array, Float64Array] {
  const most = Math.min(a.period.length, b.period.length);
  const x = new Float64Array(most);
  const y = new Float64Array(most);
  let count = 0;
  let j = 1;
  for (let i = 1; i < a.period.length; i++) {
    const end = a.period[i]!;
    while (j < b.period.length && b.period[j]! < end) j++;
    if (j >= b.period.length) break;
    if (b.period[j] !== end || b.period[j - 1] !== a.period[i - 1]) continue;
    x[count] = a.close[i]! / a.close[i - 1]! - 1;
    y[count] = b.close[j]! / b.close[j - 1]! - 1;
    count++;
  }
  return [x.subarray(0, count), y.subarray(0, count)];
}

/** The mean of all pairs' correlations, each once; NaN without any. */
export function meanCorrelation({ symbols, values }: CorrelationMatrix): number {
  let sum = 0;
  let pairs = 0;
  for (let i = 0; i < symbols.length; i++) {
    for (let j = 0; j < i; j++) {
      const value = values[i * symbols.length + j]!;
      if (Number.isNaN(value)) continue;
      sum += value;
      pairs++;
    }
  }
  return pairs > 0 ? sum / pairs : Number.NaN;
}
