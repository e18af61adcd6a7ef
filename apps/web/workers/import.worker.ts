// Brings files of bars into the store: looks at them, reads them by their layouts, and names them in one transaction.

import {
  type Bars,
  isoFromDay,
  mergedBars,
  packBars,
  repairsOf,
  summaryOfBlock,
  unpackBars,
} from '@plateau/core';
import {
  type Collected,
  guessLayout,
  gunzip,
  type Layout,
  type RowNote,
  readTable,
  type ShareEvent,
  shapeOf,
  sheetNames,
  type TableChoice,
  tableKind,
  unpack,
  unpackedPath,
} from '@plateau/files';
import { expose } from 'comlink';
import type {
  Duplicates,
  ImportProgress,
  ImportReport,
  Inspected,
  LookProgress,
} from '@/model/market/import.ts';
import type { StoredListing, StoredRepair } from '@/model/rows.ts';
import { sweepCopies } from '@/store/copies/copies.ts';
import { copiesFolder } from '@/store/copies/folder.ts';
import { database } from '@/store/database.ts';
import { readEach, readOne } from '@/store/read.ts';
import { keepReplaced, wantedBlocks } from '@/store/replaced.ts';
import { bytesOf, type Content, sizeOf } from './read-file.ts';
import { readFiles } from './read-files.ts';

const PREVIEW_ROWS = 40;
/** Enough for the preview of nearly any table; where it is not, more is read. */
const PREVIEW_BYTES = 4_000;
const WIDE_PREVIEW_BYTES = 400_000;
const BATCH = 50;
/** Files from one word of progress to the next. */
const TOLD_EACH = 50;
/** Milliseconds in which an import surely ends. */
const YOUNG = 3_600_000;
const NO_LAYOUT: Layout = { shape: 'single', header: true, skip: 0, dates: 'ymd', decimal: '.', roles: [] };

let files: { path: string; content: Content }[] = [];

/**
 * Takes the files, archives opened, and says how each would be read.
 * @param progress told of tables unpacked (how many there are is not known before), then of files looked at
 */
async function inspect(
  given: readonly File[],
  progress: (progress: LookProgress) => void,
): Promise<{ files: Inspected[]; skipped: string[] }> {
  files = [];
  layouts.clear();
  const skipped: string[] = [];
  let unpacked = 0;
  const tell = (): void => {
    if (unpacked++ % TOLD_EACH === 0) progress({ files: unpacked });
  };
  for (const file of given) {
    const path = file.webkitRelativePath || file.name;
    if (/\.zip$/i.test(path)) skipped.push(...(await openArchive(path, file, tell)));
    else if (tableKind(path)) skipped.push(...(await openFile(path, file)));
    else skipped.push(`${path} is no CSV, XLSX, Parquet or zip`);
  }
  const inspected: Inspected[] = [];
  const shown = new Set<string>();
  for (const [k, file] of files.entries()) {
    const found = await look(file.path, file.content);
    // Files of one shape are shown by the first: thousands of previews would halt the page that takes them.
    const isShown = found.fault !== undefined || !shown.has(found.shape);
    inspected.push(isShown ? found : { ...found, preview: [] });
    if (!found.fault) shown.add(found.shape);
    if (k % TOLD_EACH === 0) progress({ files: k, of: files.length });
  }
  return { files: inspected, skipped };
}

/** Takes the tables of an archive. @param tell called before each is unpacked @returns what of it was left out, and why */
async function openArchive(path: string, file: Blob, tell: () => void): Promise<string[]> {
  const archive = unpack(new Uint8Array(await file.arrayBuffer()), (p) => {
    const isTable = tableKind(p) !== undefined;
    if (isTable) tell();
    return isTable;
  });
  if (!archive.ok) return [`${path}: ${archive.message}`];
  const skipped = archive.skipped.map((name) => `${path}: ${name} is no table`);
  for (const entry of archive.entries) {
    skipped.push(...(await openFile(entry.path, entry.bytes)));
  }
  return skipped;
}

/** Takes a table, unpacked where it is packed. @returns why it was left out, or nothing */
async function openFile(path: string, content: Content): Promise<string[]> {
  const plain = unpackedPath(path);
  if (plain === undefined) {
    files.push({ path, content });
    return [];
  }
  try {
    files.push({ path: plain, content: gunzip(await bytesOf(content)).slice() });
    return [];
  } catch (error) {
    return [`${path} is damaged or no gzip: ${error instanceof Error ? error.message : String(error)}`];
  }
}

