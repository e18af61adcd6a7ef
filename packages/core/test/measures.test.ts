// Measures against numbers worked out by hand or by the plain definition.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Bars } from '../src/bars/bars.ts';
import { Evaluator } from '../src/evaluation/evaluate.ts';
import { createPanel } from '../src/evaluation/panel.ts';
import { readRule } from '../src/language/check.ts';
import { catalogue, formOf } from '../src/measures/catalogue.ts';
import { rangeAfter } from '../src/measures/smoothing.ts';
import { meantBy, otherNamesOf } from '../src/measures/synonyms.ts';
import { at } from '../src/numeric/at.ts';
import { barsFrom, barsOf, randomMarket } from './market.ts';

function valuesOn(bars: Bars, text: string, others: Record<string, Bars> = {}, members = ['A']): number[] {
  const market = new Map([['A', bars], ...Object.entries(others)]);
  const panel = createPanel(
    market,
    members.map((symbol) => ({ symbol })),
  );
  const evaluator = new Evaluator(panel, { barsPerYear: 252, seed: 1, benchmark: 'IX' });
  const read = readRule(text, { expects: 'value' });
  if (!read.ok) throw new Error(at(read.problems, 0).message);
  return [...(evaluator.values(read.tree, 0) as Float64Array)];
}

function expectNear(actual: readonly number[], expected: readonly number[]): void {
  expect(actual.length).toBe(expected.length);
  actual.forEach((value, i) => {
    if (Number.isNaN(expected[i])) expect(value).toBeNaN();
    else expect(value).toBeCloseTo(at(expected, i), 10);
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
    ['2-day channel middle', ohlc, [_, 11, 12.5, 13]],
    ['3-day place', five, [_, _, 50, 100, 25]],
    // typical prices smoothed by 2/3 from their average 67/6, and an ATR of 3 throughout
    ['2-day upper envelope at 2', ohlc, [_, 67 / 6 + 6, 235 / 18 + 6, 679 / 54 + 6]],
    ['2-day lower envelope at 1', ohlc, [_, 67 / 6 - 3, 235 / 18 - 3, 679 / 54 - 3]],
    ['2-day band width at 1', five, [_, 2 / 3, 1 / 3.5, 4 / 5, 3 / 5.5]],
    ['2-day band place at 2', five, [_, 0.75, 0.25, 0.75, 0.25]],
    ['2-day Aroon up', ohlc, [_, _, 100, 50]],
    ['2-day Aroon down', ohlc, [_, _, 0, 0]],
    ['2-day Aroon', ohlc, [_, _, 100, 50]],
    ['3-day age of high', ohlc, [_, _, 0, 1]],
    ['3-day age of low', ohlc, [_, _, 2, 2]],
    ['2-day age of high', barsOf([5, 5, 4]), [_, 0, 1]],
    // typical prices 32/3, 35/3, 14 lie 13/9, 4/9, 17/9 from 109/9: mean 34/27; then 35/3, 14, 37/3 around 38/3: mean 8/9
    ['3-day CCI', ohlc, [_, _, 100, -25]],
    ['2-day CCI', barsOf([3, 3]), [_, 0]],
    ['2-day Williams R', ohlc, [_, -25, -20, -75]],
    ['on-balance volume', ohlc, [0, 200, 500, 100]],
    ['accumulation line', ohlc, [100 / 3, 100, 100, -100 / 3]],
    ['2-day volume flow', ohlc, [_, 1 / 3, 200 / 3 / 500, -400 / 3 / 700]],
    ['2-day relative volume', ohlc, [_, _, 2, 1.6]],
    [
      '2-day volume-weighted average',
      ohlc,
      [_, (3200 + 7000) / 900, (7000 + 12600) / 1500, (12600 + 14800) / 2100],
    ],
    ['3-day percent rank', five, [_, _, 50, 100, 50]],
    ['3-day drawdown', five, [_, _, -0.25, 0, -3 / 7]],
    ['3-day largest drawdown', five, [_, _, -0.25, -0.25, -3 / 7]],
    ['2-day distance from high', ohlc, [_, -1 / 13, -1 / 15, -3 / 15]],
    ['2-day distance from low', ohlc, [_, 3 / 9, 4 / 10, 1 / 11]],
    ['all-time high', ohlc, [12, 13, 15, 15]],
    ['all-time low', ohlc, [9, 9, 9, 9]],
    ['days listed', ohlc, [1, 2, 3, 4]],
    ['run of (close > 3)', five, [0, 1, 0, 1, 2]],
    // slopes 1/2, 3/2, 1/2 squared, times 2, over the sums of squares 2, 26/3, 26/3
    ['3-day trend fit', five, [_, _, 0.25, 4.5 / (26 / 3), 0.5 / (26 / 3)]],
    ['3-day trend growth', barsOf([1, 1.001, 1.002001]), [_, _, 1.001 ** 252 - 1]],
    ['2-day growth', barsOf([1, 1.001, 1.002001]), [_, _, 1.001 ** 252 - 1]],
    ['2-day change', five, [_, _, 1, 3, 1]],
    ['3-day mean deviation', five, [_, _, 2 / 3, 14 / 9, 14 / 9]],
    ['3-day efficiency ratio', five, [_, _, _, 5 / 7, 0]],
    ['3-day adaptive average', five, [_, _, _, 7, 7 - 3 * (2 / 31) ** 2]],
    // exponential averages 3, 3, 17/3, 41/9; of them 3, 43/9, 125/27; of those 35/9, 355/81
    ['2-day double exponential average', five, [_, _, 3, 59 / 9, 121 / 27]],
    ['2-day triple exponential average', five, [_, _, _, 59 / 9, 337 / 81]],
    // returns 1, -1/4, 4/3, -3/7
    [
      '2-day downside volatility',
      five,
      [_, _, Math.sqrt(252 / 32), Math.sqrt(252 / 32), Math.sqrt((252 * 9) / 98)],
    ],
    // returns 0.1, -0.1, 0.1 lie 1, -2, 1 thirds of 0.2 from their mean
    ['3-day skewness', barsOf([100, 110, 99, 108.9]), [_, _, _, -Math.SQRT1_2]],
    ['3-day kurtosis', barsOf([100, 110, 99, 108.9]), [_, _, _, 1.5]],
    // log changes c, c, -c, -c: in pairs 2c, 0, -2c, so 8c²/3 over twice c²
    ['2/4-day variance ratio', barsOf([1, 2, 4, 2, 1]), [_, _, _, _, 4 / 3]],
    ['4-day Hurst exponent', barsOf([1, 2, 4, 2, 1]), [_, _, _, _, 0.5 + Math.log(4 / 3) / Math.log(4)]],
    ['3-day ulcer index', five, [_, _, 0.25 / Math.sqrt(3), 0.25 / Math.sqrt(3), 3 / 7 / Math.sqrt(3)]],
    ['bar range', ohlc, [3, 3, 2, 3]],
    ['internal bar strength', ohlc, [2 / 3, 2 / 3, 0.5, 1 / 3]],
    ['body', ohlc, [1 / 11, 1 / 12, 0, 1 / 12]],
    ['upper shadow', ohlc, [1 / 11, 1 / 12, 1 / 14, 1 / 12]],
    ['lower shadow', ohlc, [1 / 11, 1 / 12, 1 / 14, 1 / 12]],
    ['year', five, [2020, 2020, 2020, 2020, 2020]],
    ['quarter', barsOf([1, 1], 18352), [1, 2]], // 2020-03-31 and the day after
    ['day of month', five, [6, 7, 8, 9, 10]],
    ['day of year', barsOf([1, 1], 18352), [91, 92]],
    ['weekdays left in month', five, [19, 18, 17, 16, 15]],
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
    expectNear(valuesOn(twice, '1-day relative return to IX', { IX: index }), [
      _,
      1.2 / 1.1 - 1,
      0.8 / 0.9 - 1,
      1.2 / 1.1 - 1,
      0.8 / 0.9 - 1,
    ]);
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
      const warmUp = m.warmUp([5, 9, 4]);
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

describe('the range of a bar and the close before it', () => {
  it('is the largest of the three distances', () => {
    const price = fc.integer({ min: 1, max: 12 });
    fc.assert(
      fc.property(price, price, price, (before, one, other) => {
        const [high, low] = [Math.max(one, other), Math.min(one, other)];
        const plain = Math.max(high - low, Math.abs(high - before), Math.abs(low - before));
        expect(rangeAfter(before, high, low)).toBe(plain);
      }),
    );
  });
});

describe('the names of the trade', () => {
  it('each stand for measures of the catalogue', () => {
    const phrases = new Set(catalogue.map(({ phrase }) => phrase));
    const named = catalogue.flatMap(({ phrase }) => otherNamesOf(phrase));
    expect(named.length).toBeGreaterThan(60);
    for (const name of named)
      for (const { phrase } of meantBy(name)) expect(phrases.has(phrase), `${name}: ${phrase}`).toBe(true);
  });

  it('never are the words of another measure', () => {
    const phrases = new Set(catalogue.map(({ phrase }) => phrase.toLowerCase()));
    for (const { phrase } of catalogue)
      for (const name of otherNamesOf(phrase)) expect(phrases.has(name.toLowerCase()), name).toBe(false);
  });
});
