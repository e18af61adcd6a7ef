// The sheet as a document: edits, undo, and its reading as a strategy and back.

import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { packBars, unpackBars } from '@plateau/core';
import { readStrategyFile } from '@plateau/files';
import { describe, expect, it } from 'vitest';
import { fields } from '../model/sheet/fields.ts';
import { draftFrom, holdoutFrom, isOpened, readDraft, runKey } from '../model/sheet/read.ts';
import {
  edit,
  editInBurst,
  editMany,
  redo,
  type Sheet,
  stateOf,
  textOf,
  undo,
} from '../model/sheet/sheet.ts';

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

  it('there and back in one burst leave no step behind; with a pause between, or in a hand that holds, they do', () => {
    const first = edit(fresh, 'name', 'Tide', 0, 'a');
    const there = edit(first, 'account.capital', '50000', 5000, 'b');
    const initial = textOf(fresh.draft, 'account.capital');
    const back = edit(there, 'account.capital', initial, 5200, 'c');
    expect([back.past, stateOf(back)]).toEqual([first.past, 'a']);
    expect(textOf(back.draft, 'account.capital')).toBe(initial);
    expect(edit(there, 'account.capital', initial, 9000, 'c').past.map(({ id }) => id)).toEqual([
      'a',
      'b',
      'c',
    ]);
    const held = editInBurst(there, { 'account.capital': initial }, 5200, 'c', true);
    expect(held.past.map(({ id }) => id)).toEqual(['a', 'b']);
  });

  it('after an undo drop what could be redone', () => {
    const sheet = edit(undo(edit(fresh, 'name', 'A', 0, 'a')), 'name', 'B', 100, 'b');
    expect(sheet.future).toEqual([]);
    expect(textOf(undo(sheet).draft, 'name')).toBe('Untitled');
  });
});

describe('what one hand moves', () => {
  it('is one step while it is held, however long it rests; let go, a pause begins another', () => {
    const first = editMany(fresh, { 'limits.positions': '8', 'account.capital': '1000' }, 0, 'a');
    const slide = (sheet: Sheet, n: string, now: number, isHeld: boolean): Sheet =>
      editInBurst(sheet, { 'limits.positions': n, 'account.capital': `${n}00` }, now, `at ${now}`, isHeld);
    let sheet = slide(first, '9', 5000, false);
    sheet = slide(sheet, '11', 9000, true);
    sheet = slide(sheet, '12', 20_000, true);
    expect(sheet.past).toHaveLength(2);
    expect(undo(sheet).draft).toEqual(first.draft);
    expect(redo(undo(sheet)).draft).toEqual(sheet.draft);
    expect(slide(sheet, '13', 30_000, false).past).toHaveLength(3);
    expect(edit(sheet, 'name', 'Tide', 20_100, 'n').past).toHaveLength(3);
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
    [
      'limits.positions',
      'ten',
      'limits.positions: “ten” is no number; write one such as 1.5, 10,000 or 10k.',
    ],
    ['limits.positions', '2.5', 'limits.positions: “Slots” must be a whole number.'],
    ['account.capital', '0', 'account.capital: “Capital” must be greater than 0.'],
    ['size.percent', '', 'size.percent: Percent is empty; without it nothing can be worked out.'],
    ['from', '2020', 'from: “2020” is no date; write YYYY-MM-DD.'],
    ['dials', 'pull: 7', 'dials: “pull: 7” is no dial; write: pull = 7, 2 to 10 step 1'],
  ])('%s = %s tells its fault at the field', (key, text, message) => {
    const method = key === 'size.percent' ? 'percent-of-equity' : 'equal-slots';
    const read = readDraft({ 'size.method': method, [key]: text });
    expect(read.ok ? [] : read.problems.map((p) => `${p.path}: ${p.message}`)).toEqual([message]);
  });

  it('of a strategy without a stop leaves the numbers of one ready for when it is chosen', () => {
    const plain = readDraft({});
    if (!plain.ok) throw new Error('the untouched sheet reads');
    const draft = { ...draftFrom(plain.request.strategy), 'long.stops.trail.form': 'atr' };
    const read = readDraft(draft);
    expect(read.ok && read.request.strategy.long?.stops.trail).toEqual({ atr: 14, times: 3 });
  });

  it('takes a dial where a number stands, and gives it back', () => {
    const draft = {
      dials: 'slots = 6, 2 to 20 step 2',
      'limits.positions': '{slots}',
      'account.capital': '{slots}',
      'long.rotate': 'on',
      'long.rotate.review': 'every',
      'long.rotate.review.every': '{slots}',
      'long.rotate.hold': '{slots}',
      'costs.cashRate': '{slots}',
    };
    const read = readDraft(draft);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    const { strategy } = read.request;
    expect(strategy.limits.positions).toBe(6);
    expect(strategy.long?.rotate).toMatchObject({ review: { every: 6 }, hold: 6 });
    expect(strategy.costs.cashRate).toBe(6);
    expect(draftFrom(strategy)).toMatchObject(draft);
  });

  it('tells a dial that is not there at its field', () => {
    const read = readDraft({ 'limits.positions': '{slots}' });
    expect(read).toEqual({
      ok: false,
      problems: [
        {
          path: 'limits.positions',
          message: expect.stringContaining('“Slots” is {slots}, but there is no such dial'),
        },
      ],
    });
  });

  it('of an untouched sheet gives a strategy that can run', () => {
    expect(readDraft({}).ok).toBe(true);
    expect(new Set(fields.map((field) => field.key)).size).toBe(fields.length);
  });
});

describe('the veil', () => {
  const heldOut: Sheet = { ...fresh, draft: { veil: '2019-01-01' } };
  const split = 17_897;
  const request = (draft: Record<string, string>, opened: boolean) => {
    const read = readDraft(draft, opened);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    const { from, to, splitAt } = read.request;
    return { from, to, splitAt };
  };

  it('ends the run the day before, or at an earlier last day', () => {
    expect(request(heldOut.draft, false)).toEqual({ to: split - 1 });
    expect(request({ veil: '2019-01-01', to: '2018-12-01' }, false).to).toBe(split - 31);
  });

  it('splits the run once it is opened', () => {
    expect(request(heldOut.draft, true)).toEqual({ splitAt: split });
    expect(request({ veil: '2019-01-01', to: '2020-12-31' }, true).splitAt).toBe(split);
  });

  it('falls again with the next change, and is up for the very variant that was opened', () => {
    const opened: Sheet = { ...heldOut, openings: [{ key: runKey(heldOut.draft), at: 0 }] };
    expect([isOpened(heldOut), isOpened(opened)]).toEqual([false, true]);
    expect([holdoutFrom(heldOut), holdoutFrom(opened), holdoutFrom(fresh)]).toEqual([
      split,
      Infinity,
      Infinity,
    ]);
    const changed = edit(opened, 'limits.positions', '9', 0, 'x');
    expect(isOpened(changed)).toBe(false);
    expect(isOpened(undo(changed))).toBe(true);
    expect(isOpened(edit(opened, 'name', 'Another name', 0, 'x'))).toBe(true);
  });
});

describe('several fields at once', () => {
  it('are one step, and nothing when nothing changes', () => {
    const sheet = editMany(fresh, { dials: 'pull = 7', 'long.enter': 'close > {pull}-day average' }, 0, 'a');
    expect(sheet.past).toHaveLength(1);
    expect(undo(sheet).draft).toEqual({ dials: '', 'long.enter': textOf({}, 'long.enter') });
    expect(editMany(sheet, { dials: 'pull = 7' }, 0, 'b')).toBe(sheet);
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
