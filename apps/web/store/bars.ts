// Bars as runs, charts and checks see them: as stored, with the trader's repairs laid over.

import { type Bars, repairedBars, unpackBars } from '@plateau/core';
import type { StoredListing, StoredRepair } from '@/model/rows.ts';
import { readBlocks } from './blocks.ts';
import { readAll, readWhere } from './read.ts';

/** Bars by symbol; a listing whose block is gone is left out. */
export async function readBars(listings: readonly StoredListing[]): Promise<Map<string, Bars>> {
  const [blocks, repairs] = await Promise.all([
    readBlocks(listings),
    readWhere(
      'repairs',
      'symbol',
      listings.map(({ symbol }) => symbol),
    ),
  ]);
  const bySymbol = repairsBySymbol(repairs);
  return new Map(
    listings.flatMap(({ symbol }, k) => {
      const block = blocks[k]?.block;
      return block ? [[symbol, repairedBars(unpackBars(block), bySymbol.get(symbol) ?? [])] as const] : [];
    }),
  );
}

/** All repairs, by the instrument that they are of. */
export async function readRepairsBySymbol(): Promise<ReadonlyMap<string, StoredRepair[]>> {
  return repairsBySymbol(await readAll('repairs'));
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
