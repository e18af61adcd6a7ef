// The whole store out as one zip, and back in its place.

import { packBars, unpackBars } from '@plateau/core';
import {
  readWorkspace,
  readWorkspaceBars,
  type WorkspaceContents,
  type WorkspaceTables,
  WorkspaceWriter,
} from '@plateau/files';
import { expose } from 'comlink';
import { readEntry, type WrittenEntry, writableEntry } from '@/model/logbook/written-entry.ts';
import type { WorkspaceProgress, WorkspaceSummary } from '@/model/workspace.ts';
import { readValue, writableValue } from '@/model/written-value.ts';
import { database } from '@/store/database.ts';
import { readAll } from '@/store/read.ts';
import { type Rows, readRow, TABLES, type TableName } from '@/store/rows.ts';
import '@/store/follow/schema.ts';
import '@/store/studies/schema.ts';

const BATCH = 50;
/** Settings that are computed from the rest, or of this browser alone, and need not travel. */
const COMPUTED = new Set(['quality', 'workspace taken out']);

/** Everything in the store, as one zip. */
async function pack(report: (progress: WorkspaceProgress) => void): Promise<Blob> {
  const pieces: BlobPart[] = [];
  const writer = new WorkspaceWriter((piece) => pieces.push(piece));
  const listings = await readAll('listings');
  for (let k = 0; k < listings.length; k += BATCH) {
    const batch = listings.slice(k, k + BATCH);
    const blocks = await database.blocks.bulkGet(batch.map(({ block }) => block));
    batch.forEach(({ symbol }, n) => {
      const block = blocks[n]?.block;
      if (block) writer.addBars(symbol, unpackBars(block));
    });
    report({ done: Math.min(k + BATCH, listings.length), total: listings.length });
  }
  const [universes, sheets, blends, logbook, runs, studies, followed, repairs, layouts, settings] =
    await Promise.all([
      readAll('universes'),
      readAll('sheets'),
      readAll('blends'),
      readAll('logbook'),
      readAll('runs'),
      readAll('studies'),
      readAll('followed'),
      readAll('repairs'),
      readAll('layouts'),
      readAll('settings'),
    ]);
  const rows = (table: readonly unknown[]) => table as readonly Readonly<Record<string, unknown>>[];
  const tables: WorkspaceTables = {
    listings: listings.map((listing) => ({ ...listing })),
    universes: rows(universes),
    sheets: rows(sheets),
    blends: rows(blends),
    logbook: rows(logbook.map(writableEntry)),
    runs: rows(runs),
    studies: rows(studies.map(writableValue) as object[]),
    followed: rows(followed),
    repairs: rows(repairs),
    layouts: rows(layouts),
    settings: rows(settings.filter(({ key }) => !COMPUTED.has(key))),
  };
  writer.finish(tables);
  return new Blob(pieces, { type: 'application/zip' });
}

/** Every table's rows. @throws with a sentence that names the first that is none */
function rowsOf(contents: WorkspaceContents) {
  const all = <K extends Exclude<TableName, 'blocks'>>(table: K): Rows[K][] =>
    contents[table].map((row) => {
      const read = readRow(table, fromWorkspace(table, row));
      if (read.ok) return read.row;
      const { key, one } = TABLES[table];
      throw new Error(
        `The workspace is damaged: the ${one} “${String(row[key])}” cannot be read, ${read.why}.`,
      );
    });
  return {
    listings: all('listings'),
    universes: all('universes'),
    sheets: all('sheets'),
    blends: all('blends'),
    logbook: all('logbook'),
    runs: all('runs'),
    studies: all('studies'),
    followed: all('followed'),
    repairs: all('repairs'),
    layouts: all('layouts'),
    settings: all('settings'),
  };
}

/** A row as it was before it was written. */
function fromWorkspace(table: TableName, row: unknown): unknown {
  if (table === 'logbook') return entryFrom(row);
  return table === 'studies' ? readValue(row) : row;
}

/** A written entry with its columns back; what is none stays as it is, for its reader to refuse. */
function entryFrom(row: unknown): unknown {
  try {
    return readEntry(row as WrittenEntry);
  } catch {
    return row;
  }
}

async function bytesOf(file: Blob): Promise<Uint8Array> {
  return new Uint8Array(await file.arrayBuffer());
}

/** @throws when the file is no workspace */
async function summary(file: Blob): Promise<WorkspaceSummary> {
  const contents = readWorkspace(await bytesOf(file));
  rowsOf(contents);
  const { listings, universes, sheets, blends, studies, repairs } = contents;
  return {
    instruments: listings.length,
    universes: universes.length,
    sheets: sheets.length,
    blends: blends.length,
    studies: studies.length,
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
  // Everything is read before anything is written.
  const rows = rowsOf(contents);
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
    const listings = rows.listings.map((listing) => {
      const block = named.get(listing.symbol);
      if (block === undefined) throw new Error(`The workspace is damaged: ${listing.symbol} has no bars.`);
      return { ...listing, block };
    });
    const { listings: ls, universes, sheets, blends, logbook, runs, studies, followed, pieces } = database;
    const { repairs, layouts, settings } = database;
    const tables = [
      ls,
      universes,
      sheets,
      blends,
      logbook,
      runs,
      studies,
      followed,
      pieces,
      repairs,
      layouts,
      settings,
    ];
    await database.transaction('rw', tables, async () => {
      for (const table of tables) await table.clear();
      await ls.bulkPut(listings);
      await universes.bulkPut(rows.universes);
      await sheets.bulkPut(rows.sheets);
      await blends.bulkPut(rows.blends);
      await logbook.bulkPut(rows.logbook);
      await runs.bulkPut(rows.runs);
      await studies.bulkPut(rows.studies);
      await followed.bulkPut(rows.followed);
      await repairs.bulkPut(rows.repairs);
      await layouts.bulkPut(rows.layouts);
      await settings.bulkPut(rows.settings);
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