/** The first rows of a file, as many as are shown and more. */
async function rowsOf(path: string, content: Content, choice?: TableChoice): ReturnType<typeof readTable> {
  const kind = tableKind(path) ?? 'csv';
  const first = async (bytes: number): ReturnType<typeof readTable> =>
    readTable(kind, await bytesOf(content, bytes), choice);
  if (kind !== 'csv') return first(sizeOf(content));
  const table = await first(PREVIEW_BYTES);
  const isEnough = table.ok && table.rows.length > PREVIEW_ROWS;
  return isEnough || sizeOf(content) <= PREVIEW_BYTES ? table : first(WIDE_PREVIEW_BYTES);
}

/** A file as it would be read with another mark between its cells, or of another sheet. */
async function cutBy(k: number, choice: TableChoice): Promise<Pick<Inspected, 'preview' | 'layout'>> {
  const file = files[k];
  const table = file && (await rowsOf(file.path, file.content, choice));
  const preview = table?.ok ? table.rows.slice(0, PREVIEW_ROWS) : [];
  return { preview, layout: { ...guessLayout(preview), ...choice } };
}

/** Layouts of the shapes that were met, asked for once: thousands of files may have one. */
const layouts = new Map<string, ReturnType<typeof readOne<'layouts'>>>();

function layoutOf(shape: string): ReturnType<typeof readOne<'layouts'>> {
  const known = layouts.get(shape) ?? readOne('layouts', shape);
  layouts.set(shape, known);
  return known;
}

async function look(path: string, content: Content): Promise<Inspected> {
  const table = await rowsOf(path, content);
  const base = { path, size: sizeOf(content), preview: [], layout: NO_LAYOUT, shape: '', remembered: false };
  if (!table.ok) return { ...base, fault: table.message };
  const sheets = tableKind(path) === 'xlsx' ? sheetNames(await bytesOf(content)) : [];
  const preview = table.rows.slice(0, PREVIEW_ROWS);
  const guess = guessLayout(preview);
  const shape = shapeOf(preview, guess);
  const known = await layoutOf(shape);
  const { separator, sheet } = known?.layout ?? {};
  // A sheet of that name that is not there is not asked for.
  const asked = sheet === undefined || sheets.includes(sheet) ? { separator, sheet } : { separator };
  const isCut = asked.separator !== undefined || asked.sheet !== undefined;
  const recut = isCut ? await rowsOf(path, content, asked) : undefined;
  const kept = known && { ...known.layout, ...(isCut ? {} : { skip: guess.skip }) };
  if (kept && asked.sheet === undefined) delete kept.sheet;
  return {
    ...base,
    ...(sheets.length > 1 && { sheets }),
    preview: recut?.ok ? recut.rows.slice(0, PREVIEW_ROWS) : preview,
    layout: kept ?? guess,
    shape,
    remembered: known !== undefined,
  };
}

/**
 * Reads every file by its layout and puts the bars into the store, all of them or none.
 * @param names of the files, by which those with one instrument are called
 */
async function run(
  asRead: readonly Layout[],
  names: readonly string[],
  duplicates: Duplicates,
  progress: (progress: ImportProgress) => void,
): Promise<ImportReport> {
  const total = files.reduce((sum, { content }) => sum + sizeOf(content), 0);
  const asked = files.flatMap(({ path, content }, k) => {
    const layout = asRead[k];
    return layout && layout.roles.length > 0 ? [{ path, content, layout, name: names[k] ?? path }] : [];
  });
  let rows = 0;
  const collector = await readFiles(asked, (done, read) => {
    rows = read;
    progress({ bytes: done * total, total, rows });
  });
  progress({ bytes: total, total, rows });
  // Writing is work too: each batch is a word of progress, or the page would take the silence for a damaged file.
  const alive = (): void => progress({ bytes: total, total, rows });
  return store(collector.finish(), duplicates, alive).catch((error: unknown) => {
    throw isFull(error)
      ? new Error(
          'The disk or the browser’s share of it is full. Nothing was imported; free some space first.',
        )
      : error;
  });
}

