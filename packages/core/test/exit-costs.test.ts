// Orders that end a position may cost something else than those that begin one.

import { describe, expect, it } from 'vitest';
import { createEngine, type Run, stressTests } from '../src/index.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { barsOf, strategyOf } from './market.ts';

const free = { fixed: 0, perShare: 0, percent: 0, min: 0, maxPercent: 100 };
const market = new Map([['A', barsOf([10, 10, 10, 10, 10, 10, 10, 10])]]);

function run(costs: Partial<Strategy['costs']>, side: 'long' | 'short' = 'long'): Run {
  const rules = {
    enter: 'always',
    exit: 'days held is at least 3',
    stops: { trigger: 'touch' as const },
  };
  const base = strategyOf({});
  const { long: _long, ...rest } = base;
  const strategy: Strategy = {
    ...rest,
    ...(side === 'long' ? { long: rules } : { short: rules }),
    size: { method: 'shares', count: 100, fractional: false, unaffordable: 'skip' },
    costs: { ...base.costs, commission: free, slippage: 0, ...costs },
  };
  const outcome = createEngine(market, [{ symbol: 'A' }]).run({ strategy, benchmark: 'A' });
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  return outcome.run;
}

describe('costs of exits', () => {
  it.each(['long', 'short'] as const)('are their own at a %s exit, and only there', (side) => {
    const exit = { commission: { ...free, fixed: 3 }, slippage: 100 };
    const { trades, openTrades, costs } = run({ commission: { ...free, fixed: 1 }, slippage: 0, exit }, side);
    const [trade] = trades;
    expect(trade?.entryPrice).toBe(10);
    expect(trade?.exitPrice).toBeCloseTo(side === 'long' ? 9.9 : 10.1, 12);
    expect(trade?.commission).toBe(4);
    expect(openTrades.every(({ commission }) => commission === 1)).toBe(true);
    // 100 shares, a tenth of a coin each.
    expect(costs.slippage).toBeCloseTo(10 * trades.length, 9);
  });

  it('are those of all orders where they are left out, or say the same', () => {
    const commission = { ...free, fixed: 2, percent: 0.1 };
    const plain = run({ commission, slippage: 20 });
    const same = run({ commission, slippage: 20, exit: { commission, slippage: 20 } });
    expect(same.marks.equity).toEqual(plain.marks.equity);
    expect(same.costs.slippage).toBeCloseTo(plain.costs.slippage, 9);
  });

  it('are doubled with the others', () => {
    const exit = { commission: { ...free, fixed: 3 }, slippage: 7 };
    const strategy = {
      ...strategyOf({}),
      costs: { ...strategyOf({}).costs, commission: { ...free, fixed: 1 }, exit },
    };
    const harder = stressTests({ strategy, benchmark: 'A' }, []).find(({ kind }) => kind === 'double-costs');
    expect(harder?.request.strategy.costs.exit).toEqual({
      commission: { ...free, fixed: 6, maxPercent: 200 },
      slippage: 14,
    });
  });
});
