// Rounding decides nothing (simulation.md 1.5). Prices are whole cents here, so what each rule, level and place should say is
// known exactly, in integers; the engine computes it in floating point.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import type { Bars, Market } from '../src/bars/bars.ts';
import { createEngine, type RunOutcome } from '../src/engine.ts';
import { Evaluator } from '../src/evaluation/evaluate.ts';
import { createPanel } from '../src/evaluation/panel.ts';
import { type HeldPosition, PositionReader } from '../src/evaluation/positions.ts';
import { barsWhere } from '../src/evaluation/select.ts';
import { FALSE, UNDEFINED } from '../src/evaluation/truth.ts';
import { readRule } from '../src/language/check.ts';
import { difference, exceeds, reaches, same } from '../src/numeric/compare.ts';
import type { Run } from '../src/run.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { anyStrategy, barsFrom, barsOf, randomMarket, strategyOf } from './market.ts';

const RUNS = { numRuns: cases(200) };
const FEW = { numRuns: cases(60) };

/** Prices in cents, few enough that ties are common. */
const cents = fc.integer({ min: 900, max: 912 });
const closes = fc.array(cents, { minLength: 12, maxLength: 30 });
const bar = fc.tuple(cents, cents, cents, cents).map(([a, b, c, d]) => {
  const [low, ...rest] = [a, b, c, d].sort((x, y) => x - y);
  return { low: low as number, open: b, close: c, high: rest[2] as number };
});
const cheap = fc.array(bar, { minLength: 6, maxLength: 20 });

const inMoney = (rows: readonly { low: number; open: number; close: number; high: number }[]): Bars =>
  barsFrom(
    rows.map(({ low, open, close, high }) => ({
      low: low / 100,
      open: open / 100,
      close: close / 100,
      high: high / 100,
      volume: 1000,
    })),
  );

function evaluatorOf(market: Market): Evaluator {
  const universe = [...market.keys()].map((symbol) => ({ symbol }));
  return new Evaluator(createPanel(market, universe), { barsPerYear: 252, seed: 1, benchmark: undefined });
}

function treeOf(text: string, expects: 'rule' | 'value' = 'rule', position = false) {
  const read = readRule(text, { expects, position });
  if (!read.ok) throw new Error(`${text}: ${read.problems[0]?.message}`);
  return read.tree;
}

/** Where a rule is true on one instrument, by whole columns and by narrowing; both must agree. */
function placesTrue(bars: Bars, rule: string): number[] {
  const evaluator = evaluatorOf(new Map([['A', bars]]));
  const tree = treeOf(rule);
  const narrowed = [...barsWhere(evaluator, tree, 0)];
  const whole = [...evaluator.truths(tree, 0)].flatMap((truth, i) => (truth === 2 ? [i] : []));
  expect(narrowed).toEqual(whole);
  return narrowed;
}

const sum = (x: readonly number[], end: number, n: number): number =>
  x.slice(end - n + 1, end + 1).reduce((a, b) => a + b, 0);

function run(strategy: Strategy, market: Market, universe: Parameters<typeof createEngine>[1]): Run {
  const outcome: RunOutcome = createEngine(market, universe).run({
    strategy,
    benchmark: [...market.keys()].includes('IX') ? 'IX' : 'A',
  });
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  return outcome.run;
}

describe('the scalar tests', () => {
  it('tell 0.1 + 0.2 from 0.3 by nothing, and a cent in a million from nothing', () => {
    expect(same(0.1 + 0.2, 0.3)).toBe(true);
    expect(exceeds(0.1 + 0.2, 0.3)).toBe(false);
    expect(reaches(0.3, 0.1 + 0.2)).toBe(true);
    expect(difference(0.1 + 0.2, 0.3)).toBe(0);
    expect(exceeds(1_000_000.01, 1_000_000)).toBe(true);
    expect(same(1e-30, 2e-30)).toBe(false);
    expect(same(0, 0)).toBe(true);
  });

  it('say no to what is undefined', () => {
    for (const test of [same, exceeds, reaches]) {
      expect(test(Number.NaN, 1)).toBe(false);
      expect(test(1, Number.NaN)).toBe(false);
    }
    expect(difference(Number.NaN, 1)).toBeNaN();
  });

  it('agree with exact fractions', () => {
    const whole = fc.integer({ min: 1, max: 300 });
    fc.assert(
      fc.property(whole, whole, whole, whole, (a, b, c, d) => {
        const exact = Math.sign(a * d - c * b); // a/b against c/d
        expect(exceeds(a / b, c / d)).toBe(exact > 0);
        expect(reaches(a / b, c / d)).toBe(exact >= 0);
        expect(same(a / b, c / d)).toBe(exact === 0);
      }),
      RUNS,
    );
  });
});

