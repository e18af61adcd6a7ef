// One sheet in two tabs: nothing that either typed is lost.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { changedFields, mergeSheets } from '../model/sheet/merge.ts';
import { type Draft, edit, type Sheet, textOf, undo } from '../model/sheet/sheet.ts';

const base: Sheet = {
  id: 's',
  draft: { name: 'High ground', 'account.capital': '100000' },
  past: [],
  future: [],
  created: 1,
  revision: 4,
};
const NOW = 10_000;
const typed = (sheet: Sheet, draft: Draft, at = 5000): Sheet =>
  Object.entries(draft).reduce(
    (s, [key, text], k) => edit(s, key, text, at + 2000 * k, `${key} ${text}`),
    sheet,
  );
const written = (sheet: Sheet): Sheet => ({ ...sheet, revision: (sheet.revision ?? 0) + 1 });
const merge = (mine: Sheet, theirs: Sheet | undefined) => mergeSheets(base, mine, theirs, NOW, 'merged');

describe('a sheet that only one tab changed', () => {
  it('is that tab’s, whichever it was', () => {
    const mine = typed(base, { name: 'Mine' });
    expect(merge(mine, base)).toEqual({ sheet: mine, conflicts: [] });
    expect(merge(mine, undefined)).toEqual({ sheet: mine, conflicts: [] });
    const theirs = written(typed(base, { name: 'Theirs' }));
    expect(merge(base, theirs)).toEqual({ sheet: theirs, conflicts: [] });
  });
});

describe('a sheet that two tabs changed', () => {
  it('has the fields of both, and no conflict where they are others', () => {
    const theirs = written(typed(base, { 'account.capital': '50000' }));
    const { sheet, conflicts } = merge(typed(base, { name: 'Mine' }), theirs);
    expect(sheet.draft).toMatchObject({ name: 'Mine', 'account.capital': '50000' });
    expect(conflicts).toEqual([]);
    expect(sheet.revision).toBe(5);
  });

  it('keeps both texts of a field that both changed: mine stands, theirs is one undo away, and it is told', () => {
    const theirs = written(typed(base, { name: 'Theirs' }));
    const { sheet, conflicts } = merge(typed(base, { name: 'Mine' }), theirs);
    expect(textOf(sheet.draft, 'name')).toBe('Mine');
    expect(conflicts).toEqual(['name']);
    expect(textOf(undo(sheet).draft, 'name')).toBe('Theirs');
  });

  it('has no conflict where both typed the same', () => {
    const theirs = written(typed(base, { name: 'Alike' }));
    expect(merge(typed(base, { name: 'Alike' }), theirs).conflicts).toEqual([]);
  });

  it('is not lost when one tab deleted what the other was typing in', () => {
    const theirs = written({ ...base, deleted: 99 });
    expect(merge(typed(base, { name: 'Mine' }), theirs).sheet.deleted).toBeUndefined();
    expect(merge(base, theirs).sheet.deleted).toBe(99);
    expect(merge({ ...base, deleted: 50 }, written(typed(base, { name: 'Theirs' }))).sheet.deleted).toBe(50);
  });

  it('counts the openings of both', () => {
    const theirs = written({ ...base, openings: [{ key: 'a', at: 1 }] });
    const mine = { ...base, openings: [{ key: 'b', at: 2 }] };
    expect(merge(mine, theirs).sheet.openings).toEqual([
      { key: 'a', at: 1 },
      { key: 'b', at: 2 },
    ]);
  });

  it('always holds every text that one of them typed into a field the other left alone', () => {
    const keys = fc.constantFrom('name', 'notes', 'long.enter', 'account.capital', 'limits.positions');
    const drafts = fc.dictionary(keys, fc.string({ maxLength: 6 }));
    fc.assert(
      fc.property(drafts, drafts, (ours, others) => {
        const mine = typed(base, ours);
        const theirs = written(typed(base, others));
        const { sheet, conflicts } = merge(mine, theirs);
        const mineChanged = changedFields(base, mine);
        const theirsChanged = changedFields(base, theirs);
        for (const [key, text] of Object.entries(mineChanged)) expect(textOf(sheet.draft, key)).toBe(text);
        for (const [key, text] of Object.entries(theirsChanged)) {
          if (!(key in mineChanged)) expect(textOf(sheet.draft, key)).toBe(text);
          else if (text !== mineChanged[key]) expect(conflicts).toContain(key);
        }
      }),
      { numRuns: cases(300) },
    );
  });
});
