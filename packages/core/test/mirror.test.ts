// A rule turned over for the other side.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mirrored, mirroredRule, mirroredText } from '../src/language/mirror.ts';
import { readOutline } from '../src/language/outline.ts';
import { parseRule } from '../src/language/parse.ts';
import { printRule } from '../src/language/print.ts';
import { rule } from './trees.ts';

const over = (text: string): string => mirroredRule(text, 'day')?.text ?? 'does not read';

describe('a rule in the mirror', () => {
  it.each([
    ['close > 200-day average', 'close is below 200-day average'],
    ['10-day average crosses above 50-day average', '10-day average crosses below 50-day average'],
    ['close > prior 40-day high', 'close is below prior 40-day low'],
    ['close is the lowest of 8 days', 'close is the highest of 8 days'],
    ['low is rising for 3 days', 'high is falling for 3 days'],
    ['3-day RSI < 12', '3-day RSI is above 88'],
    ['14-day RSI is between 30 and 45', '14-day RSI is between 55 and 70'],
    ['5-day return > 25%', '5-day return is below - 25%'],
    ['5-day return < -3%', '5-day return is above 3%'],
    ['gap * 100 > 2', 'gap * 100 is below - 2'],
    ['close / 50-day average > 1.05', 'close / 50-day average is below 0.95'],
    ['close < 0.9 * 20-day high', 'close is above 1.1 * 20-day low'],
    ['close > 20-day average + 2 * 20-day ATR', 'close is below 20-day average - 2 * 20-day ATR'],
    ['(close - 20-day average) / 20-day ATR > 2', '(close - 20-day average) / 20-day ATR is below - 2'],
    ['close crosses above 20-day upper band at 2', 'close crosses below 20-day lower band at 2'],
    ['14-day plus DI > 14-day minus DI', '14-day minus DI is above 14-day plus DI'],
    ['gaps up', 'gaps down'],
    ['internal bar strength < 20%', 'internal bar strength is above 80%'],
    ['on KIX (close > 200-day average)', 'on KIX (close is below 200-day average)'],
    ['universe percentile of 60-day return > 80', 'universe percentile of 60-day return is below 20'],
    ['universe rank of 60-day return is at most 5', 'universe rank of (- 60-day return) is at most 5'],
    ['5-day RSI > {strong}', '5-day RSI is below 100 - {strong}'],
    [
      'close > open and volume > 20-day average of volume',
      'close is below open and volume is above 20-day average of volume',
    ],
    [
      'days since (close crosses above 50-day average) < 5',
      'days since (close crosses below 50-day average) is below 5',
    ],
    [
      'close crosses above 50-day average within the last 3 days',
      'close crosses below 50-day average within the last 3 days',
    ],
    ['not close > open', 'not close is below open'],
  ])('%s', (text, expected) => {
    expect(over(text)).toBe(expected);
  });

  it.each([
    'close > 5',
    '20-day volatility < 0.3',
    'traded value > 1m',
    'weekday = 1',
    'days held > 6',
    'profit < -8%',
    'never',
  ])('has no direction: %s', (text) => {
    const parsed = parseRule(text);
    expect(over(text)).toBe(parsed.ok && printRule(parsed.tree));
  });

  it('names what stays as it is, and turns what is switched off', () => {
    const { text, kept } = mirroredRule('close > open\n# off: and gaps up\nand volume > 100k', 'day') ?? {
      text: '',
      kept: [],
    };
    expect(kept).toEqual(['volume is above 100k']);
    expect(text).toContain('# off: and gaps down');
    expect(readOutline(text).ok).toBe(true);
  });

  it('says nothing of a text that does not read', () => {
    expect(mirroredRule('close >', 'day')).toBeUndefined();
    expect(mirroredText('close >', 'day')).toBeUndefined();
  });

  it('is itself again in the mirror of the mirror, and always reads', () => {
    fc.assert(
      fc.property(rule, (tree) => {
        const text = printRule(mirrored(tree));
        expect(parseRule(text).ok).toBe(true);
      }),
    );
    for (const text of [
      'close > prior 40-day high',
      '3-day RSI < 12',
      'gap > 2%',
      'close < 0.9 * 20-day high',
    ])
      expect(over(over(text))).toBe(over(over(over(over(text)))));
  });
});

describe('what a side ranks by', () => {
  it('ranks the other way round where it has a direction', () => {
    expect(mirroredText('120-day return', 'day')).toEqual({ text: '120-day return', isTurned: true });
    expect(mirroredText('20-day volatility', 'day')).toEqual({ text: '20-day volatility', isTurned: false });
    expect(mirroredText('close - {room} * 20-day ATR', 'day')?.text).toBe('close + {room} * 20-day ATR');
    expect(mirroredText('10-day low', 'day')?.text).toBe('10-day high');
  });
});
