// A followed run's evening: orders for the coming session at the size of whoever follows.

import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cases } from '../../../../testing/cases.ts';
import type { Market } from '../../src/bars/bars.ts';
import { barsUntil } from '../../src/bars/columns.ts';
import { createEngine } from '../../src/engine.ts';
import { eveningOf, type FollowSettings } from '../../src/follow/evening.ts';
import type { OwnFill } from '../../src/follow/own-account.ts';
import { at } from '../../src/numeric/at.ts';
import type { Run } from '../../src/run.ts';
import { LEDGER_KINDS } from '../../src/simulation/records.ts';
import type { RunRequest } from '../../src/simulation/request.ts';
import type { Strategy } from '../../src/strategy/strategy.ts';
import { anyStrategy, barsOf, randomMarket, strategyOf } from '../market.ts';

const SIMULATED: FollowSettings = { trusted: 0, account: { kind: 'simulated' }, fills: [], events: [] };

/** The evening of a strategy on a market. */
function evening(
  market: Market,
  universe: ReturnType<typeof randomMarket>['universe'],
  request: RunRequest,
  asked: FollowSettings,
) {
  const outcome = createEngine(market, universe).follow(request, asked);
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  const { run, own } = outcome;
  return eveningOf(
    {
      market,
      universe,
      benchmark: request.benchmark,
      barsPerYear: 252,
      timeLimit: () => undefined,
      run,
      own,
    },
    asked,
  );
}

/** A run's fills as a broker would have written them, in their order, with what they cost. */
function fillsIn({ ledger, decisions }: Run): OwnFill[] {
  const fills: OwnFill[] = [];
  for (let k = 0; k < ledger.day.length; k++) {
    if (LEDGER_KINDS[at(ledger.kind, k)] !== 'trade') continue;
    const [shares, amount] = [at(ledger.shares, k), at(ledger.amount, k)];
    const next = LEDGER_KINDS[ledger.kind[k + 1] ?? -1] === 'commission' ? at(ledger.amount, k + 1) : 0;
    fills.push({
      day: at(ledger.day, k),
      symbol: at(decisions.symbol, at(ledger.instrument, k)),
      action: shares > 0 ? 'buy' : 'sell',
      shares: Math.abs(shares),
      price: Math.abs(amount / shares),
      costs: -next,
    });
  }
  return fills;
}

const openOrClose = (strategy: Strategy): boolean =>
  strategy.timing.enter !== 'same-close' && strategy.timing.exit !== 'same-close';

describe('orders', () => {
  test('do not know what comes after their day', () => {
    fc.assert(
      fc.property(
        anyStrategy,
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 10 }),
        (strategy, seed, back) => {
          const { market, universe } = randomMarket(seed, 5, 140);
          const days = at([...market.values()], market.size - 1).day;
          const [trusted, to] = [at(days, 80), at(days, days.length - 1 - back)];
          // Bars that lack a day look, on that day, as if they had ended.
          fc.pre([...market.values()].every(({ day }) => at(day, day.length - 1) < to || day.includes(to)));
          const cut = new Map([...market].map(([symbol, bars]) => [symbol, barsUntil(bars, to)]));
          const asked: FollowSettings = {
            ...SIMULATED,
            trusted,
            account: { kind: 'capital', capital: 20_000 },
          };
          const request = { strategy, benchmark: 'IX' };
          const whole = evening(market, universe, { ...request, to }, asked);
          const early = evening(cut, universe, request, asked);
          expect(early.orders).toEqual(whole.orders);
          expect(early.standing).toEqual(whole.standing);
          expect(early.equity).toBe(whole.equity);
        },
      ),
      { numRuns: cases(60) },
    );
  });

  test('of a trader who filled what was asked are those of the simulation', () => {
    let orders = 0;
    fc.assert(
      fc.property(anyStrategy.filter(openOrClose), fc.integer({ min: 1, max: 40 }), (strategy, seed) => {
        const { market, universe } = randomMarket(seed, 5, 90);
        const request = { strategy, benchmark: 'IX' };
        const outcome = createEngine(market, universe).run(request);
        if (outcome.kind !== 'done') return;
        const { run } = outcome;
        const trusted = at(run.marks.day, 0);
        const account = { kind: 'fills', capital: strategy.account.capital } as const;
        const own = evening(market, universe, request, {
          ...SIMULATED,
          trusted,
          account,
          fills: fillsIn(run),
        });
        expect(own.own?.unplaced).toEqual([]);
        expect(own.equity).toBeCloseTo(at(run.marks.equity, run.marks.equity.length - 1), 4);
        const told = (one: { symbol: string; side: string }) => `${one.side} ${one.symbol}`;
        expect(own.orders.map(told)).toEqual(run.nextOrders.map(told));
        for (const [k, order] of own.orders.entries()) {
          expect(Math.abs(order.shares - at(run.nextOrders, k).shares)).toBeLessThanOrEqual(1);
        }
        expect(own.standing.map(told).sort()).toEqual(run.standing.map(told).sort());
        for (const stays of own.standing) {
          const there = run.standing.find((one) => one.symbol === stays.symbol);
          expect([stays.stop, stays.target].map(Number.isNaN)).toEqual(
            [there?.stop, there?.target].map(Number.isNaN),
          );
          expect(Math.abs(stays.stop - (there?.stop ?? 0)) > 1e-6).toBe(false);
          expect(Math.abs(stays.target - (there?.target ?? 0)) > 1e-6).toBe(false);
        }
        orders += own.orders.length;
      }),
      { numRuns: cases(80) },
    );
    // Few cases may have few orders, but not none.
    expect(orders).toBeGreaterThan(0);
  });
});

