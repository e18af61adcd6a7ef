// What can be asked of a finished run must agree with the run itself, for every market and every strategy.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { createEngine } from '../src/engine.ts';
import type { Inspection } from '../src/inspect/inspection.ts';
import { at } from '../src/numeric/at.ts';
import type { Trade } from '../src/simulation/records.ts';
import { deviation } from '../src/statistics/moments.ts';
import { returnsOf } from '../src/statistics/returns.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { anyStrategy, barsFrom, barsOf, randomMarket, strategyOf } from './market.ts';

const RUNS = { numRuns: cases(60) };
const seeds = fc.integer({ min: 1, max: 1_000_000 });

function inspected(seed: number, strategy: Strategy): Inspection {
  const { market, universe } = randomMarket(seed);
  const outcome = createEngine(market, universe).inspect({ strategy, benchmark: 'IX' });
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  return outcome.inspection;
}

const near = (a: number, b: number): void =>
  expect(Math.abs(a - b)).toBeLessThan(1e-6 * Math.max(1, Math.abs(b)));

describe("a day's book", () => {
  it('explains the cash from the close before, and the equity from what is held', () => {
    fc.assert(
      fc.property(seeds, anyStrategy, (seed, strategy) => {
        const { run, day: bookOf } = inspected(seed, strategy);
        const { marks } = run;
        marks.day.forEach((day, t) => {
          const book = bookOf(day);
          expect(book.day).toBe(day);
          const before = t === 0 ? strategy.account.capital : at(marks.cash, t - 1);
          const moved = book.fills.reduce((sum, { amount, commission }) => sum + amount - commission, 0);
          near(before + moved + book.interest + book.borrow, book.cash);
          const held = book.positions.reduce(
            (sum, { side, value }) => sum + (side === 'long' ? value : -value),
            0,
          );
          near(book.cash + held, book.equity);
          expect(book.positions.length).toBe(marks.positions[t]);
        });
      }),
      { numRuns: cases(25) },
    );
  });

  it('of a day without a mark is that of the last one before it', () => {
    const { run, day } = inspected(7, strategyOf({}));
    const first = at(run.marks.day, 0);
    const weekend = run.marks.day.findIndex((d, t) => t > 0 && d - at(run.marks.day, t - 1) > 1);
    expect(day(at(run.marks.day, weekend) - 1).day).toBe(run.marks.day[weekend - 1]);
    expect(day(first - 100)).toMatchObject({ day: first, change: 0 });
    expect(day(first + 100_000).day).toBe(run.marks.day.at(-1));
  });

  it('names who enters, who leaves and why', () => {
    const { run, day } = inspected(
      3,
      strategyOf({
        long: {
          enter: 'close > 5-day average',
          exit: 'close < 5-day average',
          stops: { trigger: 'touch' },
        },
      }),
    );
    for (const trade of run.trades) {
      expect(day(trade.entryDay).fills).toContainEqual(
        expect.objectContaining({ symbol: trade.symbol, action: 'enter', shares: trade.shares }),
      );
      expect(day(trade.exitDay as number).fills).toContainEqual(
        expect.objectContaining({ symbol: trade.symbol, action: 'exit', reason: trade.exitReason }),
      );
      if (trade.exitReason === 'rule')
        expect(day(trade.exitDecisionDay as number).exiting).toContainEqual({
          part: 0,
          symbol: trade.symbol,
          reason: 'rule',
        });
    }
    expect(run.trades.length).toBeGreaterThan(10);
  });
});

