// Universes: made in four ways, changed in the store, each change undone.

import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { changeSpell } from '../model/market/members.ts';
import { membersOf, newUniverse, readUniverse } from '../model/market/new-universe.ts';
import type { StoredListing, StoredUniverse } from '../model/rows.ts';

vi.mock('sonner', () => ({ toast: Object.assign(vi.fn(), { error: vi.fn() }) }));
const { database } = await import('../store/database.ts');
const { addUniverse, changeMembers, removeUniverse, renameUniverse } = await import(
  '../store/market/actions.ts'
);
const { takeBack, useActs } = await import('../store/undo.ts');
const { onMarketChange } = await import('../store/tabs.ts');

const listing = (symbol: string, kind: StoredListing['kind'], group: string): StoredListing => ({
  symbol,
  name: symbol,
  kind,
  group,
  source: 'files',
  block: symbol,
  first: 1,
  last: 9,
  count: 9,
});
const listings = [
  listing('ABE', 'stock', 'Tide power'),
  listing('BAL', 'stock', 'Post'),
  listing('FUN', 'fund', 'Index funds'),
];
const one: StoredUniverse = { id: 'one', name: 'One', members: [{ symbol: 'ABE', from: 1, to: 5 }] };
const two: StoredUniverse = { id: 'two', name: 'Two', members: [{ symbol: 'BAL' }] };
const market = { listings, listed: listings, universes: [one, two], quality: undefined };
const fresh = newUniverse(market.universes);
const symbolsOf = (made: Partial<typeof fresh>) => {
  const { members, unknown } = membersOf({ ...fresh, ...made }, market);
  return { symbols: members.map(({ symbol }) => symbol), unknown };
};

describe('a new universe', () => {
  it('is of what instruments are, among those in the list', () => {
    const filter = { ...fresh.filter, kind: 'stock' };
    expect(symbolsOf({ filter }).symbols).toEqual(['ABE', 'BAL']);
    expect(symbolsOf({ filter: { ...filter, group: 'Post' } }).symbols).toEqual(['BAL']);
    // What has not been measured yet passes no number that is asked for.
    expect(symbolsOf({ filter: { ...filter, years: '3' } }).symbols).toEqual([]);
  });

  it('is of symbols as they are pasted, and names the unknown', () => {
    expect(symbolsOf({ way: 'paste', pasted: 'bal, "GHOST"\nABE' })).toEqual({
      symbols: ['BAL', 'ABE'],
      unknown: ['GHOST'],
    });
  });

  it('is of a file, with what the market lacks left out', () => {
    const file = readUniverse('symbol,from,to\nABE,2015-01-02,2015-03-02\nGHOST,,\n', 'u.csv');
    expect(file.problems).toEqual([]);
    expect(symbolsOf({ way: 'file', file })).toEqual({ symbols: ['ABE'], unknown: ['GHOST'] });
    expect(readUniverse('symbol,from\nABE,soon\n', 'u.csv').problems).toEqual([
      'line 2: “soon” is no date; write YYYY-MM-DD',
    ]);
  });

  it('is of two others, day by day', () => {
    expect(symbolsOf({ way: 'combine', how: 'or' }).symbols.sort()).toEqual(['ABE', 'BAL']);
    expect(symbolsOf({ way: 'combine', how: 'and' }).symbols).toEqual([]);
    expect(symbolsOf({ way: 'combine', how: 'minus' }).symbols).toEqual(['ABE']);
  });
});

describe('a universe in the store', () => {
  const stored = (id: string) => database.universes.get(id);
  beforeEach(async () => {
    await database.universes.clear();
    await database.universes.bulkPut([{ ...one, source: 'Skerry' }, two]);
    useActs.setState({ market: { done: [], undone: [] } });
  });

  it('is made and unmade', async () => {
    const id = 'three';
    await addUniverse(id, 'Three', [{ symbol: 'FUN' }]);
    expect((await stored(id))?.members).toEqual([{ symbol: 'FUN' }]);
    await takeBack('market');
    expect(await stored(id)).toBeUndefined();
  });

  it('changes from what the store has now, is then the trader’s own, and goes back with its source', async () => {
    await database.universes.update('one', { members: [...one.members, { symbol: 'FUN' }] });
    await changeMembers(one, (now) => now.filter(({ symbol }) => symbol !== 'ABE'), 'ABE is out.');
    expect(await stored('one')).toEqual({ id: 'one', name: 'One', members: [{ symbol: 'FUN' }] });
    await takeBack('market');
    expect((await stored('one'))?.members).toEqual([...one.members, { symbol: 'FUN' }]);
    expect((await stored('one'))?.source).toBe('Skerry');
  });

  it('takes changes of one member that follow each other before one is read back', async () => {
    const twice = [
      { symbol: 'ABE', from: 1, to: 5 },
      { symbol: 'BAL' },
      { symbol: 'ABE', from: 7, group: 'Post' },
    ] as const;
    await database.universes.update('one', { members: twice });
    const [, , again] = twice;
    const put = (change: Parameters<typeof changeSpell>[3]) =>
      changeMembers(one, (now) => changeSpell(now, twice, again, change), 'ABE is changed.');
    await Promise.all([put((its) => ({ ...its, from: 8 })), put((its) => ({ ...its, group: '' }))]);
    expect((await stored('one'))?.members).toEqual([twice[0], twice[1], { symbol: 'ABE', from: 8 }]);
    await expect(put((its) => ({ ...its, to: 3 }))).rejects.toThrow('before it joins');
    await put(() => undefined);
    expect((await stored('one'))?.members).toEqual([twice[0], twice[1]]);
    // It is gone, as after a second click; the one that is left of the symbol is another.
    const [first] = twice;
    await changeMembers(one, (now) => [...now, again], 'ABE is back.');
    const removeFirst = () =>
      changeMembers(one, (now) => changeSpell(now, twice, first, () => undefined), 'ABE is removed.');
    await removeFirst();
    await expect(removeFirst()).rejects.toThrow('ABE is no member any more');
    expect((await stored('one'))?.members).toEqual([twice[1], again]);
    await takeBack('market');
    await takeBack('market');
    await expect(put((its) => ({ ...its, to: 9 }))).rejects.toThrow('ABE is no member any more');
  });

  it('keeps a name that was given between a change and its undoing', async () => {
    await changeMembers(one, () => [], 'All are out.');
    await database.universes.update('one', { name: 'Named since' });
    await takeBack('market');
    expect(await stored('one')).toMatchObject({ name: 'Named since', members: one.members });
  });

  it('is renamed and deleted, and both are undone; an empty name is none', async () => {
    await renameUniverse(two, '  ');
    expect((await stored('two'))?.name).toBe('Two');
    await renameUniverse(two, 'Second');
    expect((await stored('two'))?.name).toBe('Second');
    await takeBack('market');
    await removeUniverse(two);
    expect(await stored('two')).toBeUndefined();
    await takeBack('market');
    expect(await stored('two')).toEqual(two);
  });

  it('lets what is in memory of the market be read anew', async () => {
    const heard = vi.fn();
    const deaf = onMarketChange(heard);
    await renameUniverse(two, 'Second');
    expect(heard).toHaveBeenCalledOnce();
    await takeBack('market');
    expect(heard).toHaveBeenCalledTimes(2);
    deaf();
    await renameUniverse(two, 'Third');
    expect(heard).toHaveBeenCalledTimes(2);
  });
});
