// A strategy on each instrument by itself.

import { describe, expect, it } from 'vitest';
import { type Bars, createEngine, type PerInstrument, runPerInstrument } from '../src/index.ts';
import { aloneTogether, shareBeating } from '../src/per-instrument.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { barsOf, randomMarket, strategyOf } from './market.ts';

const strategy: Strategy = {
  ...strategyOf({}),
  size: { method: 'percent-of-equity', percent: 5, fractional: true, unaffordable: 'skip' },
  limits: { positions: 8, perGroup: 1, afterMembership: 'hold' },
  long: { enter: 'close > 5-day average', exit: 'close < 5-day average', stops: { trigger: 'touch' } },
};

/** What there is of one that can be run. */
function doneOf(...asked: Parameters<typeof runPerInstrument>): PerInstrument {
  const outcome = runPerInstrument(...asked);
  if ('why' in outcome) throw new Error(outcome.why);
  return outcome;
}

describe('a strategy on one instrument', () => {
  it('takes the whole account in one slot, as if written so', () => {
    const { market, universe } = randomMarket(6);
    const perInstrument = doneOf(
      market,
      universe,
      { symbol: 'A', size: 'whole' },
      { strategy, benchmark: 'IX' },
    );
    const bars = market.get('A') as Bars;
    const whole = createEngine(
      market,
      universe.filter(({ symbol }) => symbol === 'A'),
    ).run({
      strategy: {
        ...strategy,
        size: { method: 'percent-of-equity', percent: 100, fractional: true, unaffordable: 'shrink' },
        limits: { positions: 1, afterMembership: 'hold' },
      },
      benchmark: 'IX',
      from: bars.day[0] as number,
      to: bars.day[bars.day.length - 1] as number,
    });
    if (whole.kind !== 'done') throw new Error(JSON.stringify(whole));
    expect(perInstrument.strategy).toEqual(whole.run.figures);
  });

  it('is held against holding it over its own days, by hand', () => {
    const up = barsOf(Array.from({ length: 30 }, (_x, k) => 10 + k));
    const market = new Map([
      ['A', up],
      ['B', barsOf(Array.from({ length: 90 }, () => 5))],
    ]);
    const never: Strategy = {
      ...strategy,
      long: { enter: 'never', exit: 'never', stops: { trigger: 'touch' } },
    };
    const perInstrument = doneOf(
      market,
      [{ symbol: 'A' }, { symbol: 'B' }],
      { symbol: 'A', size: 'whole' },
      {
        strategy: never,
        benchmark: 'B',
      },
    );
    expect(perInstrument.held.totalReturn).toBeCloseTo(2.9, 12);
    expect(perInstrument.strategy.totalReturn).toBe(0);
    expect(perInstrument.beats).toBe(false);
    expect(perInstrument.more).toBe(perInstrument.strategy.cagr - perInstrument.held.cagr);
  });

  it('may keep the size that is written, and tells money and the bars of its membership', () => {
    const { market, universe } = randomMarket(6);
    const asked = { strategy, benchmark: 'IX' };
    const asWritten = doneOf(market, universe, { symbol: 'D', size: 'as-written' }, asked);
    const whole = doneOf(market, universe, { symbol: 'D', size: 'whole' }, asked);
    expect(Math.abs(asWritten.profit)).toBeLessThan(Math.abs(whole.profit));
    expect(whole.profit).toBeCloseTo(whole.strategy.endEquity - strategy.account.capital, 9);
    const bars = market.get('D') as Bars;
    const until = universe.find(({ symbol }) => symbol === 'D')?.to ?? Infinity;
    expect(whole.eligible).toBe(bars.day.filter((day) => day <= until).length);
    expect(whole.curve.equity[0]).toBeCloseTo(1, 9);
  });

  it('says why there is none: without bars, or when the strategy has problems', () => {
    const { market, universe } = randomMarket(6);
    const none = runPerInstrument(
      market,
      universe,
      { symbol: 'NONE', size: 'whole' },
      {
        strategy,
        benchmark: 'IX',
      },
    );
    expect(none).toEqual({ symbol: 'NONE', why: 'The market has no bars of it.' });
    const faulty = {
      ...strategy,
      long: { enter: 'close >', exit: 'never', stops: { trigger: 'touch' } },
    } as Strategy;
    const outcome = runPerInstrument(
      market,
      universe,
      { symbol: 'A', size: 'whole' },
      {
        strategy: faulty,
        benchmark: 'IX',
      },
    );
    expect('why' in outcome && outcome.why).toContain('Expected');
  });

  it('is told of many together: money added, the middle of each figure', () => {
    const { market, universe } = randomMarket(6);
    const asked = { strategy, benchmark: 'IX' };
    const rows = ['A', 'B', 'C'].map((symbol) =>
      doneOf(market, universe, { symbol, size: 'whole' as const }, asked),
    );
    const together = aloneTogether(rows);
    expect(together.profit).toBeCloseTo(
      rows.reduce((sum, { profit }) => sum + profit, 0),
      9,
    );
    const growths = rows.map(({ strategy: { cagr } }) => cagr).sort((a, b) => a - b);
    expect(together.median.cagr).toBe(growths[1]);
    expect(together.instruments).toBe(3);
    expect(aloneTogether([]).median.cagr).toBeNaN();
  });

  it('beats holding on a share of instruments', () => {
    const perInstrument = (beats: boolean) => ({ beats }) as Parameters<typeof shareBeating>[0][number];
    expect(
      shareBeating([perInstrument(true), perInstrument(false), perInstrument(false), perInstrument(false)]),
    ).toBe(0.25);
    expect(shareBeating([])).toBeNaN();
  });
});
