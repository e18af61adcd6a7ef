import { describe, expect, it } from 'vitest';
import type { Marks, Trade } from '../src/simulation/records.ts';
import { compareRuns, correlation } from '../src/statistics/compare-runs.ts';
import { withSharesTimes } from '../src/statistics/scale.ts';

const run = (days: readonly number[], equity: readonly number[], trades: Partial<Trade>[] = []) => ({
  marks: { day: Int32Array.from(days), equity: Float64Array.from(equity) } as Marks,
  trades: trades as Trade[],
});
const days = [100, 101, 102, 140, 141, 200];

describe('two runs', () => {
  it('that are one are wholly alike, and one turned about is its opposite', () => {
    const a = run(days, [100, 110, 99, 120, 118, 130]);
    expect(compareRuns(a, a)).toMatchObject({ shared: [], onlyFirst: { trades: [], profit: 0 } });
    expect(compareRuns(a, a).byBar).toBeCloseTo(1, 12);
    expect(compareRuns(a, a).byMonth).toBeCloseTo(1, 12);
    expect(correlation(Float64Array.of(1, 2, 3), Float64Array.of(3, 2, 1))).toBeCloseTo(-1, 12);
  });

  it('correlate as worked out by hand', () => {
    // Deviations -1, 0, 1 and -1, 1, 0: (1 + 0 + 0) / 2.
    expect(correlation(Float64Array.of(1, 2, 3), Float64Array.of(1, 3, 2))).toBeCloseTo(0.5, 12);
  });

  it('are held against each other on the days they share', () => {
    const a = run(days, [100, 110, 99, 120, 118, 130]);
    const b = run([99, ...days, 201], [1, 100, 110, 99, 120, 118, 130, 7]);
    expect(compareRuns(a, b).byBar).toBeCloseTo(1, 12);
  });

  it('of which one does not move have no correlation', () => {
    expect(compareRuns(run(days, [1, 2, 3, 4, 5, 6]), run(days, [5, 5, 5, 5, 5, 5])).byBar).toBeNaN();
    expect(compareRuns(run([1], [1]), run([1], [1])).byBar).toBeNaN();
  });

  it('of other capital make what they would have made with the same', () => {
    const trade = { symbol: 'A', entryDay: 1, side: 'long', profit: 5, shares: 10, return: 0.05 } as Trade;
    expect(withSharesTimes([trade], 4)).toMatchObject([{ profit: 20, shares: 40, return: 0.05 }]);
    const [a, b] = [
      run(days, [1, 2, 3, 4, 5, 6]),
      run(days, [1, 2, 3, 4, 5, 6], withSharesTimes([trade], 4)),
    ];
    expect(compareRuns(a, b).onlySecond.profit).toBe(20);
  });

  it('tell the trades that only one of them took, and what those made', () => {
    const trade = (symbol: string, entryDay: number, profit: number, side: Trade['side'] = 'long') => ({
      symbol,
      entryDay,
      profit,
      side,
    });
    const a = run(days, [1, 1, 1, 1, 1, 1], [trade('A', 1, 5), trade('B', 2, 7), trade('C', 3, -4)]);
    const b = run(days, [1, 1, 1, 1, 1, 1], [trade('A', 1, 9), trade('B', 3, 2), trade('C', 3, 1, 'short')]);
    expect(compareRuns(a, b)).toMatchObject({
      shared: [{ first: a.trades[0], second: b.trades[0], more: -4 }],
      onlyFirst: { trades: a.trades.slice(1), profit: 3 },
      onlySecond: { trades: b.trades.slice(1), profit: 3 },
    });
  });
});
