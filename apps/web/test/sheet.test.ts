// The sheet as a document: edits, undo, and its reading as a strategy and back.

import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readStrategyFile } from '@plateau/files';
import { describe, expect, it } from 'vitest';
import { fields } from '../features/strategies/sheet/fields.ts';
import { draftFrom, readDraft } from '../features/strategies/sheet/read.ts';
import { edit, redo, type Sheet, stateOf, textOf, undo } from '../features/strategies/sheet/sheet.ts';
import { packBars, unpackBars } from '../store/bar-block.ts';

const fresh: Sheet = { id: 's', draft: {}, past: [], future: [], created: 0 };

describe('edits', () => {
  it('of one field in one burst are one step of undo; a pause or another field begins a new one', () => {
    let sheet = edit(fresh, 'name', 'T', 0, 'a');
    sheet = edit(sheet, 'name', 'Ti', 200, 'b');
    sheet = edit(sheet, 'name', 'Tide', 5000, 'c');
    sheet = edit(sheet, 'limits.positions', '8', 5100, 'd');
    expect(sheet.past.map((step) => step.id)).toEqual(['a', 'c', 'd']);
    const back = undo(undo(sheet));
    expect([textOf(back.draft, 'name'), textOf(back.draft, 'limits.positions'), stateOf(back)]).toEqual([
      'Ti',
      '10',
      'a',
    ]);
    expect(redo(redo(back)).draft).toEqual(sheet.draft);
    expect(undo(undo(undo(back))).past).toEqual([]);
  });

  it('after an undo drop what could be redone', () => {
    const sheet = edit(undo(edit(fresh, 'name', 'A', 0, 'a')), 'name', 'B', 100, 'b');
    expect(sheet.future).toEqual([]);
    expect(textOf(undo(sheet).draft, 'name')).toBe('Untitled');
  });
});

describe('reading', () => {
  const golden = join(import.meta.dirname, '../../cli/test/golden');
  it.each(readdirSync(golden).filter((name) => /^\d\d-/.test(name)))(
    'golden strategy %s comes back whole through a sheet',
    (name) => {
      const read = readStrategyFile(readFileSync(join(golden, name, 'strategy.json'), 'utf8'), name);
      if (!read.ok) throw new Error(JSON.stringify(read.problems));
      const again = readDraft(draftFrom(read.value));
      if (!again.ok) throw new Error(JSON.stringify(again.problems));
      expect(again.request.strategy).toEqual(read.value);
    },
  );

  it.each([
    ['limits.positions', 'ten', 'limits.positions: “ten” is no number; write one such as 1.5.'],
    ['limits.positions', '2.5', 'limits.positions: “limits.positions” must be an integer'],
    ['account.capital', '0', 'account.capital: “account.capital” must be greater than 0'],
    ['from', '2020', 'from: “2020” is no date; write YYYY-MM-DD.'],
    ['dials', 'pull: 7', 'dials: “pull: 7” is no dial; write: pull = 7, 2 to 10 step 1'],
  ])('%s = %s tells its fault at the field', (key, text, message) => {
    const read = readDraft({ [key]: text });
    expect(read.ok ? [] : read.problems.map((p) => `${p.path}: ${p.message}`)).toEqual([message]);
  });

  it('of an untouched sheet gives a strategy that can run', () => {
    expect(readDraft({}).ok).toBe(true);
    expect(new Set(fields.map((field) => field.key)).size).toBe(fields.length);
  });
});

describe('bars as a block', () => {
  it.each([[false], [true]])('come back as they were (factor: %s)', (withFactor) => {
    const column = (k: number): Float64Array => Float64Array.from([1.5 * k, 2.5, 3.25]);
    const bars = {
      day: Int32Array.from([10, 11, 14]),
      open: column(1),
      high: column(2),
      low: column(3),
      close: column(4),
      volume: column(5),
      ...(withFactor ? { factor: column(6) } : {}),
    };
    expect(unpackBars(packBars(bars))).toEqual(bars);
  });
});