/** Whether a write failed for want of room: the browser's own name for it, within Dexie's or bare. */
function isFull(error: unknown): boolean {
  const { name, inner } = (error ?? {}) as { name?: string; inner?: { name?: string } };
  return name === 'QuotaExceededError' || inner?.name === 'QuotaExceededError';
}

async function store(collected: Collected, duplicates: Duplicates, alive: () => void): Promise<ImportReport> {
  const symbols = [...collected.bars.keys()];
  const known = new Map((await readEach('listings', symbols)).flatMap((l) => (l ? [[l.symbol, l]] : [])));
  const run = `${Date.now()}-${crypto.randomUUID()}`;
  const kept = duplicates === 'keep' ? symbols.filter((symbol) => known.has(symbol)) : [];
  const coming = symbols.filter((symbol) => !kept.includes(symbol));
  const listings: StoredListing[] = [];
  for (let k = 0; k < coming.length; k += BATCH) {
    const batch = await Promise.all(
      coming.slice(k, k + BATCH).map(async (symbol) => {
        const before = known.get(symbol);
        const fresh = collected.bars.get(symbol) as Bars;
        const old = before && duplicates === 'merge' ? await database.blocks.get(before.block) : undefined;
        const block = packBars(old ? mergedBars(unpackBars(old.block), fresh) : fresh);
        listings.push({
          symbol,
          name: before?.name ?? symbol,
          kind: before?.kind ?? 'imported',
          group: before?.group ?? 'Imported',
          source: 'files',
          block: `${run}/${symbol}`,
          ...summaryOfBlock(block),
        });
        return { id: `${run}/${symbol}`, block };
      }),
    );
    await database.blocks.bulkPut(batch);
    alive();
  }
  const events = await repairsFor(collected.events);
  // Until here nothing names the new blocks; from here on everything does.
  await database.transaction('rw', database.listings, database.repairs, async () => {
    await database.listings.bulkPut(listings);
    await database.repairs.bulkPut(events.repairs);
  });
  const before = coming.flatMap((symbol) => known.get(symbol) ?? []);
  await keepReplaced(before.map(({ block }) => block));
  return {
    change: { before, after: listings, repairs: events.repairs },
    instruments: coming.length,
    kept,
    bars: listings.reduce((sum, { count }) => sum + count, 0),
    rows: collected.rows,
    refused: collected.refused + events.refused,
    repairs: events.repairs.length,
    notes: [...collected.notes, ...events.notes],
  };
}

/** Splits and dividends of instruments that are here already, as repairs: the bars stay as they were imported. */
async function repairsFor(events: readonly ShareEvent[]) {
  const repairs: StoredRepair[] = [];
  const notes: RowNote[] = [];
  const symbols = [...new Set(events.map(({ symbol }) => symbol))];
  const listings = await readEach('listings', symbols);
  for (const [n, symbol] of symbols.entries()) {
    const block = await database.blocks.get(listings[n]?.block ?? '');
    const bars = block && unpackBars(block.block);
    for (const event of events.filter((one) => one.symbol === symbol)) {
      const laid = bars ? repairsOf(bars, event) : { repairs: [], refused: 'there is no such instrument' };
      for (const repair of laid.repairs) {
        repairs.push({ ...repair, id: crypto.randomUUID(), symbol, made: Date.now() });
      }
      if (laid.refused) {
        const message = `${isoFromDay(event.day)}: ${laid.refused}`;
        notes.push({ file: '', symbol, kind: 'refused', message });
      }
    }
  }
  return { repairs, notes, refused: notes.length };
}

/** Remembers a layout for the next file of its shape. */
async function remember(shape: string, layout: Layout): Promise<void> {
  await database.layouts.put({ shape, layout });
}

/**
 * Deletes blocks that no listing names: what an import that was killed had written. Young ones stay, for another tab may be
 * about to name them.
 */
async function sweep(): Promise<number> {
  // Ids first: a source's block is written together with its name, so one seen here has its name by the next line.
  const ids = await database.blocks.toCollection().primaryKeys();
  const named = await wantedBlocks(Date.now());
  const old = Date.now() - YOUNG;
  const orphans = ids.filter((id) => !named.has(id) && !(Number(id.split('-')[0]) >= old));
  await database.blocks.bulkDelete(orphans);
  const folder = await copiesFolder();
  if (folder) await sweepCopies(folder, named);
  return orphans.length;
}

const api = { inspect, cutBy, run, remember, sweep };
export type ImportApi = typeof api;
expose(api);
