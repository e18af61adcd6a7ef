// What the parts of a strategy mean on a market: shares of conditions, distances of stops, sizes, costs, halves of a run.

import { describe, expect, it } from 'vitest';
import { type Bars, columnOf, conditionOf, createEngine, sizesTaken, sizeWarnings } from '../src/index.ts';
import type { Run } from '../src/run.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { barsFrom, barsOf, randomMarket, strategyOf } from './market.ts';

const enterWhen = (enter: string, more: Partial<Strategy> = {}): Strategy => {
  const base = strategyOf({});
  return {
    ...base,
    ...more,
    long: { ...base.long, enter, exit: 'days held >= 2', stops: { trigger: 'touch' } },
  };
};
const done = (engine: ReturnType<typeof createEngine>, request: Parameters<typeof engine.run>[0]): Run => {
  const outcome = engine.run(request);
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  return outcome.run;
};

describe('how often conditions are true', () => {
  // A rises from 1 to 10, B falls from 10 to 1; B is a member on its first five days only.
  const up = barsOf([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
  const down = barsOf([10, 9, 8, 7, 6, 5, 4, 3, 2, 1]);
  const market = new Map<string, Bars>([
    ['A', up],
    ['B', down],
  ]);
  const engine = createEngine(market, [{ symbol: 'A' }, { symbol: 'B', to: up.day[4] as number }]);
  const counted = (enter: string, span: { from?: number; to?: number } = {}) =>
    engine
      .explain({ strategy: enterWhen(enter), benchmark: 'A', ...span })
      ?.conditions.get('long.enter')
      ?.map(({ place, share, left }) => [enter.slice(place.from, place.to), share, left]);

  it('counts members’ days, and what is left after each of the conditions that must all hold', () => {
    // Above 3: A on 7 of its 10 days, B on all of its 5. Below 8 too: A on 4 of them, B on 2.
    expect(counted('close > 3 and close < 8')).toEqual([
      ['close > 3', 12 / 15, 12],
      ['close < 8', 9 / 15, 6],
      ['close > 3 and close < 8', 6 / 15, 6],
    ]);
  });

  it('counts what either of two conditions lets through', () => {
    const rows = counted('close > 9 or close < 2') ?? [];
    expect(rows).toContainEqual(['close > 9', 2 / 15, 2]);
    expect(rows).toContainEqual(['close < 2', 1 / 15, 1]);
    expect(rows).toContainEqual(['close > 9 or close < 2', 3 / 15, 3]);
  });

  it('counts within the run’s days alone', () => {
    expect(counted('close > 3', { from: up.day[5] as number })).toEqual([['close > 3', 1, 5]]);
  });

  it('leaves out an exit rule that reads the position', () => {
    const told = engine.explain({ strategy: enterWhen('always'), benchmark: 'A' });
    expect(told?.conditions.has('long.exit')).toBe(false);
  });

  it('says nothing of a strategy with problems', () => {
    expect(engine.explain({ strategy: enterWhen('close >'), benchmark: 'A' })).toBe(undefined);
  });
});

describe('how far stops stand', () => {
  it('is the median instrument’s distance, in the position’s favour', () => {
    // High - low is 2 on closes of 10, 20 and 40, so the ATR is 20%, 10% and 5% of the price.
    const flat = (close: number) =>
      barsFrom(
        Array.from({ length: 40 }, () => ({
          open: close,
          high: close + 1,
          low: close - 1,
          close,
          volume: 1,
        })),
      );
    const market = new Map([10, 20, 40].map((close, k) => ['ABC'[k] as string, flat(close)]));
    const engine = createEngine(market, [{ symbol: 'A' }, { symbol: 'B' }, { symbol: 'C' }]);
    const base = enterWhen('always');
    const strategy: Strategy = {
      ...base,
      long: {
        ...(base.long as NonNullable<Strategy['long']>),
        stops: {
          trigger: 'touch',
          initial: { atr: 14, times: 3 },
          trail: { percent: 8 },
          target: { r: 2 },
        },
      },
    };
    const told = engine.explain({ strategy, benchmark: 'A' });
    expect(told?.dayRange).toBeCloseTo(0.1, 12);
    expect(told?.long?.initial).toBeCloseTo(-0.3, 12);
    expect(told?.long?.trail).toBeCloseTo(-0.08, 12);
    expect(told?.long?.target).toBeCloseTo(0.6, 12);
    expect(told?.short).toBe(undefined);
  });
});

describe('the halves of a run', () => {
  const { market, universe } = randomMarket(11);
  const engine = createEngine(market, universe);
  const strategy = enterWhen('close > 10-day average');
  const whole = done(engine, { strategy, benchmark: 'IX' });
  const splitAt = whole.marks.day[120] as number;
  const [before, after] = done(engine, { strategy, benchmark: 'IX', splitAt }).halves ?? [];

  it('before the split are the figures of a run that ends there', () => {
    const perInstrument = done(engine, { strategy, benchmark: 'IX', to: splitAt - 1 }).figures;
    for (const key of ['cagr', 'maxDrawdown', 'sharpe', 'trades', 'winRate', 'endEquity'] as const)
      expect(before?.strategy[key]).toBe(perInstrument[key]);
    expect(before?.benchmark.cagr).toBe(perInstrument.benchmark.cagr);
  });

  it('share every closed trade and the whole return between them', () => {
    expect((before?.strategy.trades ?? 0) + (after?.strategy.trades ?? 0)).toBe(whole.trades.length);
    const both = (1 + (before?.strategy.totalReturn ?? 0)) * (1 + (after?.strategy.totalReturn ?? 0)) - 1;
    expect(both).toBeCloseTo(whole.figures.totalReturn, 10);
  });

  it('are none without days on both sides', () => {
    expect(done(engine, { strategy, benchmark: 'IX', splitAt: 1 }).halves).toBe(undefined);
    expect(done(engine, { strategy, benchmark: 'IX', splitAt: 99_999 }).halves).toBe(undefined);
  });
});

describe('sizes', () => {
  it('show the latest entry in money, and the largest share of the account', () => {
    const { market, universe } = randomMarket(3);
    const strategy = enterWhen('close > 10-day average', {
      size: { method: 'percent-of-equity', percent: 20, fractional: true, unaffordable: 'shrink' },
    });
    const run = done(createEngine(market, universe), { strategy, benchmark: 'IX' });
    const trades = [...run.trades, ...run.openTrades];
    const { latest, largestShare } = sizesTaken(run.marks, trades);
    expect(latest?.trade.decisionDay).toBe(Math.max(...trades.map((t) => t.decisionDay)));
    expect(latest?.value).toBeCloseTo((latest?.equity ?? 0) * 0.2, 6);
    expect(largestShare).toBeLessThan(0.2 + 1e-9);
    expect(sizesTaken(run.marks, []).latest).toBe(undefined);
  });

  const sized = (size: Partial<Strategy['size']>, positions?: number) =>
    enterWhen('always', {
      size: { fractional: false, unaffordable: 'shrink', ...size } as Strategy['size'],
      limits: { ...(positions === undefined ? {} : { positions }), afterMembership: 'hold' },
    });
  const kinds = (strategy: Strategy, largest?: number) =>
    sizeWarnings(strategy, largest).map(({ kind }) => kind);

  it('warn of one position that takes the account', () => {
    expect(kinds(sized({ method: 'equal-slots' }, 1))).toEqual(['one-takes-all']);
    expect(kinds(sized({ method: 'percent-of-equity', percent: 100 }, 1))).toEqual(['one-takes-all']);
    expect(kinds(sized({ method: 'percent-of-equity', percent: 100, maxPercent: 20 }, 1))).toEqual([]);
    expect(kinds(sized({ method: 'shares', count: 9 }, 1), 0.97)).toEqual(['one-takes-all']);
    expect(kinds(sized({ method: 'shares', count: 9 }, 1), 0.3)).toEqual([]);
  });

  it('warn of slots that ask for more than the account', () => {
    const [warning] = sizeWarnings(sized({ method: 'percent-of-equity', percent: 15 }, 10));
    expect(warning).toEqual({ kind: 'more-than-account', percent: 150 });
    expect(kinds(sized({ method: 'percent-of-equity', percent: 10 }, 10))).toEqual([]);
    expect(kinds(sized({ method: 'equal-slots' }, 10))).toEqual([]);
  });

  it('warn of a rotation that holds fewer than the slots its money is divided by', () => {
    const strategy = sized({ method: 'equal-slots' }, 10);
    const rotating = (hold: number): Strategy => ({
      ...strategy,
      long: {
        ...(strategy.long as NonNullable<Strategy['long']>),
        rotate: { review: 'day', hold, keep: hold },
      },
    });
    expect(sizeWarnings(rotating(3))).toEqual([{ kind: 'idle-slots', hold: 3, slots: 10, percent: 30 }]);
    expect(sizeWarnings(rotating(10))).toEqual([]);
  });

  it('warn of a risk without a stop', () => {
    expect(kinds(sized({ method: 'risk-percent', percent: 1 }, 10))).toEqual(['risk-without-stop']);
  });
});

describe('a condition drawn on one instrument', () => {
  it('holds where its rule is true, bar by bar', () => {
    const { market } = randomMarket(8);
    const close = columnOf(market, 'A', 'close', 'day');
    const average = columnOf(market, 'A', '20-day average', 'day');
    const drawn = conditionOf(market, 'A', 'close > 20-day average', 'day');
    if (!close.ok || !average.ok || !drawn.ok) throw new Error('they read');
    const above = Array.from(close.values, (value, k) => Number(value > (average.values[k] ?? Number.NaN)));
    expect([...drawn.holds]).toEqual(above);
    expect(conditionOf(market, 'A', '20-day average', 'day').ok).toBe(false);
    expect(columnOf(market, 'A', 'close > 20-day average', 'day').ok).toBe(false);
  });
});