describe('a rule over prices of whole cents', () => {
  it('compares averages as their exact sums', () => {
    fc.assert(
      fc.property(closes, fc.integer({ min: 2, max: 5 }), fc.integer({ min: 2, max: 7 }), (x, m, n) => {
        const bars = barsOf(x.map((c) => c / 100));
        const expected = x.flatMap((_c, i) => {
          const known = i >= Math.max(m, n) - 1;
          return known && sum(x, i, m) * n > sum(x, i, n) * m ? [i] : [];
        });
        expect(placesTrue(bars, `${m}-day average > ${n}-day average`)).toEqual(expected);
      }),
      RUNS,
    );
  });

  it('calls a value rising or falling as its exact numerator does', () => {
    fc.assert(
      fc.property(cheap, fc.integer({ min: 1, max: 3 }), (rows, days) => {
        const bars = inMoney(rows);
        const typical = rows.map(({ high, low, close }) => high + low + close);
        const moves = (way: number): number[] =>
          typical.flatMap((_t, i) => {
            if (i < days) return [];
            for (let k = 0; k < days; k++)
              if (Math.sign((typical[i - k] as number) - (typical[i - k - 1] as number)) !== way) return [];
            return [i];
          });
        expect(placesTrue(bars, `typical price is rising for ${days} days`)).toEqual(moves(1));
        expect(placesTrue(bars, `typical price is falling for ${days} days`)).toEqual(moves(-1));
      }),
      RUNS,
    );
  });

  it('finds the highest and the lowest of some days, ties included', () => {
    fc.assert(
      fc.property(cheap, fc.integer({ min: 2, max: 6 }), (rows, n) => {
        const bars = inMoney(rows);
        const typical = rows.map(({ high, low, close }) => high + low + close);
        const highest = typical.flatMap((t, i) =>
          i >= n - 1 && t === Math.max(...typical.slice(i - n + 1, i + 1)) ? [i] : [],
        );
        expect(placesTrue(bars, `typical price is the highest of ${n} days`)).toEqual(highest);
      }),
      RUNS,
    );
  });

  it('finds no slope where the exact one is 0, and its sign elsewhere', () => {
    fc.assert(
      fc.property(closes, fc.integer({ min: 2, max: 9 }), (x, n) => {
        const bars = barsOf(x.map((c) => c / 100));
        const slope = x.map((_c, i) => {
          let cross = 0;
          for (let k = 0; k < n; k++) cross += (2 * k - (n - 1)) * (x[i - n + 1 + k] ?? 0);
          return i < n - 1 ? 0 : Math.sign(cross);
        });
        const where = (sign: number): number[] => slope.flatMap((s, i) => (s === sign ? [i] : []));
        expect(placesTrue(bars, `${n}-day slope > 0`)).toEqual(where(1));
        expect(placesTrue(bars, `${n}-day slope < 0`)).toEqual(where(-1));
      }),
      RUNS,
    );
  });

  it('counts rises and falls in streaks, RSI and money flow as whole cents do', () => {
    fc.assert(
      fc.property(cheap, fc.integer({ min: 2, max: 4 }), (rows, n) => {
        const evaluator = evaluatorOf(new Map([['A', inMoney(rows)]]));
        const column = (text: string): number[] => [
          ...(evaluator.values(treeOf(text, 'value'), 0) as Float64Array),
        ];
        const typical = rows.map(({ high, low, close }) => high + low + close);
        const flow = column(`${n}-day money flow index`);
        for (let i = n; i < rows.length; i++) {
          let up = 0;
          let down = 0;
          for (let k = i - n + 1; k <= i; k++) {
            const change = (typical[k] as number) - (typical[k - 1] as number);
            if (change > 0) up += typical[k] as number;
            if (change < 0) down += typical[k] as number;
          }
          const expected = up + down === 0 ? 50 : (100 * up) / (up + down);
          expect(flow[i]).toBeCloseTo(expected, 8);
        }
        const strength = column(`${n}-day RSI of typical price`);
        for (let i = n; i < rows.length; i++) {
          if (new Set(typical.slice(0, i + 1)).size === 1) expect(strength[i]).toBe(50);
        }
        const streak = column('streak');
        const closes = rows.map(({ close }) => close);
        for (let i = 1; i < rows.length; i++)
          expect(Math.sign(streak[i] as number)).toBe(
            Math.sign((closes[i] as number) - (closes[i - 1] as number)),
          );
      }),
      RUNS,
    );
  });

  it('gives one place to equal averages and the next to the rest', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(cents, cents, cents), { minLength: 2, maxLength: 6 }), (rows) => {
        const market = new Map(
          rows.map((row, k) => [String.fromCharCode(65 + k), barsOf(row.map((c) => c / 100))]),
        );
        const evaluator = evaluatorOf(market);
        const tree = treeOf('universe rank of 3-day average', 'value');
        const sums = rows.map((row) => sum(row, 2, 3));
        const places = rows.map((_row, k) => (evaluator.values(tree, k) as Float64Array)[2]);
        expect(places).toEqual(sums.map((s) => 1 + sums.filter((other) => other > s).length));
      }),
      RUNS,
    );
  });

  it('takes candidates by exact rank, ties by symbol, few or many', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(cents, cents, cents), { minLength: 2, maxLength: 70 }),
        fc.constantFrom('highest' as const, 'lowest' as const),
        (rows, first) => {
          const name = (k: number): string => `S${String(k).padStart(2, '0')}`;
          const market = new Map(rows.map((row, k) => [name(k), barsOf([...row, 900].map((c) => c / 100))]));
          const strategy = strategyOf({
            long: {
              enter: 'always',
              exit: 'never',
              rank: { by: '3-day average', first },
              stops: { trigger: 'touch', bars: 9 },
            },
            size: { method: 'shares', count: 1, fractional: false, unaffordable: 'shrink' },
          });
          const outcome = createEngine(
            market,
            rows.map((_row, k) => ({ symbol: name(k) })),
          ).run({ strategy, benchmark: name(0) });
          if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
          const { decisions } = outcome.run;
          const third = outcome.run.marks.day[2];
          const order = [...decisions.day.keys()]
            .filter((i) => decisions.day[i] === third)
            .map((i) => decisions.instrument[i] as number);
          const way = first === 'highest' ? -1 : 1;
          const sums = rows.map((row) => sum(row, 2, 3));
          const expected = rows
            .map((_row, k) => k)
            .sort((a, b) => way * ((sums[a] as number) - (sums[b] as number)) || a - b);
          expect(order).toEqual(expected);
        },
      ),
      FEW,
    );
  });
});

