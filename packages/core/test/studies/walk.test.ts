// A walk-forward: its windows, its chain, and what it cannot know.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { barsUntil } from '../../src/bars/columns.ts';
import { addMonths, civilFromDay, dayFromCivil, dayFromIso, isoFromDay } from '../../src/days/day.ts';
import { createEngine } from '../../src/engine.ts';
import { at } from '../../src/numeric/at.ts';
import { withDials } from '../../src/strategy/grid.ts';
import type { Strategy } from '../../src/strategy/strategy.ts';
import { StudyFault } from '../../src/studies/fault.ts';
import type { WalkStudy } from '../../src/studies/study.ts';
import { walkForward } from '../../src/studies/walk/walk.ts';
import { windowsOf } from '../../src/studies/walk/windows.ts';
import { randomMarket, strategyOf } from '../market.ts';
import { deskHere, turn } from './desk.ts';

const { market, universe } = randomMarket(5, 5, 420);
const strategy = strategyOf({
  dials: { n: { value: 4 }, held: { value: 6 } },
  long: {
    enter: 'close is the lowest of {n} days',
    exit: 'days held is at least {held}',
    stops: { trigger: 'touch' },
  },
  costs: {
    commission: { fixed: 1, perShare: 0.01, percent: 0, min: 0, maxPercent: 100 },
    slippage: 5,
    cashRate: 2,
    marginRate: 0,
    borrowRate: 0,
  },
});
const study: WalkStudy = {
  kind: 'walk',
  name: '',
  notes: '',
  seed: 1,
  universe: 'u',
  benchmark: 'IX',
  strategy,
  axes: [
    { dial: 'n', from: 2, to: 6, step: 2 },
    { dial: 'held', from: 2, to: 6, step: 2 },
  ],
  figure: 'sharpe',
  height: { percentile: 75 },
  train: 6,
  test: 3,
  anchored: false,
  choose: 'best',
};

describe('months', () => {
  it('are added to a date, the last of a month that lacks it', () => {
    const plus = (iso: string, months: number): string => isoFromDay(addMonths(dayFromIso(iso) ?? 0, months));
    expect(plus('2012-01-31', 1)).toBe('2012-02-29');
    expect(plus('2011-01-31', 13)).toBe('2012-02-29');
    expect(plus('2011-12-31', 9)).toBe('2012-09-30');
    expect(plus('2012-03-15', 24)).toBe('2014-03-15');
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40_000 }), fc.integer({ min: 0, max: 200 }), (day, months) => {
        const { year, month, date } = civilFromDay(day);
        const later = civilFromDay(addMonths(day, months));
        const count = year * 12 + month - 1 + months;
        expect(later.year * 12 + later.month - 1).toBe(count);
        const next = dayFromCivil(later.year + (later.month === 12 ? 1 : 0), (later.month % 12) + 1, 1);
        expect(later.date).toBe(Math.min(date, civilFromDay(next - 1).date));
      }),
    );
  });
});

describe('windows', () => {
  const weekdays = Int32Array.from({ length: 900 }, (_x, k) => dayFromCivil(2010, 1, 1) + k).filter(
    (day) => ((day % 7) + 7) % 7 !== 2 && ((day % 7) + 7) % 7 !== 3,
  );

  it('train before they test, test every later day once, and are all of the calendar’s days', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 14 }),
        fc.integer({ min: 1, max: 9 }),
        fc.boolean(),
        (train, test, anchored) => {
          const windows = windowsOf(weekdays, { train, test, anchored });
          const tested = windows.flatMap(({ testFrom, testTo }) =>
            [...weekdays].filter((day) => day >= testFrom && day <= testTo),
          );
          const first = addMonths(at(weekdays, 0), train);
          expect(tested).toEqual([...weekdays].filter((day) => day >= first));
          for (const [j, { trainFrom, trainTo, testFrom }] of windows.entries()) {
            expect(trainTo).toBeLessThan(testFrom);
            const from = anchored ? at(weekdays, 0) : addMonths(at(weekdays, 0), j * test);
            expect(trainFrom).toBe([...weekdays].find((day) => day >= from));
          }
        },
      ),
    );
  });

  it('are none when they are longer than the days', () => {
    expect(windowsOf(weekdays, { train: 60, test: 1, anchored: false })).toEqual([]);
  });
});

