// Blocks of bars by the listings that name them. The workers that read thousands start with this alone: rows are looked at by
// hand here, and held against their schemas where they are shown.

import { isBlock } from '@plateau/core';
import type { StoredBlock, StoredListing } from '@/model/rows.ts';
import { rowsByKey } from './by-key.ts';
import { database } from './database.ts';

export type NamedBlock = Pick<StoredListing, 'symbol' | 'block'>;

const RANDOM = /[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/;

/** Whether a block is never written again under its id. Those of sources were, before each had an id of its own. */
export const isWrittenOnce = (id: string): boolean => RANDOM.test(id);

/** The names of instruments' blocks; one that is not listed, or whose row cannot be read, is left out. */
export async function blockNames(symbols: readonly string[]): Promise<NamedBlock[]> {
  const rows: readonly (Partial<NamedBlock> | undefined)[] = await rowsByKey(database.listings, symbols);
  return rows.flatMap(({ symbol, block } = {}) =>
    typeof symbol === 'string' && typeof block === 'string' ? { symbol, block } : [],
  );
}

/** The blocks that listings name. One that is none is as good as gone: its instrument has no bars. */
export async function readBlocks(named: readonly NamedBlock[]): Promise<(StoredBlock | undefined)[]> {
  const rows = await database.blocks.bulkGet(named.map(({ block }) => block));
  // An update gives an instrument another block: the listing may have been read before it, and the block after.
  const gone = named.filter((_one, k) => rows[k] === undefined).map(({ symbol }) => symbol);
  const now = gone.length > 0 ? await blockNames(gone) : [];
  const moved = new Map(now.map(({ symbol, block }) => [symbol, block]));
  return Promise.all(
    named.map(async ({ symbol }, k) => {
      const row = rows[k] ?? (await database.blocks.get(moved.get(symbol) ?? ''));
      return isBlock(row?.block) ? row : undefined;
    }),
  );
}
