// What is followed: what its evening asks, how it is kept, and what an evening says in words.

import 'fake-indexeddb/auto';
import type { Check, Tested } from '@plateau/core';
import { readBlend, readStrategy, writableBlend } from '@plateau/files';
import { beforeEach, describe, expect, it } from 'vitest';
import { checkWords } from '../features/runs/evening/check-words.ts';
import {
  canHold,
  eveningAskedOf,
  pastChanged,
  reasonsAskedOf,
  type StoredFollowed,
} from '../model/follow/followed.ts';
import { accountOf, type TypedAccount, typedOf } from '../model/follow/typed-account.ts';
import type { StoredBlendRun, StoredRun } from '../model/rows.ts';
import { database } from '../store/database.ts';
import { changeFollowed, follow, removeFollowed } from '../store/follow/followed.ts';
import { followedFileOf, importFollowed } from '../store/follow/followed-files.ts';
import { keepTypedAccount, readTypedAccount } from '../store/follow/typed-account.ts';
import { readAll, useSetAside } from '../store/read.ts';
import { takeBack } from '../store/undo.ts';

const written = {
  format: 'plateau-strategy/2',
  name: 'High ground',
  long: { enter: 'close is above 50-day average', exit: 'close is below 50-day average' },
  size: { method: 'equal-slots' },
  limits: { positions: 5 },
};
const read = readStrategy(written, 's');
if (!read.ok) throw new Error('the strategy is one');

const kept: StoredRun = {
  id: 'r',
  name: 'High ground',
  at: 1,
  sheet: 's',
  universe: 'u',
  universeName: 'Stocks',
  data: '',
  engine: '0.1.0',
  summary: '{"figures":{}}',
  tried: [],
  request: {
    strategy: read.value,
    benchmark: 'SK60',
    from: 100,
    to: 900,
    splitAt: 500,
    begin: 'when-filled',
  },
};
const tested: Tested = { days: 10, print: 'p', endEquity: 1, cagr: Number.NaN, maxDrawdown: 0, trades: 0 };
const followed: StoredFollowed = {
  id: 'f',
  name: 'High ground',
  at: 2,
  trusted: 800,
  engine: '0.1.0',
  tested,
  account: { kind: 'simulated' },
  fills: [],
  events: [],
  run: kept,
};

const blendOf = (form: 'apart' | 'together'): StoredBlendRun => {
  const parts =
    form === 'apart'
      ? [
          { name: 'a', share: 60, strategy: written, universe: 'u' },
          { name: 'b', share: 40, hold: 'SKALL' },
        ]
      : [{ name: 'a', share: 100, strategy: written, universe: 'u' }];
  const blend = readBlend({ format: 'plateau-blend/1', form, parts }, 'b');
  if (!blend.ok) throw new Error(JSON.stringify(blend.problems));
  const { request: _request, universe: _universe, ...rest } = kept;
  return { ...rest, blend: writableBlend(blend.value), benchmark: 'SK60', to: 900, splitAt: 500 };
};

describe('the evening of what is followed', () => {
  it('goes on past the last day of the kept run, and is not split', () => {
    const { run } = eveningAskedOf(followed);
    expect(run).toEqual({
      universe: 'u',
      request: { strategy: read.value, benchmark: 'SK60', from: 100, begin: 'when-filled' },
    });
    const blend = eveningAskedOf({ ...followed, run: blendOf('apart') });
    expect(Object.keys(blend.run)).toEqual(['blend', 'benchmark']);
    expect(reasonsAskedOf({ ...followed, run: blendOf('apart') }, 1)).toMatchObject({
      part: 1,
      benchmark: 'SK60',
    });
  });

  it('has positions of one account but for a blend of buckets', () => {
    expect([kept, blendOf('together'), blendOf('apart')].map((run) => canHold({ run }))).toEqual([
      true,
      true,
      false,
    ]);
  });

  it('asks about another past by the same engine alone', () => {
    const now = { ...tested, print: 'q' };
    expect(pastChanged(followed, now, '0.1.0')).toBe(true);
    expect(pastChanged(followed, tested, '0.1.0')).toBe(false);
    expect(pastChanged(followed, now, '0.2.0')).toBe(false);
  });

  it('has words for everything to look at', () => {
    const about = { symbol: 'KELPK', day: 20_454, concerned: true };
    const checks: Check[] = [
      { kind: 'no-benchmark', ...about },
      { kind: 'no-bar', ...about, day: Number.NEGATIVE_INFINITY },
      { kind: 'odd', finding: 'bad-tick', ...about },
      { kind: 'split', ratio: 2, ...about },
      { kind: 'leaving', ...about },
      { kind: 'event', what: 'results', ...about },
    ];
    const words = checks.map((check) => checkWords(check, 20_454));
    expect(words[1]).toContain('its last is of never');
    expect(words[4]).toBe('KELPK left its universe on 2026-01-01.');
    expect(checkWords({ kind: 'leaving', ...about }, 20_450)).toBe(
      'KELPK leaves its universe on 2026-01-01.',
    );
    for (const text of words) expect(text).toMatch(/KELPK.*\.$/);
  });
});

