// The whole store out as one zip, and back in its place.

import { readWorkspace, readWorkspaceBars, type WorkspaceTables, WorkspaceWriter } from '@plateau/files';
import { expose } from 'comlink';
import { readEntry, type WrittenEntry, writableEntry } from '@/features/strategies/logbook/written-entry.ts';
import type { Sheet } from '@/features/strategies/sheet/sheet.ts';
import { packBars, unpackBars } from '@/store/bar-block.ts';
import {
  database,
  type Setting,
  type StoredLayout,
  type StoredListing,
  type StoredRepair,
  type StoredRun,
  type StoredUniverse,
} from '@/store/database.ts';

/** What a workspace's file holds, told before it takes the place of what is here. */
export interface WorkspaceSummary {
  readonly instruments: number;
  readonly universes: number;
  readonly sheets: number;
  readonly repairs: number;
}

export interface WorkspaceProgress {
  readonly done: number;
  readonly total: number;
}

const BATCH = 50;
/** Settings that are computed from the rest and need not travel. */
const COMPUTED = new Set(['quality']);

/** Everything in the store, as one zip. */
async function pack(report: (progress: WorkspaceProgress) => void): Promise<Blob> {
  const pieces: BlobPart[] = [];
  const writer = new WorkspaceWriter((piece) => pieces.push(piece));
  const listings = await database.listings.toArray();
  for (let k = 0; k < listings.length; k += BATCH) {
    const batch = listings.slice(k, k + BATCH);
    const blocks = await database.blocks.bulkGet(batch.map(({ block }) => block));
    batch.forEach(({ symbol }, n) => {
      const block = blocks[n]?.block;
      if (block) writer.addBars(symbol, unpackBars(block));
    });
    report({ done: Math.min(k + BATCH, listings.length), total: listings.length });
  }
  const [universes, sheets, logbook, runs, repairs, layouts, settings] = await Promise.all([
    database.universes.toArray(),
    database.sheets.toArray(),
    database.logbook.toArray(),
    database.runs.toArray(),
    database.repairs.toArray(),
    database.layouts.toArray(),
    database.settings.toArray(),
  ]);
  const rows = (table: readonly unknown[]) => table as readonly Readonly<Record<string, unknown>>[];
  const tables: WorkspaceTables = {
    listings: listings.map((listing) => ({ ...listing })),
    universes: rows(universes),
    sheets: rows(sheets),
    logbook: rows(logbook.map(writableEntry)),
    runs: rows(runs),
    repairs: rows(repairs),
    layouts: rows(layouts),
    settings: rows(settings.filter(({ key }) => !COMPUTED.has(key))),
  };
  writer.finish(tables);
  return new Blob(pieces, { type: 'application/zip' });
}

async function bytesOf(file: Blob): Promise<Uint8Array> {
  return new Uint8Array(await file.arrayBuffer());
}

/** @throws when the file is no workspace */
async function summary(file: Blob): Promise<WorkspaceSummary> {
  const { listings, universes, sheets, repairs } = readWorkspace(await bytesOf(file));
  return {
    instruments: listings.length,
    universes: universes.length,
    sheets: sheets.length,
    repairs: repairs.length,
  };
}

/**
 * Puts a workspace in place of everything in the store, all of it or nothing: the bars are written as blocks that nothing
 * names yet, and one transaction changes every table.
 * @throws when the file is damaged or the disk is full; the store is then as it was
 */
async function restore(file: Blob, report: (progress: WorkspaceProgress) => void): Promise<void> {
  const zip = await bytesOf(file);
  const contents = readWorkspace(zip);
  const run = `${Date.now()}-${crypto.randomUUID()}`;
  const named = new Map<string, string>();
  try {
    for (let k = 0; k < contents.bars.length; k += BATCH) {
      const batch = [];
      for (const bars of contents.bars.slice(k, k + BATCH)) {
        const id = `${run}/${bars.symbol}`;
        named.set(bars.symbol, id);
        batch.push({ id, block: packBars(await readWorkspaceBars(zip, bars)) });
      }
      await database.blocks.bulkPut(batch);
      report({ done: Math.min(k + BATCH, contents.bars.length), total: contents.bars.length });
    }
    const listings = contents.listings.map((listing) => {
      const block = named.get(listing.symbol);
      if (block === undefined) throw new Error(`The workspace is damaged: ${listing.symbol} has no bars.`);
      return { ...listing, block } as unknown as StoredListing;
    });
    const { listings: ls, universes, sheets, logbook, runs, repairs, layouts, settings } = database;
    const tables = [ls, universes, sheets, logbook, runs, repairs, layouts, settings];
    await database.transaction('rw', tables, async () => {
      for (const table of tables) await table.clear();
      await ls.bulkPut(listings);
      await universes.bulkPut(contents.universes as unknown as StoredUniverse[]);
      await sheets.bulkPut(contents.sheets as unknown as Sheet[]);
      await logbook.bulkPut(contents.logbook.map((row) => readEntry(row as unknown as WrittenEntry)));
      await runs.bulkPut(contents.runs as unknown as StoredRun[]);
      await repairs.bulkPut(contents.repairs as unknown as StoredRepair[]);
      await layouts.bulkPut(contents.layouts as unknown as StoredLayout[]);
      await settings.bulkPut(contents.settings as unknown as Setting[]);
    });
  } catch (error) {
    await database.blocks.bulkDelete([...named.values()]);
    throw error;
  }
  const kept = new Set(named.values());
  const ids = await database.blocks.toCollection().primaryKeys();
  await database.blocks.bulkDelete(ids.filter((id) => !kept.has(id)));
}

const api = { pack, summary, restore };
export type WorkspaceApi = typeof api;
expose(api);