describe('a stop or a target by percent', () => {
  it('is touched exactly when whole cents say so, long and short', () => {
    const percent = fc.integer({ min: 1, max: 20 });
    fc.assert(
      fc.property(
        fc.integer({ min: 200, max: 9000 }),
        percent,
        fc.integer({ min: -2, max: 2 }),
        fc.constantFrom('long' as const, 'short' as const),
        fc.constantFrom('stop' as const, 'target' as const),
        (fill, p, off, side, kind) => {
          // The nearest whole cent to the level, and a cent or two beside it.
          const falls = (side === 'long') === (kind === 'stop');
          const exact = fill * (falls ? 100 - p : 100 + p); // in hundredths of a cent
          const extreme = Math.round(exact / 100) + off;
          if (falls ? extreme >= fill : extreme <= fill) return;
          const touched = falls ? extreme * 100 <= exact : extreme * 100 >= exact;
          const bars = inMoney([
            { open: fill, high: fill, low: fill, close: fill },
            { open: fill, high: Math.max(fill, extreme), low: Math.min(fill, extreme), close: fill },
            { open: fill, high: fill, low: fill, close: fill },
          ]);
          const rules = {
            enter: 'always',
            exit: 'never',
            stops: {
              trigger: 'touch' as const,
              ...(kind === 'stop' ? { initial: { percent: p } } : { target: { percent: p } }),
            },
          };
          const { trades } = run(
            strategyOf({
              ...(side === 'long' ? { long: rules } : { long: undefined, short: rules }),
              size: { method: 'shares', count: 1, fractional: false, unaffordable: 'shrink' },
            } as Partial<Strategy>),
            new Map([['A', bars]]),
            [{ symbol: 'A' }],
          );
          const ended = trades.filter(({ exitDay }) => exitDay === bars.day[1]);
          expect(ended.map(({ exitReason }) => exitReason)).toEqual(touched ? [kind] : []);
        },
      ),
      { numRuns: cases(500) },
    );
  });
});

