// Runs small enough to be worked out by hand, for what the golden cases leave open.

import { describe, expect, it } from 'vitest';
import { dayFromCivil, isoFromDay } from '../src/days/day.ts';
import { createEngine } from '../src/engine.ts';
import { at } from '../src/numeric/at.ts';
import type { Run } from '../src/run.ts';
import { OUTCOMES } from '../src/simulation/records.ts';
import { entrySession, exitSession, sessionText } from '../src/simulation/session.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { barsFrom, barsOf, strategyOf } from './market.ts';

const flat = barsOf([100, 100, 100, 100, 100, 100]);
const side = (enter: string, exit: string, stops: object = {}): Strategy['long'] => ({
  enter,
  exit,
  stops: { trigger: 'touch', ...stops },
});
const row = (open: number, high: number, low: number, close: number) => ({
  open,
  high,
  low,
  close,
  volume: 1000,
});

function run(
  strategy: Strategy,
  bars: Record<string, ReturnType<typeof barsOf>>,
  universe = Object.keys(bars),
): Run {
  const market = new Map([...Object.entries(bars), ['IX', flat]]);
  const outcome = createEngine(
    market,
    universe.map((symbol) => ({ symbol })),
  ).run({ strategy, benchmark: 'IX' });
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  return outcome.run;
}

