// Rule text: what it means, what it refuses, and that it comes back as it was.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import type { Bars } from '../src/bars/bars.ts';
import { Evaluator } from '../src/evaluation/evaluate.ts';
import { createPanel } from '../src/evaluation/panel.ts';
import { type RuleContext, readRule, seekNearest } from '../src/language/check.ts';
import { tokensOf } from '../src/language/highlight.ts';
import { parseRule } from '../src/language/parse.ts';
import { printRule } from '../src/language/print.ts';
import type { Node } from '../src/language/tree.ts';
import { at } from '../src/numeric/at.ts';
import { barsFrom, barsOf } from './market.ts';
import { bare, rule, value } from './trees.ts';

function treeOf(text: string, expects: 'rule' | 'value' = 'rule'): Node {
  const read = readRule(text, { expects, position: true, dials: { n: 3 } });
  if (!read.ok) throw new Error(read.problems.map((p) => p.message).join(' '));
  return read.tree;
}

function evaluatorOn(bars: Bars, others: Record<string, Bars> = {}) {
  const market = new Map([['A', bars], ...Object.entries(others)]);
  return new Evaluator(createPanel(market, [{ symbol: 'A' }]), {
    barsPerYear: 252,
    seed: 1,
    benchmark: 'IX',
  });
}
const valuesOn = (bars: Bars, text: string, others = {}): number[] => [
  ...(evaluatorOn(bars, others).values(treeOf(text, 'value'), 0) as Float64Array),
];
/** t true, f false, - undefined */
const truthsOn = (bars: Bars, text: string, others = {}): string =>
  [...evaluatorOn(bars, others).truths(treeOf(text), 0)].map((t) => 'f-t'[t]).join('');

function faultOf(text: string, expects: 'rule' | 'value' = 'rule', position = false): string {
  const read = readRule(text, { expects, position, dials: {}, knows: (s) => s === 'KIX', symbols: ['KIX'] });
  if (read.ok) throw new Error(`“${text}” was accepted`);
  const first = at(read.problems, 0);
  return `${text.slice(first.place.from, first.place.to)} | ${first.message}`;
}

const up = barsOf([1, 2, 3, 4, 5, 6]);
const wave = barsOf([5, 4, 3, 4, 5, 4]);

function nearestReading(text: string, context: RuleContext): string | undefined {
  const search = seekNearest(text, context);
  for (;;) {
    const { done, value } = search.next();
    if (done) return value;
  }
}

const nearestTo = (text: string): string | undefined => nearestReading(text, { expects: 'rule' });