describe('own accounts', () => {
  const rising = Array.from({ length: 60 }, (_x, i) => 100 + i);
  const market: Market = new Map([
    ['A', barsOf(rising)],
    ['B', barsOf(rising.map((close) => 2 * close))],
    ['IX', barsOf(rising)],
  ]);
  const universe = [{ symbol: 'A' }, { symbol: 'B' }];
  const days = barsOf(rising).day;
  const last = at(days, 59);
  const strategy = strategyOf({
    long: {
      enter: 'always',
      exit: 'days held is at least 5',
      stops: { trigger: 'touch', trail: { percent: 10 } },
    },
    size: { method: 'percent-of-equity', percent: 50, fractional: false, unaffordable: 'shrink' },
  });
  const request = { strategy, benchmark: 'IX' };

  test('begin with their money and nothing held, on the trusted day', () => {
    const trusted = at(days, 57);
    const own = evening(market, universe, request, {
      ...SIMULATED,
      trusted,
      account: { kind: 'capital', capital: 1000 },
    });
    // The order of the trusted evening was filled at the next open: 500 by 158 and by 316.
    expect(own.standing.map(({ symbol, shares }) => [symbol, shares])).toEqual([
      ['A', 3],
      ['B', 1],
    ]);
    expect(own.equity).toBeCloseTo(1000 + 3 + 2, 9);
  });

  test('holdings are exited by the rules from the day they were entered', () => {
    const holdings = [
      { symbol: 'A', side: 'long', shares: 7, day: at(days, 50), price: 150 },
      { symbol: 'B', side: 'long', shares: 2, day: at(days, 57), price: 314 },
    ] as const;
    const account = { kind: 'holdings', cash: 321, holdings } as const;
    const own = evening(market, universe, request, { ...SIMULATED, trusted: at(days, 55), account });
    expect(own.cash).toBeCloseTo(321, 9);
    expect(own.own).toEqual({ equity: undefined, unplaced: [] });
    expect(own.equity).toBeCloseTo(321 + 7 * 159 + 2 * 318, 9);
    expect(own.orders.map(({ action, symbol, shares, reason }) => [action, symbol, shares, reason])).toEqual([
      ['exit', 'A', 7, 'rule'],
    ]);
    const [b] = own.standing;
    expect(b).toMatchObject({ symbol: 'B', shares: 2, entryPrice: 314 });
    expect([b?.stopBefore, b?.stop]).toEqual([316 * 0.9, 318 * 0.9]);
  });

  test('a stop that a bar reached is asked for until it is sold', () => {
    const falling = [...rising.slice(0, 57), 100, 101, 102];
    const fallen: Market = new Map([...market, ['A', barsOf(falling)]]);
    const holdings = [{ symbol: 'A', side: 'long', shares: 7, day: at(days, 55), price: 155 }] as const;
    const account = { kind: 'holdings', cash: 0, holdings } as const;
    const own = evening(fallen, universe, request, { ...SIMULATED, trusted: at(days, 55), account });
    expect(own.orders[0]).toMatchObject({ action: 'exit', symbol: 'A', reason: 'trail', shares: 7 });
  });

  test('of a weekly run are taken on any session of the week', () => {
    const weekly = { ...request, strategy: { ...request.strategy, bars: 'week' as const } };
    const [bought, sold] = [at(days, 51), at(days, 57)];
    const fill = { symbol: 'A', shares: 10, costs: 0 };
    const fills: OwnFill[] = [
      { ...fill, day: bought, action: 'buy', price: 151 },
      { ...fill, day: sold, action: 'sell', shares: 4, price: 157 },
    ];
    const trusted = at(days, 44);
    const own = evening(market, universe, weekly, {
      ...SIMULATED,
      trusted,
      account: { kind: 'fills', capital: 5000 },
      fills,
    });
    expect(own.own?.unplaced).toEqual([]);
    expect(own.standing).toMatchObject([{ symbol: 'A', shares: 6, entrySession: { day: bought } }]);
    expect(own.cash).toBeCloseTo(5000 - 1510 + 628, 9);
    const holdings = [{ symbol: 'A', side: 'long', shares: 6, day: bought, price: 151 }] as const;
    const held = evening(market, universe, weekly, {
      ...SIMULATED,
      trusted,
      account: { kind: 'holdings', cash: 0, holdings },
    });
    expect(held.standing).toMatchObject([{ symbol: 'A', shares: 6, entrySession: { day: bought } }]);
  });

  test('a part sold leaves the rest, a fill too many opens the other side or is named', () => {
    const fill = { symbol: 'A', costs: 1 };
    const fills: OwnFill[] = [
      { ...fill, day: at(days, 56), action: 'buy', shares: 10, price: 156 },
      { ...fill, day: at(days, 57), action: 'sell', shares: 4, price: 157 },
      { ...fill, day: last, action: 'sell', shares: 9, price: 159 },
      { ...fill, day: last, action: 'buy', symbol: 'NONE', shares: 1, price: 1 },
      { ...fill, day: last + 1, action: 'buy', shares: 1, price: 1 },
    ];
    const account = { kind: 'fills', capital: 5000 } as const;
    const own = evening(market, universe, request, { ...SIMULATED, trusted: at(days, 55), account, fills });
    expect(own.own?.unplaced.map(({ fill: { shares }, why }) => [shares, why])).toEqual([
      [3, 'no-side'],
      [1, 'unknown'],
      [1, 'no-bar'],
    ]);
    // 10 at 156, 4 of them at 157 and 6 at 159; what the three too many cost was not paid.
    expect(own.cash).toBeCloseTo(5000 - 1560 - 1 + 628 - 1 + 954 - 6 / 9, 9);
    expect(own.left.map(({ shares, exitReason }) => [shares, exitReason])).toEqual([[6, 'own']]);
  });

  test('bars that ended while a position is held ask for its end', () => {
    const ended: Market = new Map([...market, ['B', barsUntil(barsOf(rising), at(days, 57))]]);
    const holdings = [{ symbol: 'B', side: 'long', shares: 2, day: at(days, 56), price: 156 }] as const;
    const account = { kind: 'holdings', cash: 0, holdings } as const;
    const own = evening(ended, universe, request, { ...SIMULATED, trusted: at(days, 55), account });
    expect(own.orders[0]).toMatchObject({ action: 'exit', symbol: 'B', reason: 'data-ended' });
    expect(own.checks[0]).toMatchObject({ kind: 'no-bar', symbol: 'B', day: at(days, 57), concerned: true });
  });
});

