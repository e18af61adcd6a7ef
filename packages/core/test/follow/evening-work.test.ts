// Evenings as a worker tells them: of a run, of a blend on one account, of buckets.

import { describe, expect, test } from 'vitest';
import type { Blend } from '../../src/blend/blend.ts';
import type { Evening, FollowSettings } from '../../src/follow/evening.ts';
import { at } from '../../src/numeric/at.ts';
import { doEngineWork, engineKeeper } from '../../src/work/do-engine-work.ts';
import { randomMarket, strategyOf } from '../market.ts';

const { market, universe } = randomMarket(11, 6, 160);
const days = at([...market.values()], market.size - 1).day;
const trusted = at(days, 120);
const work = doEngineWork(
  market,
  engineKeeper(market, () => universe),
);
const strategy = strategyOf({
  long: {
    enter: 'close > 5-day average',
    exit: 'close < 5-day average',
    stops: { trigger: 'touch', initial: { percent: 8 }, bars: 9 },
  },
  size: { method: 'percent-of-equity', percent: 20, fractional: false, unaffordable: 'shrink' },
  limits: { positions: 3, afterMembership: 'hold' },
});
const other = strategyOf({
  ...strategy,
  long: { enter: '3-day RSI < 40', exit: '3-day RSI > 60', stops: { trigger: 'touch' } },
});
const settings: FollowSettings = { trusted, account: { kind: 'simulated' }, fills: [], events: [] };

const together: Blend = {
  form: 'together',
  name: 'two',
  notes: '',
  parts: [
    { kind: 'strategy', name: 'up', share: 50, strategy, universe: 'u' },
    { kind: 'strategy', name: 'dips', share: 50, strategy: other, universe: 'u' },
  ],
  limits: { onePart: true, oppose: false, turn: 'listed' },
  account: strategy.account,
  costs: strategy.costs,
};
const apart: Blend = {
  form: 'apart',
  name: 'buckets',
  notes: '',
  parts: [
    { kind: 'strategy', name: 'up', share: 60, strategy, universe: 'u' },
    { kind: 'hold', name: 'index', share: 40, symbol: 'IX' },
  ],
  weights: 'shares',
  review: 'month-end',
  moveCost: 0,
  capital: 80_000,
};

async function evening(blend: Blend | undefined, how: Partial<FollowSettings> = {}): Promise<Evening> {
  const asked = { ...settings, ...how };
  const outcome = await work.evening(
    blend
      ? { ...asked, run: { blend, benchmark: 'IX' } }
      : { ...asked, run: { universe: 'u', request: { strategy, benchmark: 'IX' } } },
    () => true,
  );
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  return outcome.evening;
}

const orders = ({ orders: all }: Evening) =>
  all.map(({ part, action, symbol }) => `${part} ${action} ${symbol}`);

describe('an evening', () => {
  test('of a run has its orders, and the days on which its time limit is reached', async () => {
    const its = await evening(undefined);
    expect(its.parts).toEqual(['test']);
    expect(its.day).toBe(at(days, days.length - 1));
    expect(its.since.days.length).toBe(days.length - 120);
    for (const exit of its.timeExits) expect(exit.day).toBeGreaterThan(its.day);
    expect(its.timeExits.length).toBe(its.standing.length);
  });

  test('of a blend on one account names its parts, and own money sizes the same rules', async () => {
    const its = await evening(together);
    expect(its.parts).toEqual(['up', 'dips']);
    expect(orders(its).length + its.standing.length).toBeGreaterThan(0);
    const own = await evening(together, { account: { kind: 'capital', capital: 9000 } });
    expect(own.equity).toBeLessThan(20_000);
    expect(own.tested).toEqual(its.tested);
    expect(own.since.curve).toEqual(its.since.curve);
  });

  test('of a blend on one account gives an own fill to the part that asked for it', async () => {
    // An entry that the simulation filled after the trusted day, by the second part alone.
    const money = { kind: 'capital', capital: 50_000 } as const;
    const asks = async (t: number) => {
      const run = { blend: together, benchmark: 'IX', to: at(days, t) };
      const outcome = await work.evening({ ...settings, account: money, run }, () => true);
      if (outcome.kind !== 'done') throw new Error('no evening');
      const hasBar = (symbol: string) => market.get(symbol)?.day.includes(at(days, t + 1));
      const { orders: all } = outcome.evening;
      return all.find(({ part, action, symbol }) => part === 1 && action === 'enter' && hasBar(symbol));
    };
    let t = 121;
    let order = await asks(t);
    while (!order && t < days.length - 2) order = await asks(++t);
    if (!order) throw new Error('the second part never asks for anything');
    const next = at(days, t + 1);
    const bars = market.get(order.symbol);
    const bar = bars ? bars.day.indexOf(next) : -1;
    const price = bars && bar >= 0 ? at(bars.open, bar) : order.close;
    const fill = {
      day: next,
      symbol: order.symbol,
      action: 'buy',
      shares: 7,
      price,
      costs: 0,
    } as const;
    const own = await work.evening(
      {
        ...settings,
        account: { kind: 'fills', capital: 50_000 },
        fills: [fill],
        run: { blend: together, benchmark: 'IX', to: next },
      },
      () => true,
    );
    if (own.kind !== 'done') throw new Error('no evening');
    const { entered, own: laid } = own.evening;
    expect(laid?.unplaced).toEqual([]);
    expect(entered.map(({ part, symbol, shares }) => [part, symbol, shares])).toEqual([[1, order.symbol, 7]]);
  });

  test('of buckets is scaled to own money: the same orders, in proportion', async () => {
    const its = await evening(apart);
    const own = await evening(apart, { account: { kind: 'capital', capital: 8_000_000 } });
    expect(orders(own)).toEqual(orders(its));
    const first = its.since.curve.length - 1;
    expect(own.equity).toBeCloseTo(8_000_000 * at(its.since.curve, first), 2);
    for (const [k, { shares }] of own.standing.entries()) {
      const times = own.equity / its.equity;
      expect(Math.abs(shares - times * at(its.standing, k).shares)).toBeLessThanOrEqual(times + 1);
    }
    expect(own.own).toBeUndefined();
  });

  test('of rules that do not run says why', async () => {
    const request = {
      strategy: strategyOf({ long: { enter: 'close > ', exit: 'never', stops: { trigger: 'touch' } } }),
      benchmark: 'IX',
    };
    const outcome = await work.evening({ ...settings, run: { universe: 'u', request } }, () => true);
    expect(outcome.kind).toBe('problems');
  });
});
