// Bars as runs, charts and checks see them: as stored, with the trader's repairs laid over.

import { type Bars, isBlock, repairedBars, unpackBars } from '@plateau/core';
import type { StoredListing, StoredRepair } from '@/model/rows.ts';
import { database } from './database.ts';
import { readWhere } from './read.ts';

/** Bars by symbol; a listing whose block is gone is left out. */
export async function readBars(listings: readonly StoredListing[]): Promise<Map<string, Bars>> {
  const symbols = listings.map(({ symbol }) => symbol);
  const [blocks, repairs] = await Promise.all([
    database.blocks.bulkGet(listings.map(({ block }) => block)),
    readWhere('repairs', 'symbol', symbols),
  ]);
  const bySymbol = repairsBySymbol(repairs);
  return new Map(
    listings.flatMap(({ symbol }, k) => {
      const block = blocks[k]?.block;
      // A block that is none is as good as gone: its instrument has no bars.
      return isBlock(block)
        ? [[symbol, repairedBars(unpackBars(block), bySymbol.get(symbol) ?? [])] as const]
        : [];
    }),
  );
}

export function repairsBySymbol(repairs: readonly StoredRepair[]): ReadonlyMap<string, StoredRepair[]> {
  const bySymbol = new Map<string, StoredRepair[]>();
  for (const repair of repairs) {
    const its = bySymbol.get(repair.symbol);
    if (its) its.push(repair);
    else bySymbol.set(repair.symbol, [repair]);
  }
  return bySymbol;
}
