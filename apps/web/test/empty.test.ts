// What is empty holds nothing of what was there before.

import { usedDials } from '@plateau/core';
import { readStrategy, STRATEGY_FORMAT } from '@plateau/files';
import { describe, expect, it } from 'vitest';
import { alone } from '../model/market/alone.ts';
import { blankDraft } from '../model/sheet/blank-draft.ts';
import { mirrorOfLong } from '../model/sheet/mirror.ts';
import { studyFromSheet } from '../model/studies/from-sheet.ts';

const read = (change: object) => {
  const result = readStrategy({ format: STRATEGY_FORMAT, name: '', ...change }, 'sheet');
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
};

describe('an empty sheet', () => {
  it('has the market of the sheet before, but no day, no money and no instrument of it', () => {
    const before = {
      universe: 'skerry-funds',
      benchmark: 'BILL',
      from: '2019-01-01',
      to: '2020-01-01',
      'account.capital': '7',
    };
    expect(blankDraft(before)).toEqual({
      name: 'Untitled',
      'long.enter': '',
      'long.exit': '',
      universe: 'skerry-funds',
      benchmark: 'BILL',
    });
    expect(blankDraft({ ...before, universe: alone('SWELL') })).not.toHaveProperty('universe');
  });
});

describe('a mirror', () => {
  it('of a rule without a direction is refused: both sides would be true at once', () => {
    for (const rule of ['random < 0.5', 'always', 'volume > 1000 and random < 0.1'])
      expect(mirrorOfLong({ 'long.enter': rule })).toMatchObject({ ok: false });
    expect(mirrorOfLong({ 'long.enter': 'random < 0.5 and close > 20-day average' })).toMatchObject({
      ok: true,
      kept: expect.arrayContaining(['random is below 0.5']),
    });
  });
});

describe('a dial that nothing turns with', () => {
  const dials = { left: { value: 5, from: 1, to: 9 }, days: { value: 20, from: 10, to: 40 } };
  const strategy = read({
    dials: { ...dials, slots: { value: 4, from: 2, to: 8 } },
    long: { enter: 'close > {days}-day average', exit: 'never' },
    limits: { positions: '{slots}' },
  });
  it('is no dial of the strategy, and no axis', () => {
    expect(usedDials(strategy)).toEqual(['days', 'slots']);
    const doubted = { name: '', universe: 'u', request: { strategy, benchmark: 'IX' } };
    const made = studyFromSheet('terrain', doubted);
    expect(
      made.ok && 'axes' in made.study && made.study.axes.map((axis) => 'dial' in axis && axis.dial),
    ).toEqual(['days', 'slots']);
  });
});
