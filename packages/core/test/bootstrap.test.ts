// Luck: resampled ranges, the deflated Sharpe ratio, the normal distribution. Numbers marked independent were worked out by
// another program: numpy for the resamples (from the same stream of random numbers), the standard library's normal
// distribution of Python for the rest.

import { describe, expect, it } from 'vitest';
import { createEngine } from '../src/engine.ts';
import { normalBelow, normalQuantile } from '../src/numeric/normal.ts';
import { reportOf } from '../src/report.ts';
import type { Run } from '../src/run.ts';
import { resampled } from '../src/statistics/bootstrap.ts';
import { deflatedSharpe } from '../src/statistics/deflated-sharpe.ts';
import { randomMarket, strategyOf } from './market.ts';

/** A linear congruential generator, uniform around 0. */
function uniform(seed: number, count: number): Float64Array {
  let x = BigInt(seed);
  return Float64Array.from({ length: count }, () => {
    x = (1103515245n * x + 12345n) % 2147483648n;
    return Number(x) / 2147483648 - 0.5;
  });
}
const returns = uniform(7, 600).map((u) => 0.02 * u + 0.0004);
const none = new Float64Array(600);
function close(found: readonly number[], expected: readonly number[]): void {
  for (const [k, value] of expected.entries()) expect(found[k]).toBeCloseTo(value, 10);
}

describe('the normal distribution', () => {
  it('agrees with an independent one, both ways', () => {
    close(
      [-3, -1, 0.5, 2.5].map(normalBelow),
      [0.0013498980316301035, 0.15865525393145707, 0.6914624612740131, 0.9937903346742238],
    );
    close(
      [0.001, 0.3, 0.975].map(normalQuantile),
      [-3.090232306167813, -0.5244005127080407, 1.9599639845400536],
    );
    expect([normalBelow(-40), normalBelow(40), normalQuantile(0), normalQuantile(1)]).toEqual([
      0,
      1,
      -Infinity,
      Infinity,
    ]);
    expect(normalQuantile(-0.1)).toBeNaN();
  });
});

describe('resampled days', () => {
  it('give the ranges of an independent program', () => {
    const bootstrap = resampled(returns, none, { resamples: 200, block: 10, seed: 3, barsPerYear: 252 });
    close(
      bootstrap.growth,
      [
        0.008819556172928768, 0.061400814286591665, 0.11014195114997405, 0.14630086205623377,
        0.20510366599265634,
      ],
    );
    close(
      bootstrap.maxDrawdown,
      [
        -0.16082570351539321, -0.11535506516671679, -0.09216952708069798, -0.07500300426663398,
        -0.05393875838456943,
      ],
    );
    close(
      bootstrap.sharpe,
      [0.1415738111455604, 0.6878001719189171, 1.2039739206755895, 1.5359432886846252, 2.0696640661315606],
    );
    expect(bootstrap.loss).toEqual([
      { years: 1, chance: 0.14 },
      { years: 3, chance: 0.035 },
      { years: 5, chance: 0.005 },
    ]);
  });

  it('are the same from the same seed, others from another', () => {
    const once = resampled(returns, none, { resamples: 50, barsPerYear: 252 });
    expect(resampled(returns, none, { resamples: 50, barsPerYear: 252 })).toEqual(once);
    expect(resampled(returns, none, { resamples: 50, seed: 2, barsPerYear: 252 })).not.toEqual(once);
  });

  it('in one unbroken block all grow alike: only the order turns', () => {
    const { growth } = resampled(returns, none, { resamples: 30, block: 1e12, barsPerYear: 252 });
    for (const g of growth) expect(g).toBeCloseTo(growth[0], 10);
  });

  it('of nothing are undefined', () => {
    const bootstrap = resampled(new Float64Array(0), new Float64Array(0), { barsPerYear: 252 });
    expect(
      [...bootstrap.growth, ...bootstrap.sharpe, ...bootstrap.loss.map((l) => l.chance)].every(Number.isNaN),
    ).toBe(true);
  });
});

describe('the deflated Sharpe ratio', () => {
  it('agrees with an independent program', () => {
    const { byChance, chance, tries } = deflatedSharpe(returns, [0.4, 0.9, 1.3, -0.2, 0.7, 1.1], 252);
    expect(tries).toBe(6);
    expect(byChance).toBeCloseTo(0.7025573940399195, 10);
    expect(chance).toBeCloseTo(0.7435610407303465, 10);
  });

  it('of a single try asks only whether the ratio is above 0', () => {
    const { byChance, chance, tries } = deflatedSharpe(returns, [], 252);
    expect([tries, byChance]).toEqual([1, 0]);
    expect(chance).toBeCloseTo(0.9587573360527541, 10);
  });

  it('falls with every further try of the same spread', () => {
    const tried = (n: number) => Array.from({ length: n }, (_x, k) => (k % 2 === 0 ? 0.5 : 1.5));
    const chances = [4, 16, 64, 256].map((n) => deflatedSharpe(returns, tried(n), 252).chance);
    expect([...chances].sort((a, b) => b - a)).toEqual(chances);
  });
});

describe('the report of a run', () => {
  const { market, universe } = randomMarket(9, 6, 600);
  const base = strategyOf({});
  const strategy = {
    ...base,
    long: { enter: 'close > 5-day average', exit: 'close < 5-day average', stops: { trigger: 'touch' } },
  } as const;
  const outcome = createEngine(market, universe).run({ strategy, benchmark: 'IX' });
  const run = (outcome as { run: Run }).run;
  const whole = reportOf(run, { barsPerYear: 252, costs: { slippage: 0 } });

  it('says the figures of the run', () => {
    for (const key of ['cagr', 'maxDrawdown', 'sharpe', 'trades', 'profitFactor'] as const)
      expect(whole.figures.strategy[key]).toBe(run.figures[key]);
    expect(whole.regression.byBar.regression.beta.value).toBe(run.figures.benchmark.beta);
    expect(whole.drawdowns[0]?.depth).toBe(run.figures.maxDrawdown);
    expect(whole.calendar.strategy.rows.map(({ total }) => total)).toEqual(
      run.years.map(({ strategy: s }) => s),
    );
  });

  it('counts every trade once in each grouping', () => {
    for (const groups of Object.values(whole.groups))
      expect(groups.reduce((sum, { figures }) => sum + figures.trades, 0)).toBe(run.trades.length);
    expect(whole.long.returns.n + whole.short.returns.n).toBe(run.trades.length);
  });

  it('narrows with a span of days, and two spans that meet hold every trade', () => {
    const { day } = run.marks;
    const middle = day[300] as number;
    const before = reportOf(run, { barsPerYear: 252, costs: { slippage: 0 }, to: middle });
    const after = reportOf(run, { barsPerYear: 252, costs: { slippage: 0 }, from: middle });
    expect([before.last, after.first]).toEqual([300, 300]);
    expect(before.trades.length + after.trades.length).toBe(run.trades.length);
    const together = (1 + before.figures.strategy.totalReturn) * (1 + after.figures.strategy.totalReturn) - 1;
    expect(together).toBeCloseTo(run.figures.totalReturn, 10);
  });

  it('of a span too narrow to have a return is of the whole run', () => {
    const day = run.marks.day[50] as number;
    expect(reportOf(run, { barsPerYear: 252, costs: { slippage: 0 }, from: day, to: day }).figures).toEqual(
      whole.figures,
    );
  });
});
