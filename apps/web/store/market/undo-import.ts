// An import taken back and done again: its listings change places with those that were there, their blocks all kept.

import type { ImportChange } from '@/model/market/import.ts';
import type { StoredListing } from '@/model/rows.ts';
import { database } from '../database.ts';
import { keepReplaced } from '../replaced.ts';
import { tellMarketChanged } from '../tabs.ts';
import { act } from '../undo.ts';

/** Notes an import that has been made as an act that can be undone. */
export function noteImport({ before, after, repairs }: ImportChange): Promise<void> {
  let made = true;
  const exchange = async (out: readonly StoredListing[], into: readonly StoredListing[]): Promise<void> => {
    const blocks = await database.blocks.bulkGet(into.map(({ block }) => block));
    if (blocks.includes(undefined)) throw new Error('its bars are not kept any more');
    await keepReplaced(out.map(({ block }) => block));
    await database.transaction('rw', database.listings, database.repairs, async () => {
      await database.listings.bulkDelete(out.map(({ symbol }) => symbol));
      await database.listings.bulkPut([...into]);
      if (into === after) await database.repairs.bulkPut([...repairs]);
      else await database.repairs.bulkDelete(repairs.map(({ id }) => id));
    });
    tellMarketChanged();
  };
  return act('market', 'The import of bars', {
    redo: () => {
      if (!made) return exchange(before, after);
      made = false;
      return undefined;
    },
    undo: () => exchange(after, before),
  });
}
