import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cases } from '../../../../testing/cases.ts';
import { createEngine } from '../../src/engine.ts';
import { bandOf, outsideOf } from '../../src/follow/band.ts';
import { checksOf } from '../../src/follow/checks.ts';
import { fillsBeside, type SimulatedFill, simulatedFills } from '../../src/follow/fills-beside.ts';
import type { OwnFill } from '../../src/follow/own-account.ts';
import { sinceOf, tradesToTell } from '../../src/follow/since.ts';
import { at } from '../../src/numeric/at.ts';
import { barsOf, randomMarket, strategyOf } from '../market.ts';

describe('the band', () => {
  test('of days that were all alike is one line, and whatever leaves it is told', () => {
    const band = bandOf(new Float64Array(50).fill(0.01), 4);
    if (!band) throw new Error('no band');
    for (const line of [band.low, band.middle, band.high]) {
      expect([...line]).toEqual([1, 1.01, 1.01 * 1.01, 1.01 * 1.01 * 1.01]);
    }
    expect(band.drawdowns.every((fall) => fall === 0)).toBe(true);
    const days = Int32Array.of(1, 2, 3, 4);
    expect(outsideOf(days, Float64Array.of(1, 1, 1.5, 1), band)).toEqual({
      firstBelow: 2,
      firstAbove: 3,
      below: 2,
      above: 1,
      now: 'below',
    });
  });

  test('holds nine of ten paths at each mark, and is the same for the same days', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -0.05, max: 0.05, noNaN: true }), { minLength: 21, maxLength: 80 }),
        fc.integer({ min: 2, max: 60 }),
        (returns, length) => {
          const tested = Float64Array.from(returns);
          const band = bandOf(tested, length, { resamples: 200 });
          if (!band) throw new Error('no band');
          for (let i = 0; i < length; i++) {
            expect(at(band.low, i)).toBeLessThanOrEqual(at(band.middle, i));
            expect(at(band.middle, i)).toBeLessThanOrEqual(at(band.high, i));
          }
          expect(bandOf(tested, length, { resamples: 200 })).toEqual(band);
        },
      ),
      { numRuns: cases(30) },
    );
  });

  test('is none where too few days were tested', () => {
    expect(bandOf(new Float64Array(20).fill(0.01), 4)).toBeUndefined();
  });
});

test('the trades it takes to tell a mean from nothing', () => {
  // (1.645 + 0.842)^2 * (4 / 1)^2 = 98.9
  expect(tradesToTell({ count: 300, mean: 0.01, deviation: 0.04, winRate: 0.5, barsHeld: 5 })).toBe(99);
  expect(tradesToTell({ count: 300, mean: -0.01, deviation: 0.04, winRate: 0.5, barsHeld: 5 })).toBeNaN();
});

test('the days since stand beside the benchmark, from the trusted day', () => {
  const { market, universe } = randomMarket(5, 4, 150);
  const strategy = strategyOf({
    long: { enter: 'close > 5-day average', exit: 'close < 5-day average', stops: { trigger: 'touch' } },
  });
  const outcome = createEngine(market, universe).run({ strategy, benchmark: 'IX' });
  if (outcome.kind !== 'done') throw new Error('no run');
  const { run } = outcome;
  const { day, equity } = run.marks;
  const since = sinceOf(run, at(day, 120));
  expect(since.days[0]).toBe(day[120]);
  expect(since.days.length).toBe(day.length - 120);
  expect(since.curve[10]).toBe(at(equity, 130) / at(equity, 120));
  expect(since.benchmark[10]).toBe(at(run.benchmark, 130) / at(run.benchmark, 120));
  expect(since.trades.tested.count + since.trades.since.count).toBeLessThanOrEqual(run.trades.length);
  expect(since.trades.since.count).toBe(run.trades.filter(({ entryDay }) => entryDay > at(day, 120)).length);
  expect(since.drawdown.asDeep).toBeGreaterThan(0);
  // A day between two sessions is the last session before it.
  expect(sinceOf(run, at(day, 120) + 0.5).days[0]).toBe(day[120]);
});

