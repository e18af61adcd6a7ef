// What the charts and tables of the Runs place are given: as many points as can be seen, extremes kept, ticks where periods begin.

import { type Bars, createEngine, dayFromIso, type Trade, type TradeStory } from '@plateau/core';
import { readStrategy, STRATEGY_FORMAT } from '@plateau/files';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bandsIn } from '../features/market/chart/bands.ts';
import { tradesHtml } from '../features/runs/paper/trades-html.ts';
import { chartRows } from '../features/strategies/result/chart-rows.ts';
import type { StoredRun } from '../model/rows.ts';
import { settingRows } from '../model/runs/settings-rows.ts';
import { periodTicks, rowsInView } from '../parts/chart/rows.ts';
import { onBars, tradesInView } from '../parts/inspect/instrument-rows.ts';
import { storyRows } from '../parts/inspect/story-rows.ts';
import { curveRows } from '../parts/report/curve-rows.ts';
import { tradeColumns, tradeFields } from '../parts/trades/columns.tsx';
import { groupName } from '../parts/trades/grouping.ts';
import { dayTicks } from '../ui/chart/time-axis.tsx';
import { written } from '../ui/format.ts';

const first = dayFromIso('2020-01-06') as number;

function swinging(days: number): Bars {
  const close = Float64Array.from({ length: days }, (_x, i) => 20 * (1 + 0.3 * Math.sin(i / 7)) + i / 50);
  return {
    day: Int32Array.from({ length: days }, (_x, i) => first + i),
    open: close.map((x) => x * 0.998),
    high: close.map((x) => x * 1.01),
    low: close.map((x) => x * 0.99),
    close,
    volume: new Float64Array(days).fill(1000),
  };
}

const bars = swinging(900);
const read = readStrategy(
  {
    format: STRATEGY_FORMAT,
    name: 'Swing',
    long: {
      enter: 'close > 10-day average',
      exit: 'close < 10-day average',
      stops: { initial: { percent: 5 }, target: { r: 3 } },
    },
    limits: { positions: 1 },
  },
  'x',
);
if (!read.ok) throw new Error(JSON.stringify(read.problems));
const request = { strategy: read.value, benchmark: 'KELP' };
const outcome = createEngine(new Map([['KELP', bars]]), [{ symbol: 'KELP', group: 'Weeds' }]).inspect(
  request,
);
if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
const { run, story, comparisonWith } = outcome.inspection;
const whole = { first: 0, last: run.marks.day.length - 1 };

describe('the trades of one instrument', () => {
  const trade = (entryDay: number, exitDay?: number) => ({ entryDay, exitDay }) as Trade;

  it('stand where their bars are, and are left out where neither end is in view', () => {
    const { day } = bars;
    const [a, b, c] = [day[10], day[20], day[30]] as [number, number, number];
    const held = trade(c);
    const shown = tradesInView(bars, [trade(a, b), held], 15, 40);
    expect(shown.map(({ entry, exit }) => [entry, exit])).toEqual([
      [undefined, 20],
      [30, undefined],
    ]);
    expect(tradesInView(bars, [trade(a, b)], 21, 40)).toEqual([]);
    // A day without a bar of its own stands on the bar before.
    const holed = { ...bars, day: day.map((date, k) => (k > 20 ? date + 3 : date)) };
    expect(tradesInView(holed, [trade(b + 2)], 0, 400)[0]?.entry).toBe(20);
  });

  it('have the account beside them, at each bar as it stood last', () => {
    const curve = { day: Int32Array.of(bars.day[5] ?? 0, bars.day[9] ?? 0), equity: Float64Array.of(7, 8) };
    const values = onBars(bars, curve);
    expect([values[4], values[5], values[8], values[9], values[50]]).toEqual([Number.NaN, 7, 7, 8, 8]);
  });
});

describe('bands of days on which a condition holds', () => {
  it('are as many as the condition begins to hold, within the span alone', () => {
    const holds = Uint8Array.of(1, 1, 0, 0, 1, 0, 1, 1, 1);
    expect(bandsIn(holds, 0, 8)).toEqual([
      [0, 1],
      [4, 4],
      [6, 8],
    ]);
    expect(bandsIn(holds, 1, 6)).toEqual([
      [1, 1],
      [4, 4],
      [6, 6],
    ]);
  });
});

