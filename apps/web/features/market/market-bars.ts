// The bars that the Market place shows, which its list of instruments does without.

import type { Bars } from '@plateau/core';
import { useLiveQuery } from 'dexie-react-hooks';
import type { StoredListing } from '@/model/rows.ts';
import { readBars } from '@/store/bars.ts';
import { readEach } from '@/store/read.ts';

/** An instrument's bars, repaired; undefined while they are read or where there are none. */
export function useBars(listing: StoredListing | undefined): Bars | undefined {
  return useLiveQuery(
    async () => (listing ? (await readBars([listing])).get(listing.symbol) : undefined),
    [listing?.symbol, listing?.block, listing?.count],
  );
}

const NONE: ReadonlyMap<string, Bars> = new Map();

/** The bars of every instrument that a text may name, but for one that is known already. */
export function useNamedBars(text: string, known: string): ReadonlyMap<string, Bars> {
  const words = [...new Set(text.match(/[\p{L}\p{N}_^][\p{L}\p{N}_.&^-]*/gu))].sort().join(' ');
  return (
    useLiveQuery(async () => {
      const listings = await readEach(
        'listings',
        words.split(' ').filter((word) => word !== '' && word !== known),
      );
      const there = listings.filter((listing) => listing !== undefined);
      return there.length > 0 ? readBars(there) : NONE;
    }, [words, known]) ?? NONE
  );
}
