// The instruments a run may read: only their bars are brought into memory, however many the store holds.

import type { RunAsked } from '@plateau/core';
import { database } from '@/store/database.ts';
import { readMembers } from '@/store/market/universes.ts';

/** The universe's members, the benchmark, and every listing that the strategy's texts name. */
export async function neededSymbols({
  universe,
  request: { strategy, benchmark },
}: RunAsked): Promise<Set<string>> {
  const [members, listed] = await Promise.all([
    readMembers(universe),
    database.listings.toCollection().primaryKeys(),
  ]);
  const words = new Set(JSON.stringify(strategy).match(/[\p{L}\p{N}_^][\p{L}\p{N}_.&^-]*/gu));
  const needed = new Set(members.map(({ symbol }) => symbol));
  for (const symbol of listed) if (symbol === benchmark || words.has(symbol)) needed.add(symbol);
  return needed;
}
