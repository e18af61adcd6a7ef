// What the Market place reads: listings, bars, repairs, findings.

import type { Bars } from '@plateau/core';
import { useLiveQuery } from 'dexie-react-hooks';
import type { InstrumentQuality } from '@/model/market/quality.ts';
import type { StoredListing, StoredRepair } from '@/model/rows.ts';
import { readBars } from '@/store/bars.ts';
import { readAll, readEach } from '@/store/read.ts';
import { useAnswer } from '@/ui/use-answer.ts';
import { inspectMarket } from '@/workers/quality-client.ts';

export function useListings(): readonly StoredListing[] | undefined {
  return useLiveQuery(() => readAll('listings'), []);
}

/** All repairs, the oldest first. */
export function useRepairs(): readonly StoredRepair[] | undefined {
  return useLiveQuery(async () => (await readAll('repairs')).sort((a, b) => a.made - b.made), []);
}

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

/** Findings by symbol, looked for anew whenever listings or repairs change; undefined while they are first looked for. */
export function useQuality(
  listings: readonly StoredListing[] | undefined,
  repairs: readonly StoredRepair[] | undefined,
): ReadonlyMap<string, InstrumentQuality> | undefined {
  const there = listings && repairs && listings.length > 0;
  return useAnswer(there ? inspectMarket : undefined, [listings, repairs]).value;
}