describe('a run by hand', () => {
  it('fills at the next open, worsened by slippage, with commission on both orders', () => {
    const bars = barsFrom([
      row(10, 11, 9, 10),
      row(20, 22, 19, 21),
      row(30, 33, 29, 31),
      row(40, 41, 39, 40),
    ]);
    const strategy = strategyOf({
      long: side('close = 10', 'close = 21'),
      size: { method: 'shares', count: 100, fractional: false, unaffordable: 'shrink' },
      costs: {
        commission: { fixed: 5, perShare: 0, percent: 0, min: 0, maxPercent: 100 },
        slippage: 100,
        cashRate: 0,
        marginRate: 0,
        borrowRate: 0,
      },
    });
    const { trades, marks } = run(strategy, { A: bars });
    // bought at 20 * 1.01 = 20.2, sold at 30 * 0.99 = 29.7
    expect(trades).toHaveLength(1);
    expect(trades[0]).toMatchObject({ shares: 100, barsHeld: 1, exitReason: 'rule' });
    expect(at(trades, 0).entryPrice).toBeCloseTo(20.2, 12);
    expect(at(trades, 0).profit).toBeCloseTo(940, 9);
    expect(marks.equity[3]).toBeCloseTo(50_940, 9);
    expect(marks.equity[1]).toBeCloseTo(50_000 - 5 + 100 * (21 - 20.2), 9);
  });

  it('sizes by the risk to the stop, and trails it from the best close, counting from the next day', () => {
    const bars = barsFrom([
      row(20, 20, 20, 20),
      row(20, 21, 20, 21),
      row(21, 24, 21, 24),
      row(23, 23, 22, 22.5),
      row(22, 22, 22, 22),
    ]);
    const strategy = strategyOf({
      long: side('close = 20', 'never', { initial: { percent: 5 }, trail: { percent: 5 } }),
      size: { method: 'risk-cash', amount: 400, fractional: false, unaffordable: 'shrink' },
    });
    const { trades } = run(strategy, { A: bars });
    expect(trades[0]).toMatchObject({ entryPrice: 20, shares: 400, exitReason: 'trail', riskPerShare: 1 });
    expect(at(trades, 0).exitPrice).toBeCloseTo(22.8, 12);
    expect(at(trades, 0).profit).toBeCloseTo(1120, 9);
    expect(at(trades, 0).r).toBeCloseTo(2.8, 12);
  });

  it('refuses a crumb: an order of which the account could pay less than the part that is asked for', () => {
    const flat = barsFrom([row(10, 10, 10, 10), row(10, 10, 10, 10), row(10, 10, 10, 10)]);
    const outcomes = (minFilledPercent?: number): string[] => {
      const { decisions } = run(
        strategyOf({
          long: side('always', 'never', {}),
          size: {
            method: 'percent-of-equity',
            percent: 95,
            fractional: false,
            unaffordable: 'shrink',
            ...(minFilledPercent === undefined ? {} : { minFilledPercent }),
          },
        }),
        { A: flat, B: flat },
      );
      const first = decisions.day[0];
      return [...decisions.outcome]
        .filter((_code, i) => at(decisions.day, i) === first)
        .map((code) => at(OUTCOMES, code));
    };
    // Of 4,750 shares wanted 250 can be paid: 5.3 %.
    expect(outcomes()).toEqual(['taken', 'shrunk']);
    expect(outcomes(5)).toEqual(['taken', 'shrunk']);
    expect(outcomes(10)).toEqual(['taken', 'crumb']);
  });

  it('books a short’s borrow cost for every night it was held, at the value of the mark before', () => {
    const bars = barsFrom([
      row(100, 100, 100, 100),
      row(100, 101, 99, 100),
      row(98, 98, 95, 95),
      row(90, 91, 89, 90),
      row(90, 90, 90, 90),
    ]);
    const strategy = strategyOf({
      long: undefined,
      short: side('close = 100', 'close = 95'),
      size: { method: 'cash', amount: 10_000, fractional: false, unaffordable: 'shrink' },
      limits: { positions: 1, newPerDay: 1, afterMembership: 'hold' },
      costs: {
        commission: { fixed: 0, perShare: 0, percent: 0, min: 0, maxPercent: 100 },
        slippage: 0,
        cashRate: 0,
        marginRate: 0,
        borrowRate: 3.65,
      },
    });
    const trade = at(run(strategy, { A: bars }).trades, 0);
    expect(trade).toMatchObject({ side: 'short', shares: 100, entryPrice: 100, exitPrice: 90 });
    expect(trade.carry).toBeCloseTo(1.95, 10);
    expect(trade.profit).toBeCloseTo(998.05, 9);
  });

  it('fills a level stop that stands beyond the opening at the opening, not at a price that never traded', () => {
    const bars = barsFrom([row(10, 10, 10, 10), row(8, 8.5, 7, 8), row(8, 8, 8, 8)]);
    const strategy = strategyOf({ long: side('close = 10', 'never', { initial: { level: '9' } }) });
    const { trades } = run(strategy, { A: bars });
    expect(trades[0]).toMatchObject({ entryPrice: 8, exitPrice: 8, exitReason: 'stop' });
  });

  it('counts a bar that reached stop and target as stopped, and says how many there were', () => {
    const bars = barsFrom([row(10, 10, 10, 10), row(10, 12, 8, 10), row(10, 10, 10, 10)]);
    const again = run(
      strategyOf({ long: side('always', 'never', { initial: { percent: 10 }, target: { percent: 10 } }) }),
      { A: bars },
    );
    expect(again.ambiguousBars).toBe(1);
    expect(again.trades[0]).toMatchObject({ exitReason: 'stop', exitPrice: 9 });
  });

  it('turns from long to short in one moment, but not back into the same side', () => {
    const bars = barsOf([10, 11, 12, 11, 10, 9, 9]);
    const strategy = strategyOf({
      long: side('close is rising', 'close is falling'),
      short: side('close is falling', 'close is rising'),
      limits: { positions: 1, afterMembership: 'hold' },
    });
    const { trades, openTrades } = run(strategy, { A: bars });
    expect(trades.map((t) => [t.side, t.entryPrice, t.exitPrice])).toEqual([['long', 12, 10]]);
    expect(openTrades.map((t) => [t.side, t.entryPrice])).toEqual([['short', 10]]);
  });

  it('reports why each candidate was refused', () => {
    const strategy = strategyOf({
      long: side('always', 'never', { bars: 50 }),
      size: { method: 'cash', amount: 10_000, fractional: false, unaffordable: 'skip' },
      limits: { positions: 1, afterMembership: 'hold' },
    });
    const { decisions } = run(strategy, {
      A: barsOf([10, 10, 10]),
      B: barsOf([10, 10, 10]),
      C: barsOf([10]),
    });
    const log = [...decisions.outcome].map(
      (o, k) => `${decisions.symbol[at(decisions.instrument, k)]} ${OUTCOMES[o]}`,
    );
    expect(log.slice(0, 3)).toEqual(['A taken', 'B no-slot', 'C no-bar']);
  });

  it('asks on the last day for the orders of the coming session', () => {
    const strategy = strategyOf({ long: side('close > 11', 'close > 12') });
    const a = barsOf([10, 12, 12, 12, 12, 13]);
    const b = barsOf([10, 10, 10, 10, 10, 12.5]);
    const { nextOrders, standing } = run(strategy, { A: a, B: b });
    // 20% of 50,000 at 12 bought 833 of A, now worth 833 more; 20% of 50,833 at 12.5 buys 813 of B
    expect(nextOrders).toMatchObject([
      { side: 'long', action: 'exit', symbol: 'A', shares: 833, close: 13, reason: 'rule' },
      { side: 'long', action: 'enter', symbol: 'B', shares: 813, close: 12.5, reason: undefined },
    ]);
    expect(standing).toEqual([]);
  });

  it('tells where the stops of the coming session stand: of entries from the close, of holdings as they trail', () => {
    const stops = { initial: { percent: 10 }, trail: { percent: 20 }, target: { percent: 50 } };
    const strategy = strategyOf({ long: side('close > 11', 'never', stops) });
    const a = barsOf([10, 12, 12, 16, 15, 15]);
    const b = barsOf([10, 10, 10, 10, 10, 12.5]);
    const { nextOrders, standing } = run(strategy, { A: a, B: b });
    // A was bought at 12: 10% below is 10.8; 20% below its best close of 16 is 12.8, the tighter.
    expect(standing).toMatchObject([
      { part: 0, side: 'long', symbol: 'A', shares: 833, close: 15, stop: 12.8, target: 18, entryPrice: 12 },
    ]);
    // B at 12.5: 10% below is the tighter of its two stops.
    expect(nextOrders).toMatchObject([{ symbol: 'B', stop: 11.25, target: 18.75 }]);
  });

  it('closes what ends before the run does, at its last close', () => {
    const strategy = strategyOf({ long: side('close = 10', 'never', { bars: 90 }) });
    const { trades } = run(strategy, { A: barsOf([10, 11, 12]) });
    expect(trades[0]).toMatchObject({ exitReason: 'data-ended', exitPrice: 12, entryPrice: 11, barsHeld: 2 });
  });

  it('steps by weekly bars dated by the week’s last session', () => {
    const daily = barsOf([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]);
    const strategy = strategyOf({ bars: 'week', long: side('close > 4', 'never', { bars: 90 }) });
    const { marks, openTrades } = run(strategy, { A: daily });
    expect(marks.day.length).toBe(3);
    expect(openTrades[0]).toMatchObject({ entryPrice: 6, entryDay: daily.day[9], decisionDay: daily.day[4] });
  });

  it('tells the session of a fill beside the longer bar: its first at the open, its last at the close, the period within', () => {
    // Five sessions a week; closes rise by 1, so the week that is bought opens at 6 and reaches 8.5 on its third day.
    const daily = barsOf([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17]);
    const sessions = (exit: string, stops: object, timing: Partial<Strategy['timing']> = {}) => {
      const strategy = strategyOf({ bars: 'week', long: side('close = 5', exit, stops) });
      const { trades } = run({ ...strategy, timing: { ...strategy.timing, ...timing } }, { A: daily });
      return trades.map((trade) => [entrySession(trade), exitSession(trade)].map((s) => s && sessionText(s)));
    };
    const iso = (k: number): string => isoFromDay(at(daily.day, k));
    expect(sessions('close = 10', {})).toEqual([[iso(5), iso(10)]]);
    expect(sessions('close = 15', {}, { enter: 'next-close', exit: 'same-close' })).toEqual([
      [iso(9), iso(14)],
    ]);
    expect(sessions('never', { target: { percent: 40 } })).toEqual([[iso(5), '2020-W03']]);
    // Beyond the target at the open of the week after: filled there.
    expect(sessions('never', { target: { percent: 70 } })).toEqual([[iso(5), iso(10)]]);
    const monthly = { day: dayFromCivil(2006, 2, 28), within: 'month' } as const;
    expect(sessionText(monthly)).toBe('2006-02');
    expect(sessionText({ day: dayFromCivil(2021, 1, 3), within: 'week' })).toBe('2020-W53');
  });
});