describe("a trade's story", () => {
  it('steps stops and targets as the run did: nothing reached them before the exit, and the exit did', () => {
    fc.assert(
      fc.property(seeds, anyStrategy, (seed, strategy) => {
        const { run, story } = inspected(seed, strategy);
        for (const trade of run.trades) {
          const told = story(trade);
          if (!told || told.exit === undefined) throw new Error('a trade without a story');
          expect(told.bars.day[told.entry]).toBe(trade.entryDay);
          expect(told.bars.day[told.exit]).toBe(trade.exitDay);
          const side = strategy[trade.side];
          const sign = trade.side === 'long' ? 1 : -1;
          const { open, high, low } = told.bars;
          const worst = sign === 1 ? low : high;
          const best = sign === 1 ? high : low;
          const within = (i: number): number => 1e-12 * at(worst, i);
          const reachesStop = (i: number): boolean => (at(told.stop, i) - at(worst, i)) * sign >= -within(i);
          const reachesTarget = (i: number): boolean =>
            (at(best, i) - at(told.target, i)) * sign >= -within(i);
          if (side?.stops.trigger === 'touch') {
            // A position entered at a close does not live through that bar.
            const first = strategy.timing.enter === 'next-open' ? told.entry : told.entry + 1;
            for (let i = first; i < told.exit; i++) expect(reachesStop(i) || reachesTarget(i)).toBe(false);
            if (trade.exitReason === 'stop' || trade.exitReason === 'trail')
              expect(reachesStop(told.exit)).toBe(true);
            if (trade.exitReason === 'target') {
              expect(reachesTarget(told.exit)).toBe(true);
              expect([told.target[told.exit], open[told.exit]]).toContain(trade.exitPrice);
            }
          }
          const level = told.exitParts.find(({ name }) => name.includes('stood at'))?.value;
          const levels = ['stop', 'trail', 'target'].includes(trade.exitReason ?? '');
          expect(level === undefined).toBe(!levels);
        }
      }),
      RUNS,
    );
  });

  it('tells conditions that held, the size that was taken and its place among the candidates', () => {
    fc.assert(
      fc.property(seeds, anyStrategy, (seed, strategy) => {
        const { run, story } = inspected(seed, strategy);
        for (const trade of [...run.trades, ...run.openTrades]) {
          const told = story(trade);
          if (!told) throw new Error('a trade without a story');
          const size = new Map(told.size.map(({ name, value }) => [name, value]));
          expect(size.get('taken')).toBe(trade.shares);
          expect(size.get('wanted, rounded down')).toBeGreaterThanOrEqual(trade.shares);
          expect(size.get('shares by the method')).toBeGreaterThanOrEqual(trade.wanted * (1 - 1e-9));
          expect(told.place).toBeGreaterThan(0);
          expect(told.place).toBeLessThanOrEqual(told.of);
          const [enter] = told.why.rules.filter(({ path }) => path === `${trade.side}.enter`);
          const tops = enter?.conditions.filter(({ depth }) => depth === 0).map(({ truth }) => truth);
          expect(tops).toContain(true);
          if (trade.exitReason === 'rule') {
            const leaving = told.exitConditions.filter(({ depth }) => depth === 0);
            expect(leaving.map(({ truth }) => truth)).toContain(true);
          }
        }
      }),
      RUNS,
    );
  });

  it('draws each measure the rules name once, prices apart from the rest, another instrument on its own scale', () => {
    const { run, story } = inspected(
      5,
      strategyOf({
        long: {
          enter: 'close > 5-day average and 3-day RSI < 80 and on IX (close > 10-day average)',
          exit: 'close < 5-day average or days held is at least 6',
          rank: { by: '4-day return / 5-day ATR', first: 'highest' },
          stops: { trigger: 'touch', initial: { level: '5-day low' } },
        },
      }),
    );
    const told = story(run.trades[0] as Trade);
    expect(told?.lines.map(({ text, isPrice }) => [text, isPrice])).toEqual([
      ['5-day average', true],
      ['3-day RSI', false],
      ['on IX (close)', false],
      ['on IX (10-day average)', false],
      ['4-day return', false],
      // Money like a price, but no level: beside the bars it would press them flat.
      ['5-day ATR', false],
      ['5-day low', true],
    ]);
    for (const { values } of told?.lines ?? []) expect(values.length).toBe(told?.bars.day.length);
  });

  it('puts what a rule compares on one scale, and a value of earlier bars where the rule sees it', () => {
    const { run, story } = inspected(
      5,
      strategyOf({
        long: {
          enter: 'close > prior 6-day high and volume > 0.5 * 5-day average of volume and 5-day z-score > -3',
          exit: 'on IX (close < 4-day average) or days held is at least 5',
          rank: { by: '4-day return / 5-day ATR', first: 'highest' },
          stops: { trigger: 'touch' },
        },
      }),
    );
    const told = story(run.trades[0] as Trade);
    const panelOf = (text: string) => told?.lines.find((line) => line.text === text)?.panel;
    expect(told?.lines.map(({ text }) => text)).toContain('prior 6-day high');
    expect(panelOf('volume')).toBe(panelOf('5-day average of volume'));
    expect(panelOf('on IX (close)')).toBe(panelOf('on IX (4-day average)'));
    const apart = ['volume', '5-day z-score', 'on IX (close)', '4-day return', '5-day ATR'].map(panelOf);
    expect(new Set(apart).size).toBe(apart.length);
  });

  it('works a size by risk out by hand', () => {
    const bars = barsFrom(
      [10, 10, 10, 12].map((close) => ({ open: close, high: close, low: close, close, volume: 1 })),
    );
    const engine = createEngine(new Map([['A', bars]]), [{ symbol: 'A' }]);
    const outcome = engine.inspect({
      strategy: strategyOf({
        long: { enter: 'close = 10', exit: 'never', stops: { trigger: 'touch', initial: { percent: 20 } } },
        size: {
          method: 'risk-percent',
          percent: 1,
          fractional: false,
          unaffordable: 'shrink',
          maxPercent: 4,
        },
      }),
      benchmark: 'A',
    });
    if (outcome.kind !== 'done') throw new Error('it did not run');
    const told = outcome.inspection.story(outcome.inspection.run.openTrades[0] as Trade);
    // 1% of 50,000 over 20% of 10 is 250 shares; 4% of 50,000 at 10 is 200.
    expect(told?.size.map(({ name, value }) => [name, value])).toEqual([
      ['equity', 50_000],
      ['fill', 10],
      ['1% of it to be risked', 500],
      ['from the fill to the initial stop', 2],
      ['shares by the method', 250],
      ['at most 4% of equity', 200],
      ['wanted, rounded down', 200],
      ['taken', 200],
      ['their value', 2000],
    ]);
    expect(told?.stop[told.entry]).toBe(8);
    expect(told?.exit).toBe(undefined);
    expect(told?.exitParts).toEqual([]);
  });

  it('gives a rotation the place that its holding had lost', () => {
    const rotate = { review: 'day', hold: 1, keep: 1 } as const;
    const [a, b] = [barsOf([1, 2, 3, 3, 3, 3, 3]), barsOf([2, 2.5, 2.6, 3.5, 6, 7, 8])];
    const engine = createEngine(
      new Map([
        ['A', a],
        ['B', b],
      ]),
      [{ symbol: 'A' }, { symbol: 'B' }],
    );
    const outcome = engine.inspect({
      strategy: strategyOf({
        long: {
          enter: 'always',
          exit: 'never',
          rank: { by: 'close', first: 'highest' },
          rotate,
          stops: { trigger: 'touch' },
        },
      }),
      benchmark: 'A',
    });
    if (outcome.kind !== 'done') throw new Error('it did not run');
    const { run, story } = outcome.inspection;
    const left = run.trades.find(({ exitReason, symbol }) => exitReason === 'rank' && symbol === 'A');
    const parts = new Map(story(left as Trade)?.exitParts.map(({ name, value }) => [name, value]));
    expect(parts.get('its place')).toBe(2);
    expect(parts.get('eligible then')).toBe(2);
    expect(parts.get('kept to place')).toBe(1);
    expect(parts.get('reviewed at the close of')).toBe(left?.exitDecisionDay);
  });

  it('is not told of a trade that was none', () => {
    const { story } = inspected(4, strategyOf({}));
    expect(story({ symbol: 'A', side: 'short', entryDay: 1 })).toBe(undefined);
  });
});

