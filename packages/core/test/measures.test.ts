// Measures against numbers worked out by hand or by the plain definition.

import { describe, expect, it } from 'vitest';
import type { Bars } from '../src/bars/bars.ts';
import { catalogue, formOf } from '../src/measures/catalogue.ts';
import { readRule } from '../src/rules/check.ts';
import { Evaluator } from '../src/rules/evaluate.ts';
import { createPanel } from '../src/rules/panel.ts';
import { barsFrom, barsOf, randomMarket } from './market.ts';

function valuesOn(bars: Bars, text: string, others: Record<string, Bars> = {}, members = ['A']): number[] {
  const market = new Map([['A', bars], ...Object.entries(others)]);
  const panel = createPanel(
    market,
    members.map((symbol) => ({ symbol })),
  );
  const evaluator = new Evaluator(panel, { barsPerYear: 252, seed: 1, benchmark: 'IX' });
  const read = readRule(text, { expects: 'value' });
  if (!read.ok) throw new Error(read.problems[0].message);
  return [...(evaluator.values(read.tree, 0) as Float64Array)];
}

function expectNear(actual: readonly number[], expected: readonly number[]): void {
  expect(actual.length).toBe(expected.length);
  actual.forEach((value, i) => {
    if (Number.isNaN(expected[i])) expect(value).toBeNaN();
    else expect(value).toBeCloseTo(expected[i], 10);
  });
}

const _ = Number.NaN;
const five = barsOf([2, 4, 3, 7, 4]);
const ohlc = barsFrom([
  { open: 10, high: 12, low: 9, close: 11, volume: 100 },
  { open: 11, high: 13, low: 10, close: 12, volume: 200 },
  { open: 14, high: 15, low: 13, close: 14, volume: 300 },
  { open: 13, high: 14, low: 11, close: 12, volume: 400 },
]);

describe('measures by hand', () => {
  it.each<[string, Bars, number[]]>([
    ['2-day average', five, [_, 3, 3.5, 5, 5.5]],
    ['2-day sum', five, [_, 6, 7, 10, 11]],
    ['3-day median', five, [_, _, 3, 4, 4]],
    ['4-day median', five, [_, _, _, 3.5, 4]],
    ['3-day weighted average', five, [_, _, (2 + 8 + 9) / 6, (4 + 6 + 21) / 6, (3 + 14 + 12) / 6]],
    ['3-day exponential average', five, [_, _, 3, 5, 4.5]],
    ['2-day Wilder average', five, [_, 3, 3, 5, 4.5]],
    ['2-day highest', five, [_, 4, 4, 7, 7]],
    ['3-day lowest', five, [_, _, 2, 3, 3]],
    ['2-day return', five, [_, _, 0.5, 0.75, 1 / 3]],
    ['2-day deviation', five, [_, 1, 0.5, 2, 1.5]],
    ['2-day z-score', five, [_, 1, -1, 1, -1]],
    ['2-day upper band at 2', five, [_, 5, 4.5, 9, 8.5]],
    ['2-day lower band at 2', five, [_, 1, 2.5, 1, 2.5]],
    ['3-day slope', five, [_, _, 0.5, 1.5, 0.5]],
    ['3-day trend line', five, [_, _, 3.5, 4 + 2 / 3 + 1.5, 4 + 2 / 3 + 0.5]],
    ['streak', barsOf([1, 2, 3, 3, 2, 1, 2]), [_, 1, 2, 0, -1, -2, 1]],
    ['true range', ohlc, [3, 3, 3, 3]],
    ['2-day ATR', ohlc, [_, 3, 3, 3]],
    ['typical price', ohlc, [32 / 3, 35 / 3, 14, 37 / 3]],
    ['middle price', ohlc, [10.5, 11.5, 14, 12.5]],
    ['traded value', ohlc, [1100, 2400, 4200, 4800]],
    ['day change', ohlc, [0.1, 1 / 11, 0, -1 / 13]],
    ['gap', ohlc, [_, 0, 1 / 6, -1 / 14]],
    ['2-day stochastic', ohlc, [_, 75, 80, 25]],
    ['2/2-day stochastic', ohlc, [_, _, 77.5, 52.5]],
    // rises 2, 4 of falls 1, 3: averages of the first two changes are 1 and 0.5, then (1+4)/2 and 0.25, then 1.25 and 1.625
    ['2-day RSI', five, [_, _, (100 * 1) / 1.5, (100 * 2.5) / 2.75, (100 * 1.25) / 2.875]],
    ['2-day RSI', barsOf([1, 2, 3]), [_, _, 100]],
    ['2-day RSI', barsOf([1, 1, 1]), [_, _, 50]],
    // typical prices 32/3, 35/3, 14 rise, 37/3 falls
    ['2-day money flow index', ohlc, [_, _, 100, (100 * 14 * 300) / (14 * 300 + (37 / 3) * 400)]],
    ['2-day count of (close > 3)', five, [_, 1, 1, 1, 2]],
    ['days since (close > 3)', five, [_, 0, 1, 0, 0]],
    ['1/2-day MACD', five, [_, 4 - 3, 3 - 3, 7 - (3 + (2 / 3) * 4), 4 - (17 / 3 + (2 / 3) * (4 - 17 / 3))]],
    ['weekday', five, [1, 2, 3, 4, 5]],
    ['month', five, [1, 1, 1, 1, 1]],
    ['trading day of month', barsOf([1, 1, 1], 18292), [1, 1, 2]],
  ])('%s', (text, bars, expected) => {
    expectNear(valuesOn(bars, text), expected);
  });

  it('compare the day’s members: rank 1 and percentile 100 are the highest', () => {
    const others = { B: barsOf([1, 5, 3, 1, 9]), C: barsOf([3, 4, 1, 2, 8]) };
    expectNear(valuesOn(five, 'universe rank of close', others, ['A', 'B', 'C']), [2, 2, 1, 1, 3]);
    expectNear(
      valuesOn(five, 'universe percentile of close', others, ['A', 'B', 'C']),
      [50, 50, 100, 100, 0],
    );
  });

  it('relate one-day returns: an instrument that moves twice as much has beta 2 and correlation 1', () => {
    const index = barsOf([100, 110, 99, 108.9, 98.01]);
    const twice = barsOf([100, 120, 96, 115.2, 92.16]);
    expectNear(valuesOn(twice, '3-day beta to IX', { IX: index }).slice(3), [2, 2]);
    expectNear(valuesOn(twice, '3-day correlation with on IX (close)', { IX: index }).slice(3), [1, 1]);
  });

  it('give a flat window its exact value, never a residue of what was before', () => {
    const flat = barsOf([0.1, 1e9, 0.3, 0.3, 0.3, 0.3]);
    expect(valuesOn(flat, '3-day average').slice(4)).toEqual([0.3, 0.3]);
    expect(valuesOn(flat, '3-day deviation').slice(4)).toEqual([0, 0]);
    expect(valuesOn(flat, '3-day slope').slice(4)).toEqual([0, 0]);
  });
});

