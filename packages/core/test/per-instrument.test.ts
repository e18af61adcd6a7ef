// A strategy on each instrument by itself.

import { describe, expect, it } from 'vitest';
import { type Bars, createEngine, runPerInstrument, shareBeating } from '../src/index.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { barsOf, randomMarket, strategyOf } from './market.ts';

const strategy: Strategy = {
  ...strategyOf({}),
  size: { method: 'percent-of-equity', percent: 5, fractional: true, unaffordable: 'skip' },
  limits: { positions: 8, perGroup: 1, afterMembership: 'hold' },
  long: { enter: 'close > 5-day average', exit: 'close < 5-day average', stops: { trigger: 'touch' } },
};

describe('a strategy on one instrument', () => {
  it('takes the whole account in one slot, as if written so', () => {
    const { market, universe } = randomMarket(6);
    const perInstrument = runPerInstrument(market, universe, 'A', { strategy, benchmark: 'IX' });
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
    expect(perInstrument?.strategy).toEqual(whole.run.figures);
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
    const perInstrument = runPerInstrument(market, [{ symbol: 'A' }, { symbol: 'B' }], 'A', {
      strategy: never,
      benchmark: 'B',
    });
    expect(perInstrument?.held.totalReturn).toBeCloseTo(2.9, 12);
    expect(perInstrument?.strategy.totalReturn).toBe(0);
    expect(perInstrument?.beats).toBe(false);
    expect(perInstrument?.more).toBe((perInstrument?.strategy.cagr ?? 0) - (perInstrument?.held.cagr ?? 0));
  });

  it('is none without bars, or when the strategy has problems', () => {
    const { market, universe } = randomMarket(6);
    expect(runPerInstrument(market, universe, 'NONE', { strategy, benchmark: 'IX' })).toBe(undefined);
    const faulty = {
      ...strategy,
      long: { enter: 'close >', exit: 'never', stops: { trigger: 'touch' } },
    } as Strategy;
    expect(runPerInstrument(market, universe, 'A', { strategy: faulty, benchmark: 'IX' })).toBe(undefined);
  });

  it('beats holding on a share of instruments', () => {
    const perInstrument = (beats: boolean) => ({ beats }) as Parameters<typeof shareBeating>[0][number];
    expect(
      shareBeating([perInstrument(true), perInstrument(false), perInstrument(false), perInstrument(false)]),
    ).toBe(0.25);
    expect(shareBeating([])).toBeNaN();
  });
});
