// Rows by their keys: however they are asked for, the same rows in the same order.

import 'fake-indexeddb/auto';
import Dexie, { type Table } from 'dexie';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { rowsByKey } from '../store/by-key.ts';

interface Row {
  readonly symbol: string;
  readonly place: number;
}

const store = new Dexie('by key');
store.version(1).stores({ rows: 'symbol' });
const table: Table<Row, string> = store.table('rows');
const ALL = Array.from({ length: 400 }, (_none, place): Row => ({ symbol: `W${place}`, place }));
const keysOf = (rows: readonly Row[]) => rows.map(({ symbol }) => symbol);

beforeAll(async () => {
  await table.bulkPut(ALL);
});
afterAll(() => store.delete());

describe('rows by their keys', () => {
  it('are those the store has under each key, in the order asked, with nothing for a key it does not have', async () => {
    const key = fc.oneof(fc.constantFrom(...keysOf(ALL)), fc.string({ unit: 'grapheme' }));
    await fc.assert(
      fc.asyncProperty(fc.array(key, { maxLength: 200 }), async (keys) => {
        expect(await rowsByKey(table, keys)).toEqual(await table.bulkGet(keys));
      }),
      { numRuns: cases(40) },
    );
  });

  it('are asked for in one go where most are wanted, and each by itself where few are', async () => {
    const each = vi.spyOn(table, 'bulkGet');
    const most = keysOf(ALL).slice(100);
    expect(keysOf((await rowsByKey(table, most)) as Row[])).toEqual(most);
    expect(each).not.toHaveBeenCalled();
    const few = keysOf(ALL).filter((_symbol, k) => k % 5 === 0);
    expect(keysOf((await rowsByKey(table, few)) as Row[])).toEqual(few);
    expect(each).toHaveBeenCalledOnce();
  });
});
