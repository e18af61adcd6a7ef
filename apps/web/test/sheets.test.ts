// @vitest-environment jsdom
// What a trader does to sheets: made, edited, copied, deleted and brought back, and found again by the next start.

import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { LogEntry } from '../model/logbook/entry.ts';
import { textOf } from '../model/sheet/sheet.ts';

vi.mock('sonner', () => ({ toast: Object.assign(vi.fn(), { error: vi.fn() }) }));

const { database } = await import('../store/database.ts');
const { useActs, takeBack, doAgain } = await import('../store/undo.ts');
const { useSheets, openedSheet, livingSheets } = await import('../store/sheets/state.ts');
const { loadSheets } = await import('../store/sheets/load.ts');
const { closeTab, openSheet } = await import('../store/sheets/keep.ts');
const actions = await import('../store/sheets/actions.ts');

const EMPTY = { done: [], undone: [] };
const names = () => livingSheets().map(({ draft }) => textOf(draft, 'name'));
const openName = () => textOf(openedSheet()?.draft ?? {}, 'name');
const settled = (check: () => Promise<void> | void) => vi.waitFor(check, { timeout: 60_000 });

beforeEach(async () => {
  await Promise.all([database.sheets.clear(), database.logbook.clear(), database.settings.clear()]);
  useSheets.setState({ all: undefined, openId: undefined, tabs: [], saveProblem: undefined });
  useActs.setState({ market: EMPTY, strategies: EMPTY, runs: EMPTY, studies: EMPTY, blends: EMPTY });
  await loadSheets(undefined);
});

// What is put down beside the store is taken away when the store has it.
afterEach(() => settled(() => expect(Object.keys(localStorage)).toEqual([])));

describe('a first start', () => {
  it('opens a sheet that is kept', async () => {
    expect(names()).toEqual(['High ground']);
    await settled(async () => expect(await database.sheets.count()).toBe(1));
  });
});

describe('edits of the open sheet', () => {
  it('are its own steps, undone and done again', () => {
    actions.editField('name', 'Ebb');
    actions.editFields({ 'limits.positions': '7', 'account.capital': '5000' });
    expect(textOf(openedSheet()?.draft ?? {}, 'limits.positions')).toBe('7');
    actions.undoEdit();
    expect(textOf(openedSheet()?.draft ?? {}, 'account.capital')).not.toBe('5000');
    expect(openName()).toBe('Ebb');
    actions.redoEdit();
    expect(textOf(openedSheet()?.draft ?? {}, 'account.capital')).toBe('5000');
  });

  it('may be another variant, which keeps the sheet’s name', () => {
    actions.editField('name', 'Ebb');
    actions.bringBack({ name: 'Another', 'limits.positions': '3' });
    expect(openName()).toBe('Ebb');
    expect(textOf(openedSheet()?.draft ?? {}, 'limits.positions')).toBe('3');
  });
});

describe('a sheet', () => {
  it('is made, undone and made again', async () => {
    actions.beginSheet({ name: 'Ebb' });
    expect([names(), openName()]).toEqual([['High ground', 'Ebb'], 'Ebb']);
    await takeBack('strategies');
    expect([names(), openName()]).toEqual([['High ground'], 'High ground']);
    await doAgain('strategies');
    expect(openName()).toBe('Ebb');
  });

  it('is deleted with the one beside it in its place, and comes back', async () => {
    actions.beginSheet({ name: 'Ebb' });
    actions.removeSheet();
    expect([names(), openName()]).toEqual([['High ground'], 'High ground']);
    await takeBack('strategies');
    expect(openName()).toBe('Ebb');
  });

  it('that was the last leaves a new one open', () => {
    actions.removeSheet();
    expect(names()).toEqual(['High ground']);
    expect(openedSheet()?.deleted).toBeUndefined();
  });

  it('is copied with its logbook', async () => {
    const sheet = openedSheet()?.id ?? '';
    await database.logbook.put({ id: 'e', sheet, key: 'k', at: 1 } as LogEntry);
    // Rows that are no whole entries are set aside; the copy is of what can be read.
    await actions.duplicateSheet();
    expect(openName()).toBe('High ground copy');
    expect(names()).toEqual(['High ground', 'High ground copy']);
  });
});

describe('tabs', () => {
  it('are closed with their neighbour opened, and the last one stays', () => {
    const first = openedSheet()?.id ?? '';
    actions.beginSheet({ name: 'Ebb' });
    const second = openedSheet()?.id ?? '';
    closeTab(second);
    expect([openedSheet()?.id, useSheets.getState().tabs]).toEqual([first, [first]]);
    closeTab(first);
    expect(openedSheet()?.id).toBe(first);
    openSheet(second);
    expect(useSheets.getState().tabs).toEqual([first, second]);
  });
});

describe('the next start', () => {
  const again = async (wanted?: string): Promise<void> => {
    await settled(async () => expect(await database.sheets.count()).toBe(livingSheets().length));
    useSheets.setState({ all: undefined, openId: undefined, tabs: [] });
    await loadSheets(wanted);
  };

  it('finds the sheets, and opens the one that is asked for', async () => {
    const first = openedSheet()?.id ?? '';
    actions.beginSheet({ name: 'Ebb' });
    await again(first);
    expect([names().sort(), openName()]).toEqual([['Ebb', 'High ground'], 'High ground']);
  });

  it('opens the last tab when nothing, or what is not there, is asked for', async () => {
    actions.beginSheet({ name: 'Ebb' });
    await settled(async () => expect((await database.settings.get('open sheets'))?.value).toHaveLength(2));
    await again('no such sheet');
    expect(openName()).toBe('Ebb');
  });

  it('counts what was looked at behind the veil', async () => {
    actions.openHoldout();
    await settled(async () => {
      const [kept] = await database.sheets.toArray();
      expect(kept?.openings).toHaveLength(1);
    });
  });
});