describe('a size that needs a distance', () => {
  it('is nothing where the distance is not above 0, whatever the limits, long and short', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('long' as const, 'short' as const),
        fc.constantFrom('risk-cash' as const, 'risk-percent' as const, 'volatility' as const),
        fc.integer({ min: 0, max: 5 }),
        fc.boolean(),
        fc.boolean(),
        (side, method, beyond, capped, fractional) => {
          const level = side === 'long' ? `close + ${beyond / 100}` : `close - ${beyond / 100}`;
          const rules = {
            enter: 'always',
            exit: 'never',
            stops: { trigger: 'close' as const, initial: { level } },
          };
          const size = {
            ...(method === 'risk-cash'
              ? { method, amount: 100 }
              : method === 'volatility'
                ? { method, percent: 1, atr: 3 }
                : { method, percent: 1 }),
            fractional,
            unaffordable: 'shrink' as const,
            ...(capped ? { maxPercent: 25 } : {}),
          };
          const { trades, openTrades } = run(
            strategyOf({ long: undefined, [side]: rules, size } as Partial<Strategy>),
            new Map([['A', barsOf([10, 10, 10, 10, 10, 10])]]),
            [{ symbol: 'A' }],
          );
          expect([...trades, ...openTrades]).toEqual([]);
        },
      ),
      FEW,
    );
  });
});

describe('an exit rule on the position', () => {
  // A position entered at the first bar's open at a price of 1 reads these words as the columns beside them.
  const words: readonly (readonly [string, string])[] = [
    ['profit', '(close / 9 - 1)'],
    ['entry price', '9'],
  ];
  const forms: readonly ((word: string) => string)[] = [
    (w) => `${w} > 0.004`,
    (w) => `${w} is at least 0.0033`,
    (w) => `${w} is at most 0.01 or ${w} > 0.02`,
    (w) => `${w} equals 0`,
    (w) => `${w} crosses above 0.005`,
    (w) => `${w} crosses below 0.005`,
    (w) => `${w} is between 0.001 and 0.01`,
    (w) => `${w} is rising`,
    (w) => `${w} is falling for 2 days`,
    (w) => `${w} is the highest of 3 days`,
    (w) => `${w} is the lowest of 4 days`,
    (w) => `not ${w} is the lowest of 3 days`,
    (w) => `${w} > 0 for 2 days in a row`,
    (w) => `${w} > 0.008 within the last 3 days`,
    (w) => `${w} > 0.002 on at least 2 of the last 3 days`,
    (w) => `${w} - (${w} 2 days ago) > 0`,
    (w) => `2 * ${w} / 3 + 1 > 1.002 and not - ${w} > 0.001`,
    (w) => `prior ${w} < ${w} or close is rising`,
  ];

  it('says on every bar what the same rule over columns says, undefined included', () => {
    fc.assert(
      fc.property(closes, fc.constantFrom(...words), fc.constantFrom(...forms), (x, [word, column], form) => {
        const evaluator = evaluatorOf(new Map([['A', barsOf(x.map((c) => c / 100))]]));
        const held: HeldPosition = { side: { sign: 1 }, entryBar: 0, entryPrice: 9, atOpen: true };
        const truth = new PositionReader(evaluator, 0).truth(treeOf(form(word), 'rule', true));
        const whole = evaluator.truths(treeOf(form(column)), 0);
        expect(x.map((_c, i) => truth(i, held))).toEqual([...whole]);
      }),
      { numRuns: cases(400) },
    );
  });

  it('calls no move what is none but for rounding, in columns and on a position alike', () => {
    const closes = [0.3, 0.1 + 0.2, 0.3];
    const evaluator = evaluatorOf(new Map([['A', barsOf(closes)]]));
    const held: HeldPosition = { side: { sign: 1 }, entryBar: 0, entryPrice: 1, atOpen: true };
    for (const way of ['rising', 'falling']) {
      expect([...evaluator.truths(treeOf(`close is ${way}`), 0)]).toEqual([UNDEFINED, FALSE, FALSE]);
      const truth = new PositionReader(evaluator, 0).truth(
        treeOf(`close + 0 * entry price is ${way}`, 'rule', true),
      );
      expect(closes.map((_c, i) => truth(i, held))).toEqual([UNDEFINED, FALSE, FALSE]);
    }
  });

  it('knows nothing of the position before its entry', () => {
    const evaluator = evaluatorOf(new Map([['A', barsOf([10, 11, 12, 13])]]));
    const held: HeldPosition = { side: { sign: 1 }, entryBar: 1, entryPrice: 11, atOpen: true };
    const truth = new PositionReader(evaluator, 0).truth(
      treeOf('profit is the lowest of 3 days', 'rule', true),
    );
    expect([0, 1, 2, 3].map((i) => truth(i, held))).toEqual([1, 1, 1, 0]);
  });
});