test('a benchmark without the last bar stands still, and is told', () => {
  const { market, universe } = randomMarket(3, 4, 120);
  const strategy = strategyOf({ long: { enter: 'always', exit: 'never', stops: { trigger: 'touch' } } });
  const index = market.get('IX');
  if (!index) throw new Error('no index');
  const days = index.day;
  const [before, last] = [at(days, days.length - 2), at(days, days.length - 1)];
  const late = new Map([...market, ['IX', barsUntil(index, before)]]);
  const { since, checks, day } = evening(
    late,
    universe,
    { strategy, benchmark: 'IX' },
    { ...SIMULATED, trusted: at(days, 100) },
  );
  expect(day).toBe(last);
  expect(checks[0]).toMatchObject({ kind: 'no-benchmark', symbol: 'IX', day: before });
  expect(at(since.benchmark, since.benchmark.length - 1)).toBe(
    at(since.benchmark, since.benchmark.length - 2),
  );
});

test('the tested part is known again to the bit, and by no other', () => {
  const { market, universe } = randomMarket(3, 4, 120);
  const strategy = strategyOf({
    long: { enter: 'close > 5-day average', exit: 'close < 5-day average', stops: { trigger: 'touch' } },
  });
  const days = at([...market.values()], market.size - 1).day;
  const asked = { ...SIMULATED, trusted: at(days, 100) };
  const before = evening(market, universe, { strategy, benchmark: 'IX', to: at(days, 100) }, asked).tested;
  expect(evening(market, universe, { strategy, benchmark: 'IX' }, asked).tested).toEqual(before);
  const bars = market.get('A');
  if (!bars) throw new Error('no A');
  const close = bars.close.map((price, i) => (i > 40 && i < 80 ? price * 1.0001 : price));
  const changed = new Map([
    ...market,
    ['A', { ...bars, close, high: bars.high.map((h, i) => Math.max(h, at(close, i))) }],
  ]);
  expect(evening(changed, universe, { strategy, benchmark: 'IX' }, asked).tested.print).not.toBe(
    before.print,
  );
});
