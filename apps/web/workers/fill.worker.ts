// Fills the store from the feed, instrument by instrument; what is stored already is not fetched again.

import { readBarsCsv } from '@plateau/files';
import type { Listing, NamedUniverse } from '@plateau/skerry';
import { expose } from 'comlink';
import { packBars, summaryOfBlock } from '@/store/bar-block.ts';
import { database, feedBlock, type StoredBlock } from '@/store/database.ts';

interface Catalogue {
  readonly listings: readonly Listing[];
  readonly universes: readonly NamedUniverse[];
}

/** Requests under way at once in one worker: one is read while the other is on its way. */
const LANES = 2;
const TRIES = 3;
const BATCH = 24;

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

/** The feed's catalogue, and which of its instruments the store lacks. */
async function survey(): Promise<{ catalogue: Catalogue; lacking: string[] }> {
  const catalogue: Catalogue = JSON.parse(await fetchText('/feed/catalogue'));
  const stored = new Set(await database.blocks.toCollection().primaryKeys());
  const symbols = catalogue.listings.map(({ symbol }) => symbol);
  return { catalogue, lacking: symbols.filter((symbol) => !stored.has(feedBlock(symbol))) };
}

/** Fetches and stores histories; `stored` hears of each with its number of bars. */
async function fill(symbols: readonly string[], stored: (bars: number) => void): Promise<void> {
  const waiting = [...symbols];
  let batch: StoredBlock[] = [];
  const flush = async (): Promise<void> => {
    const full = batch;
    batch = [];
    await database.blocks.bulkPut(full);
  };
  const lane = async (): Promise<void> => {
    for (let symbol = waiting.shift(); symbol !== undefined; symbol = waiting.shift()) {
      const read = readBarsCsv(await fetchText(`/feed/history/${encodeURIComponent(symbol)}`), symbol);
      if (!read.ok) throw new Error(`${symbol}: ${read.problems[0]?.message ?? 'unreadable'}`);
      batch.push({ id: feedBlock(symbol), block: packBars(read.value) });
      stored(read.value.day.length);
      if (batch.length >= BATCH) await flush();
    }
  };
  await Promise.all(Array.from({ length: LANES }, lane));
  await flush();
}

/** Marks the store as filled; until then a start takes up where the last one stopped. */
async function finish({ listings, universes }: Catalogue): Promise<void> {
  const blocks = await database.blocks.bulkGet(listings.map(({ symbol }) => feedBlock(symbol)));
  const stored = listings.flatMap((listing, k) => {
    const block = blocks[k]?.block;
    return block
      ? [{ ...listing, source: 'Skerry', block: feedBlock(listing.symbol), ...summaryOfBlock(block) }]
      : [];
  });
  await database.transaction('rw', database.listings, database.universes, database.settings, async () => {
    await database.listings.bulkPut(stored);
    await database.universes.bulkPut([...universes]);
    await database.settings.put({ key: 'market', value: { source: 'Skerry', filled: true } });
  });
}

const api = { survey, fill, finish };
export type FillApi = typeof api;
expose(api);
