// Random entries as the null of a strategy.

import { describe, expect, it } from 'vitest';
import { entryShares, placeAmong, randomEntryRun, withRandomEntries } from '../src/baseline.ts';
import { createEngine } from '../src/engine.ts';
import { randomMarket, strategyOf } from './market.ts';

const { market, universe } = randomMarket(4, 6, 500);
const engine = createEngine(market, universe);
const strategy = {
  ...strategyOf({}),
  long: {
    enter: 'close > 10-day average and close > open',
    exit: 'days held >= 5',
    stops: { trigger: 'touch' },
  },
} as const;
const request = { strategy, benchmark: 'IX' };
const shares = entryShares(engine, request) ?? { long: Number.NaN, short: Number.NaN };

describe('random entries', () => {
  it('are as frequent as the rule was true', () => {
    expect(shares.short).toBe(0);
    expect(shares.long).toBeGreaterThan(0.1);
    const again = entryShares(engine, withRandomEntries(request, shares, 7));
    expect(again?.long).toBeCloseTo(shares.long, 1);
  });

  it('change nothing but the entries, their order and the seed', () => {
    const { strategy: random } = withRandomEntries(request, shares, 7);
    expect(random.long?.exit).toBe(strategy.long.exit);
    expect({ ...random, long: undefined, seed: 0 }).toEqual({ ...strategy, long: undefined, seed: 0 });
  });

  it('give the same from the same seed, and other runs from others', () => {
    const run = (seed: number) => randomEntryRun(engine, request, shares, seed);
    expect(run(3)).toEqual(run(3));
    expect(run(3)).not.toEqual(run(4));
  });

  it('of a strategy with problems are none', () => {
    const faulty = { ...request, strategy: { ...strategy, long: { ...strategy.long, enter: 'close >' } } };
    expect(entryShares(engine, faulty)).toBe(undefined);
  });
});

describe('a place among others', () => {
  it('is the share below, ties by half', () => {
    expect(placeAmong(3, [1, 2, 3, 4])).toBe(0.625);
    expect(placeAmong(9, [1, 2, Number.NaN])).toBe(1);
    expect(placeAmong(1, [])).toBeNaN();
  });
});
