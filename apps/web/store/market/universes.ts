// The members of universes, by their names.

import type { Universe } from '@plateau/core';
import { membersOf } from '@/model/market/alone.ts';
import { readOne } from '../read.ts';

/** The members of a universe of the store, or of one instrument alone; none where there is no such universe. */
export async function readMembers(universe: string): Promise<Universe> {
  return membersOf(universe, (await readOne('universes', universe))?.members);
}
