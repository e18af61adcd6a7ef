// What the list of the Market place reads: listings, repairs, findings. Thousands of them are drawn in slices, between which the
// page answers: that is what deferring a value does.

import { useLiveQuery } from 'dexie-react-hooks';
import { useDeferredValue } from 'react';
import type { InstrumentQuality } from '@/model/market/quality.ts';
import type { StoredListing, StoredRepair } from '@/model/rows.ts';
import { readAll } from '@/store/read.ts';
import { useAnswer } from '@/ui/use-answer.ts';
import { inspectMarket } from '@/workers/quality-client.ts';

export function useListings(): readonly StoredListing[] | undefined {
  return useDeferredValue(useLiveQuery(() => readAll('listings'), []));
}

/** All repairs, the oldest first. */
export function useRepairs(): readonly StoredRepair[] | undefined {
  return useDeferredValue(
    useLiveQuery(async () => (await readAll('repairs')).sort((a, b) => a.made - b.made), []),
  );
}

/** Findings by symbol, looked for anew whenever listings or repairs change; undefined while they are first looked for. */
export function useQuality(
  listings: readonly StoredListing[] | undefined,
  repairs: readonly StoredRepair[] | undefined,
): ReadonlyMap<string, InstrumentQuality> | undefined {
  const there = listings && repairs && listings.length > 0;
  return useDeferredValue(useAnswer(there ? inspectMarket : undefined, [listings, repairs]).latest);
}
