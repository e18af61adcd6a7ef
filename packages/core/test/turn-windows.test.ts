// Windows of days turned into weeks and months.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseRule } from '../src/language/parse.ts';
import { printRule } from '../src/language/print.ts';
import { dialsByUse, turnedBars, turnedDial, turnedRule } from '../src/language/turn-windows.ts';
import { rule } from './trees.ts';

describe('windows in other bars', () => {
  it.each([
    ['close > prior 40-day high', 'close is above prior 8-week high'],
    ['close > 200-day average of (close 3 days ago)', 'close is above 40-week average of (prior close)'],
    ['close is the lowest of 30 days', 'close is the lowest of 6 weeks'],
    ['close > open for 10 days in a row', 'close is above open for 2 weeks in a row'],
    ['12/26/9-day MACD signal > 0', '2/5/2-week MACD signal is above 0'],
    ['days held is at least 10', 'weeks held is at least 2'],
    ['14-day RSI < 30', '3-week RSI is below 30'],
    ['close is the highest of {reach} days', 'close is the highest of {reach} weeks'],
  ])('%s', (text, expected) => {
    expect(turnedRule(text, 'day', 'week', true)).toBe(expected);
  });

  it('keep their numbers where only the words are to change', () => {
    expect(turnedRule('close > 200-day average', 'day', 'month', false)).toBe(
      'close is above 200-month average',
    );
  });

  it('are never none', () => {
    expect([
      turnedBars(1, 'day', 'month'),
      turnedBars(10, 'day', 'month'),
      turnedBars(40, 'day', 'month'),
    ]).toEqual([1, 1, 2]);
    expect(turnedBars(4, 'week', 'day')).toBe(20);
  });

  it('always read in their own bars, and come back where nothing was rounded', () => {
    fc.assert(
      fc.property(rule, (tree) => {
        const weekly = turnedRule(printRule(tree), 'day', 'week', true);
        expect(weekly !== undefined && parseRule(weekly, 'week').ok).toBe(true);
        expect(turnedRule(printRule(tree), 'day', 'week', false)).toBe(printRule(tree, 'week'));
      }),
    );
    expect(turnedRule(turnedRule('200-day average', 'day', 'week', true) ?? '', 'week', 'day', true)).toBe(
      '200-day average',
    );
  });

  it('leave a text that does not read alone', () => {
    expect(turnedRule('close >', 'day', 'week', true)).toBeUndefined();
    expect(turnedRule(' ', 'day', 'week', true)).toBe(' ');
  });
});

describe('dials', () => {
  it('are told apart by what they count', () => {
    const text = '{n}-day RSI < {low} and days held > {bars} and {n}-day return > {low}%';
    expect(dialsByUse('{n}-day RSI < {low} and days held > {bars}', 'day')).toEqual({
      bars: ['n', 'bars'],
      others: ['low'],
    });
    expect(dialsByUse(text, 'day')).toEqual({ bars: [], others: [] });
  });

  it('that count bars have their ranges turned, in whole steps', () => {
    expect(turnedDial({ value: 60, from: 20, to: 150, step: 10 }, 'day', 'week')).toEqual({
      value: 12,
      from: 4,
      to: 30,
      step: 2,
    });
    expect(turnedDial({ value: 3 }, 'day', 'month')).toEqual({ value: 1 });
  });
});