describe('text that does not read', () => {
  it.each([
    ['close 20-day average', 'close is above 20-day average'],
    ['close > (20-day average', 'close > (20-day average)'],
    ['close > 20-day average)', 'close > 20-day average'],
    ['close crosses 20-day average', 'close crosses above 20-day average'],
    ['close > 20-day hihg', 'close > 20-day high'],
    ['close > 3 and and close < 5', 'close > 3 and close < 5'],
    ['close is between 3 4', 'close is between 3 and 4'],
    ['close is rising 3 days', 'close is rising for 3 days'],
    ['close > 3 for 3', 'close > 3 for 3 days in a row'],
  ])('%s is near to %s', (text, nearest) => {
    expect(nearestTo(text)).toBe(nearest);
  });

  it('has no nearest when more than a word is wrong, or when what is measured is missing', () => {
    expect(nearestTo('((((( close')).toBeUndefined();
    expect(nearestTo('close > 20-day')).toBeUndefined();
    expect(nearestTo('> 50')).toBeUndefined();
  });

  it.each([
    ['14-day MFI < 35', '14-day money flow index < 35'],
    ['close > 50-day EMA', 'close > 50-day exponential average'],
    ['close > EMA(50)', 'close > 50-day exponential average'],
    ['EMA(close, 20) > SMA(close, 50)', '20-day exponential average > 50-day average'],
    ['RSI(2) crosses below 20', '2-day RSI crosses below 20'],
    ['rsi(2) < 10 and close > ma(close, 200)', '2-day RSI < 10 and close > 200-day average'],
    ['close > SMA200', 'close > 200-day average'],
    ['close > 200 day moving average', 'close > 200-day average'],
    ['close > 200-day simple moving average', 'close > 200-day average'],
    ['ROC(10) > 5', '(100 * 10-day return) > 5'],
    ['10-day rate of change > 5', '(100 * 10-day return) > 5'],
    ['momentum(20) > 0', '20-day change > 0'],
    ['MACD(12, 26) > 0', '12/26-day MACD > 0'],
    ['average(volume, 20) > 200k', '20-day average of volume > 200k'],
    ['highest(high, 20) > 5', '20-day highest of high > 5'],
    ['close greater than 20', 'close is above 20'],
    ['OBV is rising', 'on-balance volume is rising'],
    ['ATR(14) > 1 && IBS < 0.2', '14-day ATR > 1 and internal bar strength < 0.2'],
    ['universe rank of ROC(10) <= 5', 'universe rank of (100 * 10-day return) <= 5'],
    ['rsi(14) > {limit}', '14-day RSI > {limit}'],
  ])('in the notation %s means %s', (text, own) => {
    const nearest = nearestReading(text, { expects: 'rule', dials: { limit: 3 } });
    expect(nearest).toBe(own);
  });

  it.each(['vol > 100000', 'MACD(12, 26, 9) > 0', 'bands > 3', 'close > XYZ(3)', 'consecutive > 3'])(
    'is offered no other measure for %s',
    (text) => {
      expect(nearestTo(text)).toBeUndefined();
    },
  );

  it('says what a word of the trade is called here, and asks where it may mean several things', () => {
    expect(faultOf('14-day MFI < 35')).toContain('“MFI” is called “money flow index” here');
    expect(faultOf('vol > 100000')).toContain('“vol” may mean “volume” or “20-day volatility”');
    expect(faultOf('50-day max drawdown < -10%')).toContain(
      '“max drawdown” is called “largest drawdown” here',
    );
    expect(faultOf('20-day moving average > close')).toContain('“moving average” is called “average” here');
    expect(faultOf('close > bands')).toContain('“bands” is called “upper band” or “lower band” here');
  });

  it('is sought try by try, so that a long search can be left and taken up again', () => {
    const search = seekNearest(`${'close > 3 and '.repeat(40)}close is is above 5`, { expects: 'rule' });
    for (let tries = 0; tries < 4; tries++) expect(search.next().done).toBe(false);
  });

  it('keeps its measures: no text offered measures more, less or other things', () => {
    const measures = (text: string): string[] =>
      tokensOf(text)
        .filter(({ role }) => role === 'measure')
        .map(({ place }) => text.slice(place.from, place.to).replace(/^[\d/{}a-z]+-day$/, 'window'))
        .filter((word) => word !== 'window');
    const whole = 'close is above prior 40-day high and 14-day RSI < 30 for 3 days in a row or gaps up';
    fc.assert(
      fc.property(fc.nat(whole.length - 1), fc.integer({ min: 1, max: 12 }), (from, count) => {
        const torn = whole.slice(0, from) + whole.slice(from + count);
        const nearest = nearestTo(torn);
        if (nearest === undefined) return;
        for (const word of measures(nearest)) expect(whole).toContain(word);
        expect(measures(nearest).length).toBeGreaterThanOrEqual(measures(torn).length);
      }),
      { numRuns: cases(200) },
    );
  });

  it('is answered with a text that reads, whatever was torn out of a rule', () => {
    const whole = 'close is above prior 40-day high and 14-day RSI < 30 for 3 days in a row or gaps up';
    fc.assert(
      fc.property(fc.nat(whole.length - 1), fc.integer({ min: 1, max: 12 }), (from, count) => {
        const nearest = nearestTo(whole.slice(0, from) + whole.slice(from + count));
        if (nearest !== undefined) expect(readRule(nearest, { expects: 'rule' }).ok).toBe(true);
      }),
      { numRuns: cases(200) },
    );
  });
});

