// A store of the version before: its sheets, logbook and runs are rewritten once, and sound rows stay as they were.

import type { StoredRun } from '@/model/rows.ts';
import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { expect, it } from 'vitest';

it('is taken over with exits under their name of today, and odd rows untouched', async () => {
  const before = new Dexie('plateau');
  before.version(6).stores({
    listings: 'symbol, kind',
    universes: 'id',
    sheets: 'id',
    settings: 'key',
    blocks: 'id',
    layouts: 'shape',
    repairs: 'id, symbol',
    logbook: 'id, sheet',
    runs: 'id',
  });
  await before.open();
  await before.table('sheets').put({
    id: 's',
    draft: { name: 'Tide', 'long.leave': 'never' },
    past: [],
    future: [],
    created: 1,
  });
  await before.table('sheets').put({ id: 'odd', draft: 7 });
  await before.table('logbook').put({ id: 'e', sheet: 's', key: '[["long.leave","never"]]', draft: {} });
  const strategy = { name: 'Tide', long: { enter: 'always', leave: 'never' } };
  await before.table('runs').put({ id: 'r', request: { strategy } });
  before.close();

  const { database } = await import('../store/database.ts');
  await database.open();
  expect((await database.sheets.get('s'))?.draft).toEqual({ name: 'Tide', 'long.exit': 'never' });
  expect(await database.table('sheets').get('odd')).toMatchObject({ id: 'odd', draft: 7 });
  expect((await database.logbook.get('e'))?.key).toBe('[["long.exit","never"]]');
  expect(((await database.runs.get('r')) as StoredRun | undefined)?.request.strategy.long).toEqual({
    enter: 'always',
    exit: 'never',
  });
});