describe('what is typed of its account and not used', () => {
  const typed = { ...typedOf(followed), kind: 'fills', capital: '5', fills: 'date,symbol\n2026' } as const;
  const money: StoredFollowed = { ...followed, account: { kind: 'capital', capital: 5 } };
  beforeEach(() => database.settings.clear());

  it('is there again, letter by letter, until it says what is used', async () => {
    expect(await readTypedAccount(followed)).toBeUndefined();
    await keepTypedAccount(followed, typed);
    expect(await readTypedAccount(followed)).toEqual(typed);
    expect(await readTypedAccount({ ...followed, id: 'another' })).toBeUndefined();
    await keepTypedAccount(followed, typedOf(followed));
    expect(await database.settings.count()).toBe(0);
  });

  it('is of no account that came since', async () => {
    await keepTypedAccount(followed, typed);
    expect(await readTypedAccount(money)).toBeUndefined();
  });

  it('is left aside where the store holds something else', async () => {
    await keepTypedAccount(followed, typed);
    const [row] = await database.settings.toArray();
    const key = String(row?.key);
    await database.settings.put({
      key,
      value: { ...(row?.value as object), typed: { ...typed, kind: 'none' } },
    });
    expect(await readTypedAccount(followed)).toBeUndefined();
  });

  it('reads as an account once its money is one', () => {
    const of = (kind: TypedAccount['kind'], capital: string, cash: string) =>
      accountOf({ ...typed, kind, capital, cash }, []);
    expect(of('simulated', '', '')).toEqual({ kind: 'simulated' });
    expect(of('capital', '5000.5', '')).toEqual({ kind: 'capital', capital: 5000.5 });
    expect(of('fills', '0', '')).toMatch(/above 0/);
    expect(of('holdings', '', ' ')).toMatch(/0 if there is none/);
    expect(of('holdings', '', '-3')).toEqual({ kind: 'holdings', cash: -3, holdings: [] });
  });
});

describe('in the store', () => {
  beforeEach(async () => {
    await database.followed.clear();
    await database.universes.clear();
  });

  it('it is put, changed by its fields and removed, each of which can be taken back', async () => {
    const id = await follow(kept, 800, tested);
    await changeFollowed(id, 'Money.', { account: { kind: 'capital', capital: 5000 } });
    expect((await readAll('followed'))[0]?.account).toEqual({ kind: 'capital', capital: 5000 });
    await takeBack('runs');
    const [row] = await readAll('followed');
    expect(row?.account).toEqual({ kind: 'simulated' });
    if (!row) throw new Error('it is gone');
    await removeFollowed(row);
    expect(await readAll('followed')).toEqual([]);
    await takeBack('runs');
    expect(await readAll('followed')).toEqual([row]);
    await expect(changeFollowed('none', 'x', { name: 'x' })).rejects.toThrow('it is followed no more');
  });

  it('a row that is none is set aside, whatever of it is broken', async () => {
    for (const [k, broken] of [
      { trusted: 'soon' },
      { account: { kind: 'borrowed' } },
      { fills: [{ day: 1, symbol: 'A', action: 'buy', shares: 1, price: 0, costs: 0 }] },
      { run: { ...kept, request: { ...kept.request, strategy: { long: 5 } } } },
      { tested: { ...tested, print: 5 } },
    ].entries()) {
      await database.table('followed').put({ ...followed, id: `bad ${k}`, ...broken });
    }
    await database.followed.put(followed);
    expect((await readAll('followed')).map(({ id }) => id)).toEqual(['f']);
    expect(
      [...useSetAside.getState().rows.values()].filter(({ table }) => table === 'followed'),
    ).toHaveLength(5);
  });

  it('it goes out as a file and comes in again, with a universe that is not here', async () => {
    await database.universes.put({ id: 'u', name: 'Stocks', members: [{ symbol: 'KELPK' }] });
    const text = await followedFileOf(followed);
    await database.universes.clear();
    const id = await importFollowed(new File([text], 'followed.json'));
    const [row] = await readAll('followed');
    expect(row).toMatchObject({ id, name: 'High ground', trusted: 800, tested });
    expect(eveningAskedOf(row as StoredFollowed)).toEqual(eveningAskedOf(followed));
    expect(await database.universes.get('u')).toMatchObject({ members: [{ symbol: 'KELPK' }] });
    await expect(importFollowed(new File(['{}'], 'x.json'))).rejects.toThrow(
      'this is nothing followed in Plateau',
    );
  });
});