describe('a chain', () => {
  const engine = createEngine(market, universe);
  const request = { strategy, benchmark: 'IX' };
  const days = (() => {
    const outcome = engine.days(request);
    if (outcome.kind !== 'done') throw new Error('it runs');
    return outcome.days;
  })();
  const windows = (strategies: readonly (Strategy | undefined)[]) =>
    strategies.map((one, k) => ({
      from: at(days, 60 * k),
      to: at(days, 60 * k + 59),
      strategy: one,
    }));
  const chain = (strategies: readonly (Strategy | undefined)[]) => {
    const outcome = engine.chain({ request, windows: windows(strategies), perWindow: true });
    if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
    return outcome;
  };

  it('of one window is the run of its days with all positions closed at the end', () => {
    const { run } = chain([strategy]);
    const single = engine.run({ ...request, from: at(days, 0), to: at(days, 59), closeAtEnd: true });
    expect(single.kind === 'done' && { ...single.run, standing: [], nextOrders: [] }).toEqual({
      ...run,
      standing: [],
      nextOrders: [],
    });
    expect(run.openTrades).toEqual([]);
    expect(run.trades.filter(({ exitReason }) => exitReason === 'period-end').length).toBeGreaterThan(0);
    for (const { exitReason, exitDay } of run.trades) {
      if (exitReason === 'period-end') expect(exitDay).toBeLessThanOrEqual(at(days, 59));
    }
  });

  it('begins each window with what the one before left, and its ledger rebuilds the account', () => {
    const other = withDials(strategy, { n: 2, held: 3 });
    const { run, windows: figures } = chain([strategy, undefined, other, strategy]);
    const { marks, ledger, trades } = run;
    expect(marks.day.length).toBe(240);
    expect(figures[1]).toBeUndefined();
    for (const k of [60, 120, 180]) {
      expect(marks.equity[k]).toBe(marks.equity[k - 1]);
      expect(marks.positions[k - 1]).toBe(0);
    }
    expect(new Set(marks.equity.slice(60, 120)).size).toBe(1);
    let cash = 0;
    let row = 0;
    for (const [t, day] of marks.day.entries()) {
      while (row < ledger.day.length && at(ledger.day, row) <= day) cash += at(ledger.amount, row++);
      expect(cash).toBeCloseTo(at(marks.cash, t), 6);
    }
    // What no trade explains is interest on cash, which counts for the account.
    const interest = [...ledger.kind].reduce(
      (sum, kind, k) => sum + (kind === 3 ? at(ledger.amount, k) : 0),
      0,
    );
    const profits = trades.reduce((sum, { profit }) => sum + profit, 0);
    expect(50_000 + profits + interest).toBeCloseTo(at(marks.equity, 239), 6);
  });

  it('refuses entries at the close at which all ends', () => {
    const now = { ...strategy, timing: { enter: 'same-close' as const, exit: 'same-close' as const } };
    const { run } = chain([now, now]);
    for (const { entryDay } of run.trades) {
      expect([at(days, 59), at(days, 119)]).not.toContain(entryDay);
    }
  });
});

describe('a walk-forward', () => {
  it('chooses by training alone: what comes later changes no choice and no day before it', async () => {
    const whole = await walkForward(study, deskHere(market, universe), turn);
    const last = at(whole.windows, 3).testTo;
    const cut = new Map([...market].map(([symbol, bars]) => [symbol, barsUntil(bars, last)]));
    const part = await walkForward(study, deskHere(cut, universe), turn);
    expect(part.windows.slice(0, 3)).toEqual(whole.windows.slice(0, 3));
    expect(at(part.windows, 3).cell).toBe(at(whole.windows, 3).cell);
    const until = at(part.windows, 2).testTo;
    const count = part.run.marks.day.filter((day) => day <= until).length;
    expect(part.run.marks.equity.slice(0, count)).toEqual(whole.run.marks.equity.slice(0, count));
  });

  it('takes the best or the middle, and knows the best in hindsight', async () => {
    const best = await walkForward(study, deskHere(market, universe), turn);
    const middle = await walkForward(
      { ...study, choose: 'middle', height: { percentile: 30 } },
      deskHere(market, universe),
      turn,
    );
    const engine = createEngine(market, universe);
    for (const { trainFrom, trainTo, cell, trainFigure } of best.windows) {
      const figures = best.cells.map(([n = 0, held = 0]) => {
        const dials = { n: Number(n), held: Number(held) };
        const outcome = engine.run({
          strategy: withDials(strategy, dials),
          benchmark: 'IX',
          from: trainFrom,
          to: trainTo,
        });
        return outcome.kind === 'done' ? outcome.run.figures.sharpe : Number.NaN;
      });
      expect(trainFigure).toBe(Math.max(...figures));
      expect(cell).toBe(figures.indexOf(trainFigure));
    }
    expect(middle.windows.some(({ cell }, j) => cell !== best.windows[j]?.cell)).toBe(true);
    expect(best.hindsight).toEqual(middle.hindsight);
    // The own settings are a cell too.
    expect(best.own?.figures.sharpe).toBeLessThanOrEqual(best.hindsight?.figures.sharpe ?? Number.NaN);
  });

  it('stays flat where no cell has the figure', async () => {
    const never = { ...study, strategy: { ...strategy, limits: { ...strategy.limits, positions: 1 } } };
    const idle = {
      ...never,
      strategy: {
        ...never.strategy,
        long: {
          enter: 'close < 0 * {n} and {held} > 0',
          exit: 'never',
          stops: { trigger: 'touch' as const },
        },
      },
    };
    const { windows, run } = await walkForward(
      { ...idle, figure: 'winRate' },
      deskHere(market, universe),
      turn,
    );
    expect(windows.map(({ cell }) => cell)).toEqual(windows.map(() => undefined));
    expect(new Set(run.marks.equity)).toEqual(new Set([50_000]));
  });

  it('says what makes it none', async () => {
    const why = async (changed: Partial<WalkStudy>): Promise<unknown> =>
      walkForward({ ...study, ...changed }, deskHere(market, universe), turn).catch(
        (error: unknown) => error,
      );
    for (const [changed, path] of [
      [{ train: 60 }, 'train'],
      [{ axes: [{ universes: ['u'] }] }, 'axes.0'],
      [{ axes: [] }, 'axes'],
      [{ benchmark: 'GHOST' }, 'benchmark'],
    ] as const) {
      const error = await why(changed);
      expect(error, path).toBeInstanceOf(StudyFault);
      expect((error as StudyFault).path).toBe(path);
    }
  });
});
