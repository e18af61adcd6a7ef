// A run that begins when all windows are filled.

import { describe, expect, it } from 'vitest';
import { createEngine, type Run } from '../src/index.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { barsOf, randomMarket, strategyOf } from './market.ts';

const { market, universe } = randomMarket(3);
const stops = { trigger: 'touch' as const };
const ruled = (enter: string, rank?: string): Strategy => ({
  ...strategyOf({}),
  long: { enter, exit: 'days held > 4', stops, ...(rank && { rank: { by: rank, first: 'highest' } }) },
});

function run(strategy: Strategy, begin?: 'when-filled', more: object = {}): Run {
  const asked = { strategy, benchmark: 'IX', ...(begin && { begin }), ...more };
  const outcome = createEngine(market, universe).run(asked);
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  return outcome.run;
}

const dayOf = (symbol: string, bar: number): number => market.get(symbol)?.day[bar] ?? Number.NaN;
const firstOf = (bar: number): number => Math.min(...universe.map(({ symbol }) => dayOf(symbol, bar)));

describe('a run from the day on which all windows are filled', () => {
  it.each([
    ['close > 50-day average', undefined, 49],
    ['close > prior 40-day high', undefined, 40],
    ['20-day average crosses above 50-day average', undefined, 50],
    ['close is the highest of 30 days for 3 days in a row', undefined, 31],
    ['close > 10-day average', '60-day return', 60],
  ] as const)('%s, ranked by %s', (enter, rank, bars) => {
    const whole = run(ruled(enter, rank));
    const filled = run(ruled(enter, rank), 'when-filled');
    expect(filled.marks.day[0]).toBe(firstOf(bars));
    expect(whole.marks.day[0]).toBeLessThan(filled.marks.day[0] ?? 0);
    // What is decided is the same: only the idle days are gone.
    expect(filled.trades.map(({ symbol, entryDay }) => [symbol, entryDay])).toEqual(
      whole.trades.map(({ symbol, entryDay }) => [symbol, entryDay]),
    );
    expect(filled.figures.endEquity).toBeCloseTo(whole.figures.endEquity, 6);
    expect(filled.benchmark[0]).toBeCloseTo(strategyOf({}).account.capital, 9);
  });

  it('waits for the other instruments that a rule names, and never begins before the first day asked for', () => {
    const named = run(ruled('close > 5-day average and on IX (close > 80-day average)'), 'when-filled');
    expect(named.marks.day[0]).toBeGreaterThanOrEqual(dayOf('IX', 79));
    const from = dayOf('IX', 150);
    expect(run(ruled('close > 50-day average'), 'when-filled', { from }).marks.day[0]).toBeGreaterThanOrEqual(
      from,
    );
  });

  it('is a problem where no member ever has so many bars', () => {
    const few = new Map([
      ['A', barsOf([1, 2, 3, 4])],
      ['IX', barsOf([1, 2, 3, 4])],
    ]);
    const outcome = createEngine(few, [{ symbol: 'A' }]).run({
      strategy: ruled('close > 50-day average'),
      benchmark: 'IX',
      begin: 'when-filled',
    });
    expect(outcome).toMatchObject({ kind: 'problems', problems: [{ path: 'begin' }] });
  });
});

describe('the risk-free rate', () => {
  const long = { enter: 'close > 5-day average', exit: 'close < 5-day average', stops };
  const at = (costs: Partial<Strategy['costs']>): Run =>
    run({ ...strategyOf({}), long, costs: { ...strategyOf({}).costs, ...costs } });

  it('is what cash earns until it is one of its own, which changes no money', () => {
    const plain = at({ cashRate: 0 });
    const own = at({ cashRate: 0, riskFreeRate: 4 });
    expect(own.marks.equity).toEqual(plain.marks.equity);
    expect(own.figures.sharpe).toBeLessThan(plain.figures.sharpe);
    expect(own.figures.benchmark.sharpe).toBeLessThan(plain.figures.benchmark.sharpe);
    expect(at({ cashRate: 4 }).riskFree).toEqual(own.riskFree);
    expect(at({ cashRate: 4, riskFreeRate: 0 }).riskFree.every((rate) => rate === 0)).toBe(true);
  });

  it('may be an instrument, which must be there', () => {
    const close = market.get('IX')?.close[0] ?? Number.NaN;
    expect(at({ riskFreeRate: 'IX' }).riskFree[0]).toBeGreaterThan(close / 100 / 400);
    const missing = createEngine(market, universe).run({
      strategy: { ...strategyOf({}), costs: { ...strategyOf({}).costs, riskFreeRate: 'NONE' } },
      benchmark: 'IX',
    });
    expect(missing).toMatchObject({ kind: 'problems', problems: [{ path: 'costs.riskFreeRate' }] });
  });
});
