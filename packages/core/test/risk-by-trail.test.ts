// A size by risk counts to the trailing stop where there is no other.

import { describe, expect, it } from 'vitest';
import { createEngine, type Run } from '../src/index.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { randomMarket, strategyOf } from './market.ts';

const base = strategyOf({});
const trail = { percent: 8 } as const;

function run(strategy: Strategy): Run {
  const { market, universe } = randomMarket(9);
  const outcome = createEngine(market, universe).run({ strategy, benchmark: 'IX' });
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  return outcome.run;
}

const sized = (stops: Omit<NonNullable<Strategy['long']>['stops'], 'trigger'>): Strategy => ({
  ...base,
  size: { method: 'risk-percent', percent: 1, fractional: true, unaffordable: 'shrink' },
  limits: { positions: 3, afterMembership: 'hold' },
  long: {
    enter: 'close > 10-day average',
    exit: 'close < 10-day average',
    stops: { trigger: 'touch', ...stops },
  },
});

describe('a size by risk with a trailing stop alone', () => {
  it('is the same as with an initial stop of that distance', () => {
    const alone = run(sized({ trail }));
    const both = run(sized({ trail, initial: trail }));
    expect(alone.trades.length).toBeGreaterThan(5);
    expect(alone.trades).toEqual(both.trades);
    for (const { entryPrice, riskPerShare, r } of alone.trades) {
      expect(riskPerShare).toBeCloseTo(entryPrice * 0.08, 9);
      expect(r).toBeDefined();
    }
  });

  it('gives a target in multiples of it', () => {
    const aimed = run({ ...sized({ trail, target: { r: 1 } }), size: base.size });
    const reached = aimed.trades.filter(({ exitReason }) => exitReason === 'target');
    expect(reached.length).toBeGreaterThan(0);
    for (const { entryPrice, exitPrice = 0 } of reached) {
      expect(exitPrice / entryPrice).toBeGreaterThanOrEqual(1.08 - 1e-3);
    }
  });

  it('still needs one of the two, and leaves the risk of other sizes unsaid', () => {
    const { market, universe } = randomMarket(9);
    const none = createEngine(market, universe).run({ strategy: sized({}), benchmark: 'IX' });
    expect(none.kind).toBe('problems');
    const plain = run({ ...sized({ trail }), size: base.size });
    expect(plain.trades.every(({ r }) => r === undefined)).toBe(true);
  });
});