describe('a span', () => {
  it('says what became of each bar, in step with log and trades', () => {
    fc.assert(
      fc.property(seeds, anyStrategy, (seed, strategy) => {
        const { run, whyBetween } = inspected(seed, strategy);
        const told = whyBetween('A', -Infinity, Infinity);
        expect(told.counts.reduce((sum, { days }) => sum + days, 0)).toBe(told.day.length);
        const at = (day: number): number => told.day.indexOf(day);
        for (const trade of [...run.trades, ...run.openTrades].filter(({ symbol }) => symbol === 'A')) {
          expect(['taken', 'shrunk']).toContain(told.verdict[at(trade.decisionDay)]);
        }
        told.verdict.forEach((verdict, i) => {
          const enters = told.rules.map(({ conditions }) =>
            conditions.filter(({ depth }) => depth === 0).some(({ truth }) => truth[i] === 2),
          );
          if (verdict === 'taken' || verdict === 'no-slot') expect(enters).toContain(true);
        });
      }),
      RUNS,
    );
  });

  it('knows members from others, and is empty without bars', () => {
    const idle = strategyOf({ long: { enter: 'close < 0', exit: 'never', stops: { trigger: 'touch' } } });
    const { whyBetween } = inspected(9, idle);
    const after = whyBetween('D', 18_480, 18_600);
    expect(after.day.length).toBeGreaterThan(50);
    expect(new Set(after.verdict).has('no-member')).toBe(true);
    expect(whyBetween('IX', 18_400, 18_500).verdict.every((v) => v === 'no-member')).toBe(true);
    expect(whyBetween('NONE', 0, 99_999)).toMatchObject({ counts: [], verdict: [] });
    expect(whyBetween('A', 18_500, 18_400).day.length).toBe(0);
  });
});

