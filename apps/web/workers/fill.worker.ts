// Fills the store from the feed, instrument by instrument; what is stored already is not fetched again.

import { readBarsCsv } from '@plateau/files';
import type { Listing, NamedUniverse } from '@plateau/skerry';
import { expose } from 'comlink';
import { packBars } from '@/store/bar-block.ts';
import { database, type StoredBars } from '@/store/database.ts';

export interface FillProgress {
  readonly done: number;
  readonly total: number;
  readonly bars: number;
}

/** Requests under way at once. */
const LANES = 4;
const TRIES = 3;

async function fetchText(path: string): Promise<string> {
  for (let attempt = 1; ; attempt++) {
    try {
      const response = await fetch(path, { cache: 'no-store' });
      if (!response.ok) throw new Error(`the feed answered ${response.status} for ${path}`);
      return await response.text();
    } catch (error) {
      if (attempt === TRIES) throw error;
      await new Promise((resolve) => setTimeout(resolve, 300 * attempt));
    }
  }
}

async function fill(report: (progress: FillProgress) => void): Promise<void> {
  const catalogue: { listings: Listing[]; universes: NamedUniverse[] } = JSON.parse(
    await fetchText('/feed/catalogue'),
  );
  const stored = new Set(await database.bars.toCollection().primaryKeys());
  const waiting = catalogue.listings.filter(({ symbol }) => !stored.has(symbol));
  const total = catalogue.listings.length;
  let done = total - waiting.length;
  let bars = 0;
  report({ done, total, bars });

  let batch: StoredBars[] = [];
  const flush = async (): Promise<void> => {
    const full = batch;
    batch = [];
    await database.bars.bulkPut(full);
  };
  const lane = async (): Promise<void> => {
    for (let listing = waiting.shift(); listing; listing = waiting.shift()) {
      const { symbol } = listing;
      const read = readBarsCsv(await fetchText(`/feed/history/${encodeURIComponent(symbol)}`), symbol);
      if (!read.ok) throw new Error(`${symbol}: ${read.problems[0]?.message ?? 'unreadable'}`);
      batch.push({ symbol, block: packBars(read.value) });
      done++;
      bars += read.value.day.length;
      report({ done, total, bars });
      if (batch.length >= 24) await flush();
    }
  };
  await Promise.all(Array.from({ length: LANES }, lane));
  await flush();
  await database.transaction('rw', database.listings, database.universes, database.settings, async () => {
    await database.listings.bulkPut(catalogue.listings);
    await database.universes.bulkPut(catalogue.universes);
    await database.settings.put({ key: 'market', value: { source: 'Skerry', filled: true } });
  });
}

const api = { fill };
export type FillApi = typeof api;
expose(api);
