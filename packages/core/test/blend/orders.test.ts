import { expect, it } from 'vitest';
import { joinOrders } from '../../src/blend/orders.ts';
import type { NextOrder } from '../../src/simulation/records.ts';

const order = (part: number, symbol: string, shares: number, more: Partial<NextOrder> = {}): NextOrder => ({
  part,
  symbol,
  shares,
  side: 'long',
  action: 'enter',
  close: 10,
  stop: Number.NaN,
  target: Number.NaN,
  reason: undefined,
  likely: 'taken',
  ...more,
});

it('adds up what the parts want of one instrument: entries of shorts and exits of longs sell', () => {
  const joined = joinOrders([
    order(0, 'A', 100),
    order(0, 'B', 50, { action: 'exit', reason: 'rule' }),
    order(1, 'A', 30, { side: 'short' }),
    order(2, 'A', 5, { side: 'short', action: 'exit', reason: 'rule' }),
  ]);
  expect(joined.map(({ symbol, shares }) => [symbol, shares])).toEqual([
    ['A', 75],
    ['B', -50],
  ]);
  expect(joined[0]?.wants.map(({ part }) => part)).toEqual([0, 1, 2]);
});