describe('units', () => {
  it.each([
    'close > volume',
    'close > 5-day return',
    'close + volume > 3',
    '14-day RSI > close',
    'close is between 5-day low and volume',
    'days since (close > 3) > close',
  ])('%s compares unlike things', (text) => {
    expect(faultOf(text)).toMatch(/cannot be (compared|added)/);
  });

  it.each([
    'close > 0.9 * 20-day high - 2 * 14-day ATR',
    'traded value / volume > close',
    'volume > 1.2 * 50-day average of volume',
    '100 * 5-day return > 14-day RSI',
    'close / 20-day average > 1 + 5-day return',
    'streak > 3-day count of (close > 2)',
    'close > 100k',
  ])('%s compares like with like', (text) => {
    expect(readRule(text, { expects: 'rule' }).ok).toBe(true);
  });
});

describe('conditions', () => {
  it('are undefined while a side lacks history, and "and", "or", "not" follow three-valued logic', () => {
    expect(truthsOn(up, 'close > 3-day average')).toBe('--tttt');
    expect(truthsOn(up, 'close > 3-day average and close > 5')).toBe('ffffft');
    expect(truthsOn(up, 'close > 3-day average or close > 0')).toBe('tttttt');
    expect(truthsOn(up, 'not close > 3-day average')).toBe('--ffff');
  });

  it('cross when they hold today and did not one day ago', () => {
    expect(truthsOn(wave, 'close crosses above 4')).toBe('-ffftf');
    expect(truthsOn(wave, 'close crosses below 4')).toBe('fftfff');
  });

  it('bind "and" tighter than "or", and a duration to the condition before it', () => {
    expect(truthsOn(up, 'close = 1 or close > 2 and close > 5')).toBe('tfffft');
    expect(truthsOn(up, 'close > 2 for 3 days in a row')).toBe('fffftt');
    expect(truthsOn(up, 'close = 2 within the last 3 days')).toBe('-tttff');
    expect(truthsOn(wave, 'close < 5 on at least 2 of the last 3 days')).toBe('--tttt');
  });

  it('know rising, falling, extremes, between and gaps', () => {
    expect(truthsOn(wave, 'close is rising for 2 days')).toBe('-ffftf');
    expect(truthsOn(wave, 'close is falling')).toBe('-ttfft');
    expect(truthsOn(wave, 'close is the lowest of 3 days')).toBe('--tfft');
    expect(truthsOn(wave, 'close is between 4 and 4.5')).toBe('ftftft');
    const gapping = barsFrom([
      { open: 5, high: 6, low: 5, close: 6, volume: 1 },
      { open: 7, high: 8, low: 7, close: 8, volume: 1 },
      { open: 6, high: 8, low: 6, close: 7, volume: 1 },
    ]);
    expect(truthsOn(gapping, 'gaps up')).toBe('-tf');
  });

  it('count numbers equal that differ by rounding alone', () => {
    expect(truthsOn(barsOf([0.1, 0.2]), '0.1 + 0.2 > 0.3')).toBe('ff');
    expect(truthsOn(barsOf([0.1, 0.2]), '0.1 + 0.2 = 0.3')).toBe('tt');
  });
});

describe('values', () => {
  it('step back by the instrument’s own bars', () => {
    expect(valuesOn(up, 'close 2 days ago')).toEqual([NaN, NaN, 1, 2, 3, 4]);
    expect(valuesOn(up, 'prior 2-day high')).toEqual([NaN, NaN, 2, 3, 4, 5]);
  });

  it('read another instrument at its last bar on or before the day, never later', () => {
    const other = barsFrom(
      [10, 20, 30].map((close) => ({ open: close, high: close, low: close, close, volume: 1 })),
      at(up.day, 2) - 1,
    );
    expect(truthsOn(up, 'on KIX (close > 15)', { KIX: other })).toBe('-ftttt');
  });

  it('are undefined, not infinite, when divided by zero', () => {
    expect(valuesOn(up, 'close / (close - 3)')).toEqual([-0.5, -2, NaN, 4, 2.5, 2]);
  });

  it('read 10%, 100,000, 200k and 1.5m without rounding', () => {
    expect(valuesOn(barsOf([1]), 'close * 0.1%')).toEqual([0.001]);
    expect(valuesOn(barsOf([1]), 'close * 100,000')).toEqual([100000]);
    expect(valuesOn(barsOf([1]), 'close * 1.5m')).toEqual([1500000]);
  });

  it('take dials inside windows', () => {
    expect(valuesOn(up, '{n}-day average')).toEqual([NaN, NaN, 2, 3, 4, 5]);
  });
});

