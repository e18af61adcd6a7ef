// Bars as runs, charts and checks see them: as stored, with the trader's repairs laid over.

import { type Bars, repairedBars } from '@plateau/core';
import { unpackBars } from './bar-block.ts';
import { database, type StoredListing, type StoredRepair } from './database.ts';

/** Bars by symbol; a listing whose block is gone is left out. */
export async function readBars(listings: readonly StoredListing[]): Promise<Map<string, Bars>> {
  const symbols = listings.map(({ symbol }) => symbol);
  const [blocks, repairs] = await Promise.all([
    database.blocks.bulkGet(listings.map(({ block }) => block)),
    database.repairs.where('symbol').anyOf(symbols).toArray(),
  ]);
  const bySymbol = repairsBySymbol(repairs);
  return new Map(
    listings.flatMap(({ symbol }, k) => {
      const block = blocks[k]?.block;
      return block ? [[symbol, repairedBars(unpackBars(block), bySymbol.get(symbol) ?? [])] as const] : [];
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
