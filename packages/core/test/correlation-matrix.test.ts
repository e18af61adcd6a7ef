// Correlations of instruments, each with each.

import { describe, expect, it } from 'vitest';
import { weekOf } from '../src/days/day.ts';
import { type Bars, correlationMatrix, meanCorrelation } from '../src/index.ts';
import { correlation } from '../src/statistics/compare-runs.ts';
import { barsOf, randomMarket } from './market.ts';

const { market } = randomMarket(5, 4, 400);
const symbols = ['A', 'B', 'C', 'D'];

/** By the definition, slowly. */
function slowly(a: Bars, b: Bars, name: (day: number) => number): number {
  const periods = (bars: Bars) => {
    const last = new Map<number, number>();
    for (const [i, day] of bars.day.entries()) last.set(name(day), bars.close[i] ?? Number.NaN);
    return [...last];
  };
  const returns = (bars: Bars) =>
    new Map(
      periods(bars)
        .slice(1)
        .map(([period, close], k) => {
          const [before = Number.NaN, was = Number.NaN] = periods(bars)[k] ?? [];
          return [`${before} ${period}`, close / was - 1] as const;
        }),
    );
  const [x, y] = [returns(a), returns(b)];
  const both = [...x.keys()].filter((key) => y.has(key));
  return correlation(
    Float64Array.from(both, (key) => x.get(key) ?? Number.NaN),
    Float64Array.from(both, (key) => y.get(key) ?? Number.NaN),
  );
}

describe('the matrix of correlations', () => {
  it.each(['day', 'week'] as const)('is what each pair says by itself, by %s', (by) => {
    const { symbols: named, values } = correlationMatrix(market, symbols, by);
    expect(named).toEqual(symbols);
    for (const [i, a] of named.entries()) {
      for (const [j, b] of named.entries()) {
        const value = values[i * named.length + j];
        if (i === j) expect(value).toBe(1);
        else {
          const [x, y] = [market.get(a), market.get(b)];
          if (!x || !y) throw new Error('they are there');
          expect(value).toBeCloseTo(slowly(x, y, by === 'day' ? (day) => day : weekOf), 10);
        }
      }
    }
  });

  it('leaves out what has no bars, and says nothing of two with too little in common', () => {
    const few = new Map([
      ['X', barsOf(Array.from({ length: 50 }, (_x, k) => 10 + (k % 3)))],
      ['Y', barsOf([1, 2, 3])],
      ['Z', barsOf(Array.from({ length: 50 }, (_x, k) => 20 + 2 * (k % 3)))],
    ]);
    const matrix = correlationMatrix(few, ['X', 'NONE', 'Y', 'Z'], 'day');
    expect(matrix.symbols).toEqual(['X', 'Y', 'Z']);
    expect(matrix.values[1]).toBeNaN();
    expect(matrix.common[1]).toBe(2);
    expect(matrix.values[2]).toBeCloseTo(1, 12);
    expect(meanCorrelation(matrix)).toBeCloseTo(1, 12);
    expect(meanCorrelation(correlationMatrix(few, [], 'day'))).toBeNaN();
  });
});