describe('the order of rows and the days of strangers', () => {
  it('change nothing: membership rows may come in any order', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        anyStrategy,
        fc.infiniteStream(fc.nat(1e6)),
        (seed, strategy, keys) => {
          const { market, universe } = randomMarket(seed, 4, 120);
          // Three spells an instrument, two of them in other groups.
          const [first = 0] = [...(market.get('A')?.day ?? [])];
          const rows = universe.flatMap(({ symbol, group }) => [
            { symbol, group, to: first + 50 },
            { symbol, group: 'east', from: first + 60, to: first + 90 },
            { symbol, group: 'west', from: first + 95 },
          ]) as Parameters<typeof createEngine>[1];
          const shuffled = rows
            .map((row) => ({ row, key: keys.next().value as number }))
            .sort((a, b) => a.key - b.key)
            .map(({ row }) => row);
          const limited = { ...strategy, limits: { ...strategy.limits, perGroup: 1 } };
          const a = run(limited, market, rows);
          const b = run(limited, market, shuffled);
          expect(b.trades).toEqual(a.trades);
          expect([...b.marks.equity]).toEqual([...a.marks.equity]);
        },
      ),
      FEW,
    );
  });

  it('change nothing: an instrument the run does not read ends no day, week or month', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.constantFrom('day' as const, 'week' as const, 'month' as const),
        (seed, bars) => {
          const { market, universe } = randomMarket(seed, 3, 200);
          const strategy = strategyOf({
            bars,
            long: {
              enter: `close > 2-${bars} average and on IX (close > 0)`,
              exit: `close < 2-${bars} average`,
              stops: { trigger: 'touch' },
            },
          });
          const saturdays = Int32Array.from({ length: 60 }, (_x, k) => 18_269 + 5 + 7 * k);
          const column = new Float64Array(saturdays.length).fill(5);
          const stranger: Bars = {
            day: saturdays,
            open: column,
            high: column,
            low: column,
            close: column,
            volume: column,
          };
          const perInstrument = run(strategy, market, universe);
          const comparisons = run(strategy, new Map([...market, ['STRANGER', stranger]]), universe);
          expect([...comparisons.marks.day]).toEqual([...perInstrument.marks.day]);
          expect(comparisons.trades).toEqual(perInstrument.trades);
          expect([...comparisons.marks.equity]).toEqual([...perInstrument.marks.equity]);
        },
      ),
      FEW,
    );
  });
});

describe('the first return', () => {
  it('bears what same-close fills of the first day cost: e_0 is the capital', () => {
    const { figures, marks } = run(
      strategyOf({
        long: { enter: 'always', exit: 'never', stops: { trigger: 'touch', bars: 99 } },
        size: { method: 'shares', count: 100, fractional: false, unaffordable: 'shrink' },
        timing: { enter: 'same-close', exit: 'same-close' },
        costs: {
          commission: { fixed: 50, perShare: 0, percent: 0, min: 0, maxPercent: 100 },
          slippage: 0,
          cashRate: 0,
          marginRate: 0,
          borrowRate: 0,
        },
      }),
      new Map([['A', barsOf([10, 10, 10])]]),
      [{ symbol: 'A' }],
    );
    expect([...marks.equity]).toEqual([49_950, 49_950, 49_950]);
    expect(figures.totalReturn).toBeCloseTo(-0.001, 15);
    expect(figures.maxDrawdown).toBeCloseTo(-0.001, 15);
  });
});