describe('every measure of the catalogue', () => {
  const { market } = randomMarket(7, 3, 320);
  const bars = market.get('A') as Bars;
  const sample = (n: number): string => ['{w}', '5', '9', '4'].slice(1, 1 + n).join('/');

  it.each(catalogue.filter((m) => !m.position).map((m) => [formOf(m), m] as const))(
    '%s is undefined for its warm-up and defined after it',
    (_form, m) => {
      const window = m.windows.length > 0 ? `${sample(m.windows.length)}-day ` : '';
      const tail = m.takes
        .map(({ word, kind, optional }) =>
          optional
            ? ''
            : ` ${word} ${{ value: 'open', number: '2', rule: '(close > 0)', instrument: 'IX' }[kind]}`,
        )
        .join('');
      const values = valuesOn(bars, window + m.phrase + tail, { IX: market.get('IX') as Bars });
      const warmUp = m.warmUp([5, 9, 4].slice(0, m.windows.length));
      expect(values.slice(0, warmUp).every(Number.isNaN)).toBe(true);
      expect(values.slice(warmUp).every(Number.isFinite)).toBe(true);
      expect(m.formula.length).toBeGreaterThan(5);
      expect(m.source.length).toBeGreaterThan(5);
    },
  );

  it('agrees with the plain definition on long windows, however the sums slide', () => {
    const close = [...bars.close];
    const plain = (n: number, of: (window: number[]) => number): number[] =>
      close.map((_x, i) => (i < n - 1 ? _ : of(close.slice(i - n + 1, i + 1))));
    const mean = (x: number[]): number => x.reduce((a, b) => a + b, 0) / x.length;
    const squares = (x: number[]): number => x.reduce((a, b) => a + (b - mean(x)) ** 2, 0);
    expectNear(valuesOn(bars, '37-day average'), plain(37, mean));
    expectNear(
      valuesOn(bars, '37-day deviation'),
      plain(37, (x) => Math.sqrt(squares(x) / 37)),
    );
    expectNear(
      valuesOn(bars, '37-day highest'),
      plain(37, (x) => Math.max(...x)),
    );
    expectNear(
      valuesOn(bars, '37-day lowest'),
      plain(37, (x) => Math.min(...x)),
    );
    expectNear(
      valuesOn(bars, '37-day slope'),
      plain(
        37,
        (x) =>
          x.reduce((sum, y, k) => sum + (k - 18) * y, 0) / x.reduce((sum, _y, k) => sum + (k - 18) ** 2, 0),
      ),
    );
    expectNear(
      valuesOn(bars, '500-day average'),
      close.map(() => _),
    );
  });
});
