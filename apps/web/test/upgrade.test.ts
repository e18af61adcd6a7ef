// Rows of earlier versions, in which an exit was called “leave”.

import { readStrategy, STRATEGY_FORMAT } from '@plateau/files';
import { describe, expect, it } from 'vitest';
import { isOpened, readDraft, runKey } from '../model/sheet/read.ts';
import { type Sheet, undo } from '../model/sheet/sheet.ts';
import { upgradeDraft, upgradeRow } from '../model/upgrade.ts';
import { readRow } from '../store/rows.ts';

const today = {
  name: 'Tide',
  universe: 'u',
  benchmark: 'KIX',
  'long.enter': 'close > 5-day average',
  'long.exit': 'close < 5-day average',
  'timing.exit': 'next-close',
};
const before = {
  name: 'Tide',
  universe: 'u',
  benchmark: 'KIX',
  'long.enter': 'close > 5-day average',
  'long.leave': 'close < 5-day average',
  'timing.leave': 'next-close',
};
const keyBefore = runKey(today).replaceAll('.exit",', '.leave",');

describe('a sheet of an earlier version', () => {
  const row = {
    id: 's',
    draft: before,
    past: [{ id: '1', at: 5, changes: [{ key: 'long.leave', from: 'never', to: before['long.leave'] }] }],
    future: [{ id: '2', at: 6, changes: [{ key: 'timing.leave', from: 'next-close', to: 'same-close' }] }],
    created: 1,
    openings: [{ key: keyBefore, at: 7 }],
  };
  const read = readRow('sheets', row);
  const sheet = (read.ok ? read.row : undefined) as Sheet;

  it('is read with its texts, its steps of undo and redo, and what was opened', () => {
    expect(read.ok).toBe(true);
    expect(sheet.draft).toEqual(today);
    expect(undo(sheet).draft['long.exit']).toBe('never');
    expect(sheet.future[0]?.changes[0]?.key).toBe('timing.exit');
    expect(keyBefore).not.toBe(runKey(today));
    expect(isOpened(sheet)).toBe(true);
  });

  it('runs what it ran', () => {
    const draft = readDraft(sheet.draft);
    expect(draft.ok && draft.request.strategy.long?.exit).toBe('close < 5-day average');
    expect(draft.ok && draft.request.strategy.timing.exit).toBe('next-close');
  });

  it('is the same when it is read twice', () => {
    expect(upgradeRow('sheets', sheet)).toEqual(sheet);
  });
});

describe('other rows of an earlier version', () => {
  it('of the logbook keep the name of their variant', () => {
    expect(upgradeRow('logbook', { key: keyBefore, draft: before, figures: {} })).toEqual({
      key: runKey(today),
      draft: today,
      figures: {},
    });
  });

  it('of kept runs have the same strategy', () => {
    const ours = readStrategy(
      {
        format: STRATEGY_FORMAT,
        name: 'kept',
        long: { enter: 'always', exit: 'never', stops: { initial: { percent: 5 } } },
        timing: { exit: 'next-close' },
      },
      's',
    );
    if (!ours.ok) throw new Error('the strategy must be sound');
    const { long, timing, ...rest } = ours.value;
    const { exit: rule, ...side } = long ?? {};
    const { exit: fill, ...enter } = timing;
    const old = { ...rest, long: { ...side, leave: rule }, timing: { ...enter, leave: fill } };
    const request = { strategy: old, benchmark: 'KIX' };
    expect(upgradeRow('runs', { id: 'r', request })).toEqual({
      id: 'r',
      request: { strategy: ours.value, benchmark: 'KIX' },
    });
  });

  it('of other tables, and what is no row, are left alone', () => {
    for (const row of [undefined, 7, 'text', null, []]) expect(upgradeRow('sheets', row)).toBe(row);
    const universe = { id: 'u', leave: 1 };
    expect(upgradeRow('universes', universe)).toBe(universe);
    expect(upgradeRow('sheets', { draft: 7, past: 'x', future: [3] })).toEqual({
      draft: 7,
      past: 'x',
      future: [3],
    });
    expect(upgradeDraft(today)).toBe(today);
  });
});