describe('a strategy that cannot run says why', () => {
  const problemsOf = (strategy: Strategy, extra: object = {}, universe = [{ symbol: 'A' }]): string[] => {
    const outcome = createEngine(new Map([['A', flat]]), universe).run({
      strategy,
      benchmark: 'A',
      ...extra,
    });
    return outcome.kind === 'problems' ? outcome.problems.map((p) => `${p.path}: ${p.message}`) : [];
  };
  it.each<[string, () => string[]]>([
    [
      'benchmark: There are no bars for the benchmark “ZZ”; choose another.',
      () => problemsOf(strategyOf({}), { benchmark: 'ZZ' }),
    ],
    [
      'universe: The universe is empty; add instruments to it or choose another.',
      () => problemsOf(strategyOf({}), {}, []),
    ],
    [
      "universe: None of the universe's 1 instruments has bars.",
      () => problemsOf(strategyOf({}), {}, [{ symbol: 'QQ' }]),
    ],
    [
      'from: The first day 1970-01-10 comes after the last day 1970-01-02; swap them.',
      () => problemsOf(strategyOf({}), { from: 9, to: 1 }),
    ],
    [
      'limits.positions: 90000 slots leave less than 1 of money for each; use fewer slots or more capital.',
      () =>
        problemsOf(
          strategyOf({
            size: { method: 'equal-slots', fractional: false, unaffordable: 'shrink' },
            limits: { positions: 90_000, afterMembership: 'hold' },
          }),
        ),
    ],
    [
      'long.exit: Nothing ends a trade: give an exit rule, a stop, a target or a time limit.',
      () => problemsOf(strategyOf({ long: side('always', '') })),
    ],
    [
      'long.enter: “clse” is not a word of the rule language. Did you mean “close”?',
      () => problemsOf(strategyOf({ long: side('clse > 5', 'never') })),
    ],
    [
      'costs.cashRate: There are no bars for the rate “BONG”.',
      () => problemsOf(strategyOf({ costs: { ...strategyOf({}).costs, cashRate: 'BONG' } })),
    ],
  ])('%s', (expected, problems) => {
    expect(problems()).toEqual([expected]);
  });

  it('and a run that is asked to stop stops', () => {
    const outcome = createEngine(new Map([['A', flat]]), [{ symbol: 'A' }]).run(
      { strategy: strategyOf({}), benchmark: 'A' },
      () => false,
    );
    expect(outcome).toEqual({ kind: 'stopped' });
  });
});
