// A run as a file: out and in again, and what is refused.

import { dayFromIso } from '@plateau/core';
import { describe, expect, it } from 'vitest';
import { type RunFile, readRunFile, writeRunFile } from '../src/run-file.ts';
import { readStrategy, STRATEGY_FORMAT } from '../src/strategy-file.ts';

const strategy = readStrategy(
  {
    format: STRATEGY_FORMAT,
    name: 'Tide',
    long: { enter: 'close is above 5', exit: 'never' },
    limits: { positions: 5 },
  },
  'x',
);
if (!strategy.ok) throw new Error(JSON.stringify(strategy.problems));
const run: RunFile = {
  name: 'Tide <b>',
  at: 1_700_000_000_000,
  request: { strategy: strategy.value, benchmark: 'SK60', from: dayFromIso('2010-02-03') as number },
  universe: {
    id: 'u',
    name: 'Mine',
    members: [
      { symbol: 'KELP', from: dayFromIso('2009-01-02') as number, group: 'North' },
      { symbol: 'TIDE' },
    ],
  },
  data: 'abc',
  engine: '0.1.0',
  summary: `${JSON.stringify({ figures: { cagr: 0.1 + 0.2, sharpe: null } }, null, 2)}\n`,
  tried: [0.5, Number.NaN],
};

describe('a run file', () => {
  it('comes back as it was, with its days as dates', () => {
    const text = writeRunFile(run);
    expect(text).toContain('"from": "2010-02-03"');
    expect(readRunFile(text, 'run.json')).toEqual({ ok: true, value: run });
  });

  it.each([
    ['no JSON', '{', 'this is no JSON'],
    ['another file', '{"format":"plateau-strategy/1"}', '“format” must be [plateau-run/1]'],
    ['a lost part', writeRunFile(run).replace('"benchmark"', '"bench"'), '“benchmark” is required'],
    ['a day that is none', writeRunFile(run).replace('2010-02-03', '2010-02-33'), '“from”'],
    [
      'a strategy with a strange key',
      writeRunFile(run).replace('"exit"', '"leave"'),
      'not a key of a strategy file',
    ],
  ])('that is %s is refused', (_what, text, words) => {
    const read = readRunFile(text, 'run.json');
    expect(read.ok ? '' : read.problems.map(({ message }) => message).join(' ')).toContain(words);
  });
});