describe('a faulty rule is told where and what', () => {
  it.each([
    [
      'close > 20-day avrage',
      'avrage | “avrage” is not a word of the rule language. Did you mean “average”?',
    ],
    [
      'close >',
      '> | Expected a value such as “close” or “20-day average”, or a condition after “>”, but the rule ends here.',
    ],
    ['close > (open', 'n | Expected “)” after “open”, but the rule ends here.'],
    [
      'close 5',
      '5 | The rule is complete before “5”. Join a further condition with “and” or “or”, or compare with “is above”, “crosses below” and the like.',
    ],
    ['close', 'close | This is a number where a condition is needed: compare it, as in “… is above …”.'],
    ['average > 3', 'average | “average” needs a window before it, such as “12-day average”.'],
    ['20-week average > 3', '20-week | This strategy runs on days: write day (or bar), not week.'],
    ['0-day average > 3', '0-day | A window must be a whole number from 1 to 10,000, not 0.'],
    ['close > {q}', '{q} | There is no dial named {q} on this sheet.'],
    [
      'on KXI (close > 5)',
      'on KXI (close > 5) | There are no bars for the instrument “KXI”. Did you mean KIX?',
    ],
    [
      'profit > 5%',
      'profit | “profit” exists only while a position is held: it may stand in exit rules, and not inside “on …”.',
    ],
    ['close > 5 for 3 days', 'days | Expected “days in a row” after “3”, but “days” stands here.'],
    ['close > 5 & open > 3', '& | “&” cannot stand in a rule.'],
    ['', ' | The rule is empty.'],
  ])('%s', (text, expected) => {
    expect(faultOf(text)).toBe(expected);
  });

  it('also when it nests a thousand deep, quickly', () => {
    expect(faultOf(`${'('.repeat(1000)}close > 5${')'.repeat(1000)}`)).toContain('nests more than 60 deep');
    expect(faultOf(`${'5-day average of '.repeat(1000)}close > 5`)).toContain('nests more than 60 deep');
  });

  it('and never crashes on nonsense', () => {
    const words = [
      'close',
      '20-day',
      'average',
      'of',
      '(',
      ')',
      'and',
      'or',
      'not',
      '>',
      '5',
      'on',
      'KIX',
      'for',
      '3',
      'days',
      'ago',
      'prior',
      '{n}',
      '-',
      '12/26-day',
      'MACD',
      '%',
      'é',
      '\n',
      '#',
    ];
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...words), { maxLength: 14 }), (parts) => {
        const parsed = parseRule(parts.join(' '));
        if (!parsed.ok) expect(parsed.problem.message.length).toBeGreaterThan(10);
      }),
      { numRuns: cases(1000) },
    );
  });
});

// ---- text -> tree -> text ----

describe('printing', () => {
  it.each([
    ['rule', rule],
    ['value', value],
  ] as const)('a %s and parsing it gives the same tree', (_kind, arbitrary) => {
    fc.assert(
      fc.property(arbitrary, (tree) => {
        const text = printRule(tree);
        const parsed = parseRule(text);
        if (!parsed.ok) throw new Error(`${text}: ${parsed.problem.message}`);
        expect(bare(parsed.tree)).toEqual(bare(tree));
      }),
      { numRuns: cases(400) },
    );
  });

  it('writes what a trader would write', () => {
    const parsed = parseRule(
      'Close>PRIOR 40-bar high AND(volume >= 1.2*50-day average of volume or not gaps down)',
    );
    expect(parsed.ok && printRule(parsed.tree)).toBe(
      'close is above prior 40-day high and (volume is at least 1.2 * 50-day average of volume or not gaps down)',
    );
  });
});
