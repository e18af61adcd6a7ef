// What the Market place reads: listings, bars, findings.

import type { Bars } from '@plateau/core';
import { type Remote, wrap } from 'comlink';
import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect, useState } from 'react';
import { unpackBars } from '@/store/bar-block.ts';
import { database, type StoredListing } from '@/store/database.ts';
import type { InstrumentQuality, QualityApi } from '@/workers/quality.worker.ts';

export function useListings(): readonly StoredListing[] | undefined {
  return useLiveQuery(() => database.listings.toArray(), []);
}

/** An instrument's bars; undefined while they are read or where there are none. */
export function useBars(listing: StoredListing | undefined): Bars | undefined {
  const [bars, setBars] = useState<{ block: string; bars: Bars }>();
  const block = listing?.block;
  useEffect(() => {
    if (block === undefined) return;
    let late = false;
    database.blocks.get(block).then((stored) => {
      if (stored && !late) setBars({ block, bars: unpackBars(stored.block) });
    });
    return () => {
      late = true;
    };
  }, [block]);
  return bars && bars.block === block ? bars.bars : undefined;
}

/** Findings by symbol, looked for anew whenever the listings change; undefined while they are looked for. */
export function useQuality(
  listings: readonly StoredListing[] | undefined,
): ReadonlyMap<string, InstrumentQuality> | undefined {
  const [found, setFound] = useState<ReadonlyMap<string, InstrumentQuality>>();
  useEffect(() => {
    if (!listings || listings.length === 0) return;
    const worker = new Worker(new URL('../../workers/quality.worker.ts', import.meta.url), {
      type: 'module',
    });
    const api: Remote<QualityApi> = wrap<QualityApi>(worker);
    api.inspectAll().then((all) => setFound(new Map(all.map((q) => [q.symbol, q]))));
    return () => worker.terminate();
  }, [listings]);
  return found;
}
