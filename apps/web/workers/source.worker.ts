// Brings instruments from a source into the store. Each batch is one transaction: what is stored is whole, and a start
// that was broken off goes on from there.

import { type Bars, type Day, mergedBars, packBars, summaryOfBlock, unpackBars } from '@plateau/core';
import { expose } from 'comlink';
import type { Catalogue, SourceListing } from '@/model/market/source.ts';
import type { Updated } from '@/model/market/updated.ts';
import type { StoredBlock, StoredListing } from '@/model/rows.ts';
import { withRetries } from '@/sources/retry.ts';
import { sourceNamed } from '@/sources/sources.ts';
import { rowsByKey } from '@/store/by-key.ts';
import { database } from '@/store/database.ts';
import { sessionsAheadOf } from '@/store/market/ahead.ts';
import { readEach, readOne } from '@/store/read.ts';
import { replacedBlocks } from '@/store/replaced.ts';
import { inBatches } from './in-batches.ts';

/** Prices of one day that differ by more than this share are another history. */
const SAME = 1e-9;

/** The source as it stands on the day it is at, which of a stand-in one may move on. */
async function catalogueOf(source: string): Promise<Catalogue> {
  const ahead = await sessionsAheadOf(source);
  return withRetries(() => sourceNamed(source).catalogue(ahead));
}

async function historyOf(source: string, symbol: string, since?: Day): Promise<Bars> {
  const ahead = await sessionsAheadOf(source);
  return withRetries(() => sourceNamed(source).history(symbol, since, ahead));
}

/** The source's catalogue, and which of its instruments the store lacks. */
async function survey(source: string): Promise<{ catalogue: Catalogue; lacking: SourceListing[] }> {
  const catalogue = await catalogueOf(source);
  const stored = new Set(await database.listings.toCollection().primaryKeys());
  return { catalogue, lacking: catalogue.listings.filter(({ symbol }) => !stored.has(symbol)) };
}

/** An instrument with its block. */
type Rows = readonly [StoredListing, StoredBlock];

function stored(listing: SourceListing, source: string, bars: Bars): Rows {
  const id = `${source}/${listing.symbol}/${crypto.randomUUID()}`;
  const block = packBars(bars);
  return [
    { ...listing, source, block: id, ...summaryOfBlock(block), changed: Date.now() },
    { id, block },
  ];
}

/** Writes blocks and the listings that name them; those that were named before go, unless an import is taken back to them. */
async function put(full: readonly Rows[]): Promise<void> {
  if (full.length === 0) return;
  const kept = new Set(await replacedBlocks(Date.now()));
  await database.transaction('rw', database.listings, database.blocks, async () => {
    const before = await rowsByKey(
      database.listings,
      full.map(([{ symbol }]) => symbol),
    );
    await database.blocks.bulkPut(full.map(([, block]) => block));
    await database.listings.bulkPut(full.map(([listing]) => listing));
    await database.blocks.bulkDelete(before.flatMap((row) => (row && !kept.has(row.block) ? row.block : [])));
  });
}

/** Fetches and stores whole histories; `came` hears of each with its number of bars. */
async function bring(
  source: string,
  listings: readonly SourceListing[],
  came: (bars: number) => void,
): Promise<void> {
  const fetched = async (listing: SourceListing): Promise<Rows> => {
    const bars = await historyOf(source, listing.symbol);
    came(bars.day.length);
    return stored(listing, source, bars);
  };
  await inBatches(listings, fetched, put);
}

/** Marks the store as filled; until then a start takes up where the last one stopped. */
async function finish(source: string, { universes }: Catalogue): Promise<void> {
  await database.transaction('rw', database.universes, database.settings, async () => {
    await database.universes.bulkPut(universes.map((universe) => ({ ...universe, source })));
    await database.settings.put({ key: 'market', value: { source, filled: true } });
  });
}

/**
 * Fetches what is missing after each instrument's last bar, and the source's universes. The last stored bar is fetched
 * again: where the source now gives another close for it, as after a split, the whole history is. One that fails is
 * reported and holds up no other.
 * @param came hears of instruments once they are in the store
 */
async function update(
  source: string,
  symbols: readonly string[],
  came: (updated: readonly Updated[]) => void,
): Promise<void> {
  const listings = (await readEach('listings', [...symbols])).filter((l) => l !== undefined);
  const fetched = (listing: StoredListing): Promise<Renewed> =>
    renewed(source, listing).catch((error) => ({ updated: unchanged(listing.symbol, said(error)) }));
  const write = async (batch: readonly Renewed[]): Promise<void> => {
    const failed = await put(batch.flatMap(({ rows }) => (rows ? [rows] : []))).then(() => undefined, said);
    came(batch.map(({ rows, updated }) => (rows && failed ? unchanged(updated.symbol, failed) : updated)));
  };
  await inBatches(listings, fetched, write);
}

/** An instrument brought up to date, with what is to be written of it, if anything is. */
interface Renewed {
  readonly updated: Updated;
  readonly rows?: Rows;
}

const said = (error: unknown): string => (error instanceof Error ? error.message : String(error));
const unchanged = (symbol: string, fault: string): Updated => ({ symbol, added: 0, revised: false, fault });

/** @throws when the source or the store cannot be read */
async function renewed(source: string, listing: StoredListing): Promise<Renewed> {
  const { symbol } = listing;
  const block = (await database.blocks.get(listing.block))?.block;
  const old = block && unpackBars(block);
  const fresh = old && (await historyOf(source, symbol, listing.last));
  const same =
    fresh?.day[0] === listing.last &&
    Math.abs((fresh.close[0] ?? Number.NaN) / (old?.close.at(-1) ?? Number.NaN) - 1) < SAME;
  const bars = same && fresh && old ? mergedBars(fresh, old) : await historyOf(source, symbol);
  const added = Math.max(0, bars.day.length - listing.count);
  const updated = { symbol, added, revised: !same };
  if (same && added === 0) return { updated };
  return { updated, rows: stored({ ...listing, kind: sourceKind(listing) }, source, bars) };
}

function sourceKind({ kind }: StoredListing): SourceListing['kind'] {
  return kind === 'imported' ? 'stock' : kind;
}

/** Puts the source's universes in place of what it gave before; those that the trader has changed are his. */
async function renewUniverses(source: string): Promise<void> {
  const { universes } = await catalogueOf(source);
  await database.transaction('rw', database.universes, async () => {
    for (const universe of universes) {
      const before = await readOne('universes', universe.id);
      if (before?.source === source) await database.universes.put({ ...universe, name: before.name, source });
    }
  });
}

const api = { survey, bring, finish, update, renewUniverses };
export type SourceApi = typeof api;
expose(api);
