import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayFromCivil } from '../src/days/day.ts';
import { createEngine } from '../src/engine.ts';
import { reportOf } from '../src/report.ts';
import type { Run } from '../src/run.ts';
import { atEndsOf } from '../src/statistics/at-ends.ts';
import { barsOf, randomMarket, strategyOf } from './market.ts';

const COSTS = { slippage: 0 };

function run(market: Map<string, ReturnType<typeof barsOf>>, bars: 'day' | 'week' | 'month'): Run {
  const strategy = strategyOf({
    bars,
    long: { enter: 'always', exit: 'never', stops: { trigger: 'touch' } },
    timing: { enter: 'same-close', exit: 'same-close' },
    size: { method: 'percent-of-equity', percent: 90, fractional: true, unaffordable: 'shrink' },
    costs: { ...strategyOf({}).costs, cashRate: 3 },
  });
  const universe = [...market.keys()].map((symbol) => ({ symbol }));
  const outcome = createEngine(market, universe).run({ strategy, benchmark: 'A' });
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  return outcome.run;
}

describe('a run at the ends of longer periods', () => {
  it('does not show a fall between them, and keeps growth and cash', () => {
    // Three weeks from a Monday: 100 at each end, 50 in the midst of the second.
    const closes = [100, 100, 100, 100, 100, 90, 50, 90, 95, 100, 100, 110, 100, 100, 120];
    const daily = run(new Map([['A', barsOf(closes)]]), 'day');
    const settings = { barsPerYear: 252, costs: COSTS };
    const [whole, weekly] = [reportOf(daily, settings), reportOf(daily, { ...settings, atEnds: 'week' })];
    expect(whole.figures.strategy.maxDrawdown).toBeLessThan(-0.4);
    expect(weekly.figures.strategy.maxDrawdown).toBe(0);
    expect(weekly.barsPerYear).toBe(52);
    expect(weekly.figures.strategy.totalReturn).toBeCloseTo(whole.figures.strategy.totalReturn, 12);
    const { riskFree } = atEndsOf(daily, 'week');
    const growth = (returns: Float64Array): number => returns.reduce((so, r) => so * (1 + r), 1);
    expect(growth(riskFree)).toBeCloseTo(growth(daily.riskFree), 12);
  });

  it('has the marks that a run on these bars has', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1000 }),
        fc.constantFrom('week' as const, 'month' as const),
        (seed, unit) => {
          const { market } = randomMarket(seed, 1, 200);
          const [symbol] = [...market.keys()];
          const only = new Map([['A', market.get(symbol ?? '') ?? barsOf([1])]]);
          const thin = atEndsOf(run(only, 'day'), unit);
          const long = run(only, unit);
          const ends = Array.from(thin.marks.day).filter((day) => long.marks.day.includes(day));
          expect(ends).toEqual(Array.from(long.marks.day));
          // Both hold the instrument; a month-long wait for the first bar apart, the benchmark is one and the same curve.
          const ratio = (curve: Float64Array, days: Int32Array): number[] =>
            ends.map((day) => (curve[days.indexOf(day)] ?? 0) / (curve[days.indexOf(ends[0] ?? 0)] ?? 1));
          const [a, b] = [ratio(thin.benchmark, thin.marks.day), ratio(long.benchmark, long.marks.day)];
          for (const [k, value] of a.entries()) expect(value).toBeCloseTo(b[k] ?? 0, 9);
        },
      ),
    );
  });

  it('begins with its first mark, whatever day that is', () => {
    const marks = atEndsOf(run(new Map([['A', barsOf([1, 2, 3])]]), 'day'), 'month').marks;
    expect(Array.from(marks.day)).toEqual([dayFromCivil(2020, 1, 6), dayFromCivil(2020, 1, 8)]);
  });
});
