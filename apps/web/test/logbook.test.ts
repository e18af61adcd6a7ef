// The logbook's words, its entries as JSON, and a variant brought back as one step.

import type { Figures } from '@plateau/core';
import { describe, expect, it } from 'vitest';
import { changesBetween, type LogEntry, runName } from '../model/logbook/entry.ts';
import { readEntry, writableEntry } from '../model/logbook/written-entry.ts';
import { runKey } from '../model/sheet/read.ts';
import { replaceDraft, type Sheet, stateOf, textOf, undo } from '../model/sheet/sheet.ts';

describe('what changed', () => {
  it('is said by field and by dial', () => {
    const before = { 'limits.positions': '8', dials: 'pull = 7, 2 to 10 step 1\nroom = 3', name: 'A' };
    const after = {
      'limits.positions': '10',
      dials: 'pull = 5, 2 to 10 step 1\nroom = 3\nnew = 1',
      name: 'B',
    };
    const words = changesBetween(before, after);
    expect(words).toHaveLength(3);
    expect(words[0]).toBe('slots 8 to 10 positions');
    expect(words.slice(1)).toEqual(['dial pull 7 to 5', 'dial new none to 1']);
    expect(changesBetween(before, { ...before, name: 'B', notes: 'x' })).toEqual([]);
  });

  it('is said of a switch by what it is now', () => {
    const before = { 'size.fractional': 'off', 'long.enter': 'close > 5' };
    expect(changesBetween(before, { ...before, 'size.fractional': 'on' })).toEqual([
      'fractions of shares on',
    ]);
    expect(changesBetween({ ...before, 'size.fractional': 'on' }, before)).toEqual([
      'fractions of shares off',
    ]);
  });

  it('is the condition alone, not the whole rule, and names, not ids', () => {
    const before = { 'long.enter': 'close > 50-day average and gaps up', universe: 'a' };
    const said = (after: Record<string, string>) =>
      changesBetween(before, { ...before, ...after }, (id) => `universe ${id}`);
    expect(said({ 'long.enter': 'close > 60-day average and gaps up' })).toEqual([
      'enter when: close is above 50-day average to close is above 60-day average',
    ]);
    expect(said({ 'long.enter': 'close > 50-day average' })).toEqual(['enter when: gaps up is gone']);
    expect(said({ 'long.enter': 'close > 50-day average and gaps up and close > 5' })).toEqual([
      'enter when: close is above 5 is new',
    ]);
    expect(said({ 'long.enter': 'close > 50-day average or gaps up' })).toEqual([
      'enter when: the same conditions joined otherwise',
    ]);
    expect(said({ universe: 'b' })).toEqual(['universe universe a to universe b']);
  });

  it('is nothing where a number became a dial of its value, or a rule is written otherwise', () => {
    const plain = { 'long.enter': 'close > 50-day average', 'limits.positions': '8' };
    const dialled = {
      'long.enter': 'close is above {n}-day average',
      'limits.positions': '{slots}',
      dials: 'n = 50, 20 to 90 step 10\nslots = 8',
    };
    expect(runName(dialled)).toBe(runName(plain));
    expect(runName({ ...dialled, dials: 'n = 60\nslots = 8' })).not.toBe(runName(plain));
    expect(runName({ 'limits.positions': 'eight' })).toBeUndefined();
  });

  it('names another run, while a name or note does not', () => {
    expect(runKey({ name: 'A' })).toBe(runKey({ name: 'B', notes: 'x' }));
    expect(runKey({ 'limits.positions': '8' })).not.toBe(runKey({ 'limits.positions': '9' }));
  });
});

describe('an entry', () => {
  it('comes back from JSON with its columns and its undefined figures', () => {
    const entry: LogEntry = {
      id: 'e',
      sheet: 's',
      at: 5,
      key: '[]',
      draft: { name: 'A' },
      changed: 'the first that was run',
      benchmark: 'SK60',
      figures: { cagr: 0.1, mar: Number.NaN, benchmark: { beta: Number.NaN } } as Figures,
      curve: {
        days: Int32Array.of(1, 2),
        equity: Float64Array.of(1, 1.1),
        benchmark: Float64Array.of(1, 0.9),
      },
      pinned: true,
      name: 'best',
      note: '',
    };
    expect(readEntry(JSON.parse(JSON.stringify(writableEntry(entry))))).toEqual(entry);
  });
});

describe('a variant brought back', () => {
  const sheet: Sheet = {
    id: 's',
    draft: { name: 'A', 'limits.positions': '8', seed: '2' },
    past: [],
    future: [],
    created: 0,
  };
  it('is one step, keeps the name, and can be undone', () => {
    const back = replaceDraft(sheet, { name: 'Old', 'limits.positions': '5' }, 9, 'step');
    expect(textOf(back.draft, 'limits.positions')).toBe('5');
    expect(textOf(back.draft, 'name')).toBe('A');
    expect(textOf(back.draft, 'seed')).toBe('1');
    expect([back.past.length, stateOf(back)]).toEqual([1, 'step']);
    const undone = undo(back).draft;
    expect([textOf(undone, 'limits.positions'), textOf(undone, 'seed')]).toEqual(['8', '2']);
  });
  it('that is the same changes nothing', () => {
    expect(replaceDraft(sheet, { ...sheet.draft, name: 'B' }, 9, 'step')).toBe(sheet);
  });
});