describe('another curve', () => {
  it('starts from the same capital and has as many marks; the scaled one is as volatile as the benchmark', () => {
    fc.assert(
      fc.property(seeds, anyStrategy, (seed, strategy) => {
        const { run, comparisonWith } = inspected(seed, strategy);
        for (const what of [
          { kind: 'held', symbol: 'A' },
          { kind: 'universe' },
          { kind: 'cash' },
          { kind: 'scaled' },
        ] as const) {
          const curve = comparisonWith(what);
          near(
            curve?.equity[0] ?? Number.NaN,
            what.kind === 'scaled' ? at(run.marks.equity, 0) : strategy.account.capital,
          );
          expect(curve?.equity.length).toBe(run.marks.day.length);
        }
        const scaled = comparisonWith({ kind: 'scaled' });
        if (strategy.costs.cashRate === 0 && run.trades.length > 0 && scaled)
          near(deviation(returnsOf(scaled.equity)), deviation(returnsOf(run.benchmark)));
        expect(comparisonWith({ kind: 'held', symbol: 'NONE' })).toBe(undefined);
        expect([...(comparisonWith({ kind: 'held', symbol: 'IX' })?.equity ?? [])]).toEqual([
          ...run.benchmark,
        ]);
      }),
      RUNS,
    );
  });
});

describe('why not, of a rotation', () => {
  it('says when the holdings are reviewed, at which place it stood, and since when it was held', () => {
    const { run, why } = inspected(
      5,
      strategyOf({
        long: {
          enter: 'always',
          exit: '',
          rank: { by: '5-day return', first: 'highest' },
          rotate: { review: 'week-end', hold: 2, keep: 3 },
          stops: { trigger: 'touch' },
        },
      }),
    );
    const { day } = run.marks;
    const trade = at(run.trades, 0);
    const decided = why(trade.symbol, trade.decisionDay);
    expect(decided.rotation).toMatchObject({ reviewed: true, hold: 2, keep: 3 });
    expect(decided.rotation?.place).toBeGreaterThan(0);
    expect(decided.rotation?.place).toBeLessThanOrEqual(decided.rotation?.of ?? 0);
    const next = at(day, day.indexOf(trade.decisionDay) + 1);
    expect(why(trade.symbol, next)).toMatchObject({
      heldSince: trade.entryDay,
      rotation: { reviewed: false, nextReview: expect.any(Number) },
    });
    expect(inspected(5, strategyOf({})).why('A', at(day, 50)).rotation).toBeUndefined();
  });

  it('names the value it was ranked by and the one before it, and the day shows all that were reviewed', () => {
    const {
      run,
      why,
      day: bookOf,
    } = inspected(
      5,
      strategyOf({
        long: {
          enter: 'always',
          exit: '',
          rank: { by: '5-day return', first: 'highest' },
          rotate: { review: 'week-end', hold: 2, keep: 3 },
          stops: { trigger: 'touch' },
        },
      }),
    );
    const { decisionDay } = at(run.trades, 0);
    const { review } = bookOf(decisionDay);
    const ranked = review?.ranked ?? [];
    expect(review).toMatchObject({ hold: 2, keep: 3 });
    expect(ranked.map(({ place }) => place)).toEqual(ranked.map((_one, k) => k + 1));
    const values = ranked.map(({ value }) => value);
    expect(values).toEqual([...values].sort((a, b) => b - a));
    for (const [k, { symbol, value }] of ranked.entries()) {
      const { rotation } = why(symbol, decisionDay);
      expect(rotation).toMatchObject({ place: k + 1, of: ranked.length, value });
      expect(rotation?.before?.symbol).toBe(ranked[k - 1]?.symbol);
    }
    expect(bookOf(at(run.marks.day, run.marks.day.indexOf(decisionDay) + 1)).review).toBeUndefined();
  });

  it('may let go at once of what is not eligible any more, or keep it to the next review', () => {
    const rotating = (leave?: 'at-once') =>
      inspected(
        5,
        strategyOf({
          long: {
            enter: 'close > 5-day average',
            exit: '',
            rank: { by: '5-day return', first: 'highest' },
            rotate: { review: 'month-end', hold: 3, keep: 6, ...(leave && { leave }) },
            stops: { trigger: 'touch' },
          },
        }),
      );
    const { run, why } = rotating('at-once');
    const fallen = run.trades.filter(({ exitReason }) => exitReason === 'rule');
    expect(fallen.length).toBeGreaterThan(0);
    for (const { symbol, exitDecisionDay = 0 } of fallen) {
      const rule = why(symbol, exitDecisionDay).rules.find(({ path }) => path === 'long.enter');
      expect(at(rule?.conditions ?? [], 0).truth).toBe(false);
    }
    expect(rotating().run.trades.filter(({ exitReason }) => exitReason === 'rule')).toEqual([]);
  });
});
