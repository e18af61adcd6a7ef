// What the store says of the bars a study may read, without reading one: it changes when they do.

import { fingerprint, type Study, utf8 } from '@plateau/core';
import { universesOf } from '@/model/studies/universes.ts';
import { rowsByKey } from '@/store/by-key.ts';
import { database } from '@/store/database.ts';
import { readMembers } from '@/store/market/universes.ts';
import { neededSymbols } from './needed-symbols.ts';

/** Names the listings, repairs and memberships of all that a study may read. @throws when the store cannot be read */
export async function marketMark(study: Study): Promise<string> {
  const symbols = [...(await neededSymbols({ study }))].sort();
  const listings = await rowsByKey(database.listings, symbols);
  const repairs = await database.repairs.where('symbol').anyOf(symbols).toArray();
  const members = await Promise.all(universesOf(study).map((name) => readMembers(name)));
  const told = [
    listings.map((row) => row && [row.symbol, row.block, row.first, row.last, row.count]),
    repairs.map(({ id, made }) => [id, made]).sort(),
    members,
  ];
  return fingerprint(utf8(JSON.stringify(told)));
}