describe('own fills beside the simulated ones', () => {
  const order = (day: number, action: 'buy' | 'sell', price: number): SimulatedFill => ({
    day,
    symbol: 'A',
    action,
    shares: 10,
    price,
    exit: action === 'sell',
  });
  const fill = (day: number, action: 'buy' | 'sell', price: number): OwnFill => ({
    day,
    symbol: 'A',
    action,
    shares: 10,
    price,
    costs: 0,
  });

  test('a dearer purchase and a cheaper sale are slippage, what has no fill is missed', () => {
    const simulated = [order(10, 'buy', 100), order(20, 'sell', 110), order(30, 'buy', 100)];
    const { pairs, unasked, missed, meanSlippage, slippageByMoney } = fillsBeside(simulated, [
      fill(11, 'buy', 101),
      fill(20, 'sell', 109.45),
      fill(50, 'buy', 90),
    ]);
    expect(pairs.map(({ slippage }) => slippage && Math.round(slippage))).toEqual([100, 50, undefined]);
    expect(meanSlippage).toBeCloseTo(75, 9);
    expect(slippageByMoney).toBeCloseTo((100 * 1010 + 50 * 1094.5) / 2104.5, 9);
    expect(missed).toBe(1);
    expect(unasked.map(({ day }) => day)).toEqual([50]);
  });

  test('each own fill fills one order, the nearest', () => {
    const { pairs } = fillsBeside(
      [order(10, 'buy', 100), order(12, 'buy', 100)],
      [fill(12, 'buy', 100), fill(10, 'buy', 100)],
    );
    expect(pairs.map(({ own }) => own?.day)).toEqual([10, 12]);
  });

  test('a trade entered before the trusted day has its exit after it', () => {
    const { market, universe } = randomMarket(5, 4, 60);
    const outcome = createEngine(market, universe).run({ strategy: strategyOf({}), benchmark: 'IX' });
    if (outcome.kind !== 'done') throw new Error('no run');
    const day = at(outcome.run.marks.day, 5);
    expect(simulatedFills(outcome.run.openTrades, day).every((one) => one.day > day)).toBe(true);
  });
});

test('what to look at: a missing benchmark, a split since, an end of membership, an event, a jump', () => {
  const closes = Array.from({ length: 60 }, (_x, i) => 100 + (i % 3));
  const whole = barsOf(closes);
  const day = at(whole.day, 59);
  const factor = new Float64Array(60).fill(1).fill(0.5, 0, 58);
  const fallen = barsOf([...closes.slice(0, 58), 50, 51]);
  const market = new Map([
    ['A', { ...whole, factor }],
    ['B', { ...fallen, high: fallen.high.map((price) => price + 1) }],
    ['C', whole],
    ['IX', barsOf(closes.slice(0, 59))],
  ]);
  const universe = [{ symbol: 'A' }, { symbol: 'B' }, { symbol: 'C', to: day + 3 }];
  const checks = checksOf(market, universe, {
    day,
    trusted: at(whole.day, 50),
    benchmark: 'IX',
    concerned: new Set(['B']),
    events: [
      { symbol: 'A', day: day + 2, what: 'results' },
      { symbol: 'A', day: day + 40, what: 'too far away' },
      { symbol: 'Z', day: day + 2, what: 'no business of ours' },
    ],
  });
  expect(checks.map(({ kind, symbol }) => [kind, symbol])).toEqual([
    ['odd', 'B'],
    ['no-benchmark', 'IX'],
    ['split', 'A'],
    ['event', 'A'],
    ['leaving', 'C'],
  ]);
  expect(checks.find(({ kind }) => kind === 'split')).toMatchObject({ ratio: 2, day: at(whole.day, 58) });
});
