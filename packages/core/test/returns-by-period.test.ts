// Returns by day, week and month, and the figures that came later.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { weekOf } from '../src/days/day.ts';
import { createEngine, type Run, returnsByPeriod } from '../src/index.ts';
import { randomMarket, strategyOf } from './market.ts';

function run(seed: number): Run {
  const { market, universe } = randomMarket(seed);
  const long = {
    enter: 'close > 5-day average',
    exit: 'close < 5-day average',
    stops: { trigger: 'touch' as const },
  };
  const strategy = { ...strategyOf({}), long, costs: { ...strategyOf({}).costs, cashRate: 3 } };
  const outcome = createEngine(market, universe).run({ strategy, benchmark: 'IX' });
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  return outcome.run;
}
const compounded = (returns: Float64Array): number => returns.reduce((sum, r) => sum * (1 + r), 1) - 1;

describe('returns by period', () => {
  it('compound to the total return, of the strategy and of its benchmark', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 200 }),
        fc.constantFrom('day', 'week', 'month' as const),
        (seed, by) => {
          const own = run(seed);
          const { strategy, benchmark, cash, end } = returnsByPeriod(own, by as 'day');
          expect(compounded(strategy)).toBeCloseTo(own.figures.totalReturn, 9);
          expect(compounded(benchmark)).toBeCloseTo(own.figures.benchmark.totalReturn, 9);
          expect(compounded(cash)).toBeGreaterThan(0);
          expect([strategy.length, benchmark.length, cash.length]).toEqual(new Array(3).fill(end.length));
        },
      ),
      { numRuns: cases(15) },
    );
  });

  it('end on the last day of each week', () => {
    const { end } = returnsByPeriod(run(4), 'week');
    const weeks = Array.from(end, weekOf);
    expect(new Set(weeks).size).toBe(weeks.length);
  });
});

describe('the figures in money and by year', () => {
  it('are what the others say', () => {
    const { figures, trades } = run(11);
    expect(figures.netProfit).toBeCloseTo(figures.endEquity - strategyOf({}).account.capital, 9);
    const wins = trades.filter(({ profit }) => profit > 0);
    const losses = trades.filter(({ profit }) => profit <= 0);
    const mean = (of: typeof trades): number => of.reduce((sum, t) => sum + t.profit, 0) / of.length;
    expect(figures.averageWinMoney).toBeCloseTo(mean(wins), 9);
    expect(figures.averageLossMoney).toBeCloseTo(mean(losses), 9);
    const { alpha, alphaYear, alphaT, alphaP } = figures.benchmark;
    expect(alphaYear).toBeCloseTo(alpha * 252, 12);
    expect(Math.sign(alphaT)).toBe(Math.sign(alpha));
    expect(alphaP).toBeGreaterThan(0);
    expect(alphaP).toBeLessThanOrEqual(1);
  });
});
