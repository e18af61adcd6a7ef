// What the list of the Market place reads: listings, repairs, findings.

import { useLiveQuery } from 'dexie-react-hooks';
import type { InstrumentQuality } from '@/model/market/quality.ts';
import type { StoredListing, StoredRepair } from '@/model/rows.ts';
import { readAll } from '@/store/read.ts';
import { useAnswer } from '@/ui/use-answer.ts';
import { inspectMarket } from '@/workers/quality-client.ts';

export function useListings(): readonly StoredListing[] | undefined {
  return useLiveQuery(() => readAll('listings'), []);
}

/** All repairs, the oldest first. */
export function useRepairs(): readonly StoredRepair[] | undefined {
  return useLiveQuery(async () => (await readAll('repairs')).sort((a, b) => a.made - b.made), []);
}

/** Findings by symbol, looked for anew whenever listings or repairs change; undefined while they are first looked for. */
export function useQuality(
  listings: readonly StoredListing[] | undefined,
  repairs: readonly StoredRepair[] | undefined,
): ReadonlyMap<string, InstrumentQuality> | undefined {
  const there = listings && repairs && listings.length > 0;
  return useAnswer(there ? inspectMarket : undefined, [listings, repairs]).value;
}
