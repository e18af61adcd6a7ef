// The pieces that blocks put into a rule, and one form of condition turned into another.

import { catalogue, formOf, isCondition, parseRule, printRule, readOutline } from '@plateau/core';
import { describe, expect, it } from 'vitest';
import {
  durationOf,
  FAIR_WEATHER,
  FORMS,
  type FormedCondition,
  formOfCondition,
  HOLE,
  inForm,
  lasting,
  measureNode,
  NEW_CONDITION,
  numberFromText,
} from '../parts/rules/blocks/nodes.ts';

const tree = (text: string) => {
  const read = parseRule(text);
  if (!read.ok) throw new Error(read.problem.message);
  return read.tree;
};

describe('a measure picked from the list', () => {
  it.each(catalogue.map((measure) => [formOf(measure), measure] as const))(
    '%s reads as it is written',
    (_form, measure) => {
      const text = printRule(measureNode(measure));
      expect(text, text).not.toBe('');
      expect(printRule(tree(text))).toBe(text);
    },
  );

  it('keeps the windows of the one it takes the place of, where they are as many', () => {
    const average = catalogue.find(({ phrase }) => phrase === 'average');
    const macd = catalogue.find(({ phrase }) => phrase === 'MACD');
    if (!average || !macd) throw new Error('they are in the catalogue');
    expect(printRule(measureNode(average, tree('7-day RSI')))).toBe('7-day average');
    expect(printRule(measureNode(macd, tree('7-day RSI')))).toBe('12/26-day MACD');
  });
});

describe('a condition', () => {
  it('takes every form and says which it has', () => {
    let node = tree('close > 5') as FormedCondition;
    for (const form of FORMS) {
      node = inForm(node, form) as FormedCondition;
      expect(formOfCondition(node)).toBe(form);
      expect(isCondition(tree(printRule(node)))).toBe(true);
    }
  });

  it('keeps what both forms have', () => {
    expect(printRule(inForm(tree('close > open') as FormedCondition, 'crosses below'))).toBe(
      'close crosses below open',
    );
    expect(printRule(inForm(tree('close > open') as FormedCondition, 'is between'))).toBe(
      'close is between open and …',
    );
    expect(printRule(inForm(tree('close is the highest of 9 days') as FormedCondition, 'is rising'))).toBe(
      'close is rising for 9 days',
    );
  });

  it('lasts, and lasts no longer', () => {
    const gap = tree('gaps up');
    const row = lasting(gap, 'in a row');
    expect(printRule(row)).toBe('gaps up for 3 days in a row');
    expect(printRule(lasting(row, 'on at least'))).toBe('gaps up on at least 2 of the last 3 days');
    expect([durationOf(gap), durationOf(row)]).toEqual([undefined, 'in a row']);
    expect(printRule(lasting(row, undefined))).toBe('gaps up');
  });

  it('begins with two parts to be chosen', () => {
    expect(printRule(NEW_CONDITION)).toBe('… is above …');
    expect(printRule(HOLE)).toBe('…');
    expect(readOutline('… is above …').ok).toBe(true);
  });

  it('on the market reads', () => {
    expect(printRule(tree(printRule(FAIR_WEATHER)))).toBe('on benchmark (close is above 200-day average)');
  });
});

describe('a number', () => {
  it.each([
    ['20', '20'],
    ['1.5', '1.5'],
    ['10%', '10%'],
    ['100,000', '100,000'],
    ['200k', '200k'],
    ['{pull}', '{pull}'],
  ])('%s is one', (text, printed) => {
    const number = numberFromText(text);
    expect(number && printRule(number)).toBe(printed);
  });
  it.each(['', 'x', '1.', 'close', '1 2', '{}'])('“%s” is none', (text) => {
    expect(numberFromText(text)).toBe(undefined);
  });
});