describe('the rows of curves', () => {
  it('are few, keep the highest and the lowest of equity, and span all days', () => {
    fc.assert(
      fc.property(fc.integer({ min: 4, max: 300 }), (buckets) => {
        const rows = chartRows(run, undefined, 100, whole, buckets);
        expect(rows.length).toBeLessThanOrEqual(Math.max(run.marks.day.length, 4 * buckets + 2));
        const equity = rows.map((row) => row.equity);
        expect(Math.max(...equity)).toBe(Math.max(...run.marks.equity));
        expect(Math.min(...equity)).toBe(Math.min(...run.marks.equity));
        expect([rows[0]?.day, rows.at(-1)?.day]).toEqual([run.marks.day[0], run.marks.day.at(-1)]);
      }),
    );
  });

  it('carry the ghost’s last value at or before each day', () => {
    const ghost = {
      days: Int32Array.of(first + 10, first + 20),
      equity: Float64Array.of(5, 6),
      figures: run.figures,
      capital: 1000,
      barsPerYear: 252,
    };
    const rows = chartRows(run, ghost, 1000, { first: 0, last: 30 }, 100);
    const at = (day: number) => rows.find((row) => row.day === first + day)?.ghost;
    expect([at(9), at(10), at(19), at(20), at(30)]).toEqual([undefined, 5, 5, 6, 6]);
    // A ghost of another capital is drawn as if it had begun with today’s.
    const rebased = chartRows(run, ghost, 500, { first: 0, last: 30 }, 100);
    expect(rebased.find((row) => row.day === first + 20)?.ghost).toBe(3);
  });

  it('are money, or multiples of what the span began with, for every curve alike', () => {
    const cash = comparisonWith({ kind: 'cash' });
    if (!cash) throw new Error('no cash');
    const others = [{ ...cash, figures: run.figures }];
    const span = { first: 100, last: 400 };
    const money = curveRows(run, others, span, 'money', 50);
    const multiples = curveRows(run, others, span, 'return', 50);
    expect(multiples[0]).toMatchObject({ equity: 1, benchmark: 1, comparisons: [1] });
    for (const row of multiples) {
      const same = money.find(({ day }) => day === row.day);
      if (!same) continue;
      expect(row.equity).toBeCloseTo(same.equity / (run.marks.equity[100] as number), 12);
      expect(row.positions).toBe(same.positions);
    }
    expect(Math.max(...money.map(({ exposure }) => exposure))).toBeGreaterThan(0.1);
  });
});

describe('ticks of days', () => {
  it.each([
    ['weeks', 60, /^\d\d? [A-Z][a-z]{2}$/],
    ['months', 300, /^[A-Z][a-z]{2} \d\d$/],
    ['years', 4000, /^\d{4}$/],
  ])('are %s over %d days, a dozen at most, at the first day of each', (_unit, length, form) => {
    const days = Int32Array.from({ length }, (_x, i) => first + i);
    const { ticks, label } = dayTicks(days, { first: 0, last: length - 1 });
    expect(ticks.length).toBeGreaterThan(4);
    expect(ticks.length).toBeLessThanOrEqual(12);
    for (const tick of ticks) expect(label(tick)).toMatch(form);
    expect(new Set(ticks.map(label)).size).toBe(ticks.length);
  });

  it('of bars are the places where periods begin', () => {
    const rows = [10, 11, 20, 21, 30].map((day, place) => ({ place, day }));
    expect(periodTicks(rows, (day) => Math.floor(day / 10))).toEqual([2, 4]);
  });
});

