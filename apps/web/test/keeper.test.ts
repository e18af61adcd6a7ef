// The queue that puts sheets into the store as they are typed.

import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { edit, type Sheet, textOf } from '../model/sheet/sheet.ts';
import { database } from '../store/database.ts';
import { Keeper } from '../store/sheets/keeper.ts';

const fresh = (name: string): Sheet => ({ id: 's', draft: { name }, past: [], future: [], created: 1 });
const typed = (sheet: Sheet, key: string, text: string): Sheet =>
  edit(sheet, key, text, Date.now(), crypto.randomUUID());

/** A tab with one sheet: what it holds, and what it was told. */
function tab(first: Sheet) {
  const held = { sheet: first };
  const problems: (string | undefined)[] = [];
  const conflicts: (readonly string[])[] = [];
  const keeper = new Keeper({
    table: 'sheets',
    now: () => held.sheet,
    take: (sheet) => {
      held.sheet = sheet;
    },
    problem: (message) => problems.push(message),
    conflict: (_sheet, fields) => conflicts.push(fields),
  });
  const type = (key: string, text: string): void => {
    held.sheet = typed(held.sheet, key, text);
    keeper.keep('s');
  };
  return { held, keeper, problems, conflicts, type };
}

const stored = () => database.sheets.get('s');
/** Waits for a state, however busy the machine is. */
const until = (check: () => Promise<void> | void) => vi.waitFor(check, { timeout: 60_000 });
const inStore = (name: string) => until(async () => expect((await stored())?.draft.name).toBe(name));

beforeEach(async () => {
  vi.restoreAllMocks();
  await database.sheets.clear();
});

describe('a sheet that is typed in', () => {
  it('is in the store with a revision that counts its writings', async () => {
    const { type } = tab(fresh('Tide'));
    type('name', 'Ebb');
    await inStore('Ebb');
    expect((await stored())?.revision).toBe(1);
    type('name', 'Flood');
    await inStore('Flood');
    expect((await stored())?.revision).toBe(2);
  });

  it('is written once more after a writing, with its newest state alone, however much was typed meanwhile', async () => {
    const puts = vi.spyOn(database.sheets, 'put');
    const { type } = tab(fresh('Tide'));
    for (const name of ['A', 'AB', 'ABC', 'ABCD']) type('name', name);
    await inStore('ABCD');
    expect(puts.mock.calls.map(([sheet]) => sheet.draft.name)).toEqual(['A', 'ABCD']);
  });

  it('tells what a failed writing says, keeps the text, and tells that all is well after the next', async () => {
    const { type, held, problems } = tab(fresh('Tide'));
    const full = Object.assign(new Error('no room'), { name: 'QuotaExceededError' });
    vi.spyOn(database.sheets, 'put').mockRejectedValueOnce(full);
    type('name', 'Ebb');
    await until(() => expect(problems).toContain('the disk or the browser’s share of it is full'));
    expect(textOf(held.sheet.draft, 'name')).toBe('Ebb');
    expect(await stored()).toBeUndefined();
    type('notes', 'again');
    await inStore('Ebb');
    await until(() => expect(problems.at(-1)).toBeUndefined());
  });
});

describe('two tabs on one sheet', () => {
  async function both() {
    const one = tab(fresh('Tide'));
    one.type('notes', 'begun');
    await until(async () => expect((await stored())?.draft.notes).toBe('begun'));
    const sheet = (await stored()) as Sheet;
    const two = tab(sheet);
    one.keeper.knows(sheet);
    two.keeper.knows(sheet);
    one.held.sheet = sheet;
    return { one, two };
  }

  it('put together what each typed into other fields', async () => {
    const { one, two } = await both();
    one.type('name', 'Ebb');
    await inStore('Ebb');
    two.type('account.capital', '5000');
    await until(async () =>
      expect((await stored())?.draft).toMatchObject({ name: 'Ebb', 'account.capital': '5000' }),
    );
    await until(() => expect(two.held.sheet.draft.name).toBe('Ebb'));
    expect(two.conflicts).toEqual([]);
    await one.keeper.hear('s');
    expect(one.held.sheet.draft['account.capital']).toBe('5000');
  });

  it('tell a field that both changed; the later one stands', async () => {
    const { one, two } = await both();
    one.type('name', 'Ebb');
    await inStore('Ebb');
    two.type('name', 'Flood');
    await inStore('Flood');
    await until(() => expect(two.conflicts).toEqual([['name']]));
  });

  it('hear nothing new of what they wrote themselves', async () => {
    const { one } = await both();
    one.type('name', 'Ebb');
    await inStore('Ebb');
    const before = one.held.sheet;
    await one.keeper.hear('s');
    expect(one.held.sheet).toBe(before);
  });
});
