// Bars in: a folder of CSV or Parquet files, the same in a zip, or a workspace as the page gives it.

import { existsSync, readdirSync, statSync } from 'node:fs';
import { basename, join } from 'node:path';
import type { Bars, Universe } from '@plateau/core';
import {
  gunzip,
  readBarsCsv,
  readBarsTable,
  readUniverseCsv,
  readUniverseRows,
  readWorkspace,
  readWorkspaceBars,
  tableKind,
  unpack,
  unpackedPath,
} from '@plateau/files';
import { BadInput } from './endings.ts';
import { readBytes, textOf, valueOf } from './read.ts';

export interface MarketFiles {
  readonly market: ReadonlyMap<string, Bars>;
  /** the universes that come with the bars, by name; of a folder or a zip the one in its universe.csv, called '' */
  readonly universes: ReadonlyMap<string, Universe>;
}

/** A file of the market: where it stands, for messages, and its name in its folder. */
interface MarketFile {
  readonly path: string;
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** The file of a folder or a zip that says who belongs to the universe, where none is named. */
const UNIVERSE = 'universe.csv';

/** @throws {BadInput} naming file, line and fault */
export async function readMarket(path: string): Promise<MarketFiles> {
  if (!existsSync(path)) throw new BadInput(`${path}: there is no such folder of bars`);
  if (statSync(path).isDirectory()) return marketOf(path, filesOf(path));
  if (!/\.zip$/i.test(path)) {
    throw new BadInput(`${path}: bars are a folder of CSV or Parquet files, a zip of them, or a workspace`);
  }
  const bytes = readBytes(path);
  const archive = unpack(bytes, (name) => name === 'workspace.json' || isBars(name));
  if (!archive.ok) throw new BadInput(`${path}: ${archive.message}`);
  if (archive.entries.some((entry) => entry.path === 'workspace.json')) return workspaceOf(path, bytes);
  return marketOf(
    path,
    archive.entries.map((entry) => ({
      path: join(path, entry.path),
      name: basename(entry.path),
      bytes: entry.bytes,
    })),
  );
}

const isBars = (name: string): boolean => /\.(csv|csv\.gz|parquet)$/i.test(name);

function filesOf(folder: string): MarketFile[] {
  return readdirSync(folder)
    .filter(isBars)
    .sort()
    .map((name) => ({ path: join(folder, name), name, bytes: readBytes(join(folder, name)) }));
}

async function marketOf(path: string, files: readonly MarketFile[]): Promise<MarketFiles> {
  const market = new Map<string, Bars>();
  const universes = new Map<string, Universe>();
  for (const file of files) {
    if (file.name.toLowerCase() === UNIVERSE) {
      universes.set('', valueOf(readUniverseCsv(textOf(file.bytes), file.path)));
      continue;
    }
    const symbol = symbolOf(file.name);
    if (market.has(symbol)) throw new BadInput(`${file.path}: there are two files of ${symbol}`);
    market.set(symbol, await barsOf(file));
  }
  if (market.size === 0) throw new BadInput(`${path}: there are no .csv or .parquet files in it`);
  return { market, universes };
}

/** The name as it stands: what is called by it in rules and universes. */
const symbolOf = (name: string): string => name.replace(/\.(csv|csv\.gz|parquet)$/i, '');

async function barsOf({ path, name, bytes }: MarketFile): Promise<Bars> {
  if (tableKind(name) === 'parquet') return valueOf(await readBarsTable(bytes, path));
  return valueOf(readBarsCsv(textOf(unpackedPath(name) === undefined ? bytes : unpacked(path, bytes)), path));
}

function unpacked(path: string, bytes: Uint8Array): Uint8Array {
  try {
    return gunzip(bytes);
  } catch (error) {
    throw new BadInput(`${path}: it is damaged or no gzip: ${(error as Error).message}`);
  }
}

async function workspaceOf(path: string, bytes: Uint8Array): Promise<MarketFiles> {
  try {
    const contents = readWorkspace(bytes);
    const market = new Map<string, Bars>();
    for (const file of contents.bars) market.set(file.symbol, await readWorkspaceBars(bytes, file));
    const universes = new Map<string, Universe>();
    for (const row of contents.universes) {
      const members = readUniverseRows(row.members);
      if (members && typeof row.name === 'string') universes.set(row.name, members);
    }
    return { market, universes };
  } catch (error) {
    throw new BadInput(`${path}: ${(error as Error).message}`);
  }
}