describe('the rows of prices', () => {
  it('hold every bar in view, and another instrument from the same first close', () => {
    const other = bars.close.map((x) => x * 3);
    const rows = rowsInView({ bars, changes: undefined, measures: [bars.open], other }, 10, 14);
    expect(rows.map(({ place }) => place)).toEqual([10, 11, 12, 13, 14]);
    expect(rows[0]?.other).toBeCloseTo(bars.close[10] as number, 12);
    expect(rows[3]?.drawn).toEqual([bars.open[13]]);
    expect(rows[0]?.change).toBeNaN();
  });

  it('draws many bars some together, from the first’s open to the last’s close, with nothing lost of their reach', () => {
    const days = 2000;
    const close = Float64Array.from({ length: days }, (_x, k) => 50 + 20 * Math.sin(k / 40) + (k % 7));
    const many = {
      day: Int32Array.from({ length: days }, (_x, k) => k),
      open: close.map((x) => x - 1),
      high: close.map((x) => x + 2),
      low: close.map((x) => x - 3),
      close,
      volume: new Float64Array(days).fill(10),
    };
    const rows = rowsInView(
      { bars: many, changes: undefined, measures: [close], other: undefined },
      0,
      days - 1,
    );
    expect(rows.length).toBeLessThanOrEqual(700);
    expect(Math.max(...rows.map(({ high }) => high))).toBe(Math.max(...many.high));
    expect(Math.min(...rows.map(({ low }) => low))).toBe(Math.min(...many.low));
    expect(rows.reduce((sum, { volume }) => sum + volume, 0)).toBe(10 * days);
    expect([rows[0]?.open, rows.at(-1)?.close]).toEqual([many.open[0], many.close.at(-1)]);
  });

  it('of a trade leave stops and targets out where there are none', () => {
    const told = story(run.trades[3] as TradeStory['trade']) as TradeStory;
    const rows = storyRows(told);
    const { entry, exit = 0 } = told;
    expect(rows[entry - 1]?.stop).toBe(undefined);
    expect(rows[entry]?.stop).toBeCloseTo(told.trade.entryPrice * 0.95, 12);
    expect(rows[entry]?.target).toBeCloseTo(told.trade.entryPrice * 1.15, 12);
    expect(rows[exit + 1]?.target).toBe(undefined);
    expect(rows.map(({ place }) => place)).toEqual([...rows.keys()]);
  });
});

describe('a trade in words', () => {
  const [trade] = run.trades;
  if (!trade) throw new Error('no trade');

  it('has a cell in every column, and a field for every name that filters know', () => {
    const cells = tradeColumns.map(({ meta }) => meta.show(trade));
    expect(cells.slice(0, 2)).toEqual([trade.symbol, trade.side]);
    expect(tradeColumns.filter((_column, k) => cells[k] === undefined)).toEqual([]);
    const open = run.openTrades[0] ?? { ...trade, exitDay: undefined, exitReason: undefined };
    expect(tradeFields(open)).toMatchObject({ exit: 'open', reason: 'open', group: 'Weeds' });
    expect(Object.keys(tradeFields(trade))).toContain('return');
  });

  it('is a row of the report on paper, its texts harmless there', () => {
    const html = tradesHtml([{ ...trade, symbol: 'A<b>&' }, trade]);
    expect(html.match(/<tr>/g)?.length).toBe(3);
    expect(html).toContain('<td>A&lt;b>&amp;</td>');
    expect(html).toContain('Trades, 2');
    expect(html).not.toMatch(/NaN|undefined/);
  });

  it('stands in groups with names', () => {
    const group = { figures: run.figures, profit: 0, contribution: 0, held: 0 };
    expect(groupName('month', { ...group, key: '3' })).toBe('March');
    expect(groupName('weekday', { ...group, key: '5' })).toBe('Friday');
    expect(groupName('group', { ...group, key: '' })).toBe('none');
    expect(groupName('reason', { ...group, key: 'stop' })).toBe('stop');
  });

  it('is written by the kind of each number, with a dash where there is none', () => {
    expect(written(0.1234, 'percent')).toBe('12.3%');
    expect(written(0.000049, 'fine-percent')).toBe('0.0049%');
    expect(written(-1234.5, 'money')).toBe('−1,235');
    expect(written(833.554, 'shares')).toBe('833.554');
    expect(written(12, 'days')).toBe('12 d');
    expect(written(first, 'day')).toBe('2020-01-06');
    for (const kind of ['percent', 'ratio', 'money', 'price', 'shares', 'days', 'day'] as const)
      expect(written(Number.NaN, kind)).toBe('–');
  });
});

describe('settings of kept runs', () => {
  const kept = (slots: number, universe: string): StoredRun =>
    ({
      universeName: universe,
      request: {
        ...request,
        from: first,
        strategy: { ...request.strategy, limits: { ...request.strategy.limits, positions: slots } },
      },
    }) as StoredRun;

  it('stand in the words of the sheet with their units, one text a run', () => {
    const rows = new Map(settingRows([kept(1, 'All'), kept(8, 'Few')]).map((row) => [row.label, row.texts]));
    expect(rows.get('Universe')).toEqual(['All', 'Few']);
    expect(rows.get('From')).toEqual(['2020-01-06', '2020-01-06']);
    expect(rows.get('Slots')?.map((text) => text.split(' ')[0])).toEqual(['1', '8']);
    expect(rows.get('Initial stop: distance')).toEqual(['5 %', '5 %']);
    expect(rows.has('To')).toBe(false);
    expect([...rows.keys()]).not.toContain('and');
  });
});
