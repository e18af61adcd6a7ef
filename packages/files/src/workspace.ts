// A whole workspace as one zip: bars as Parquet, all else as JSON; and back.

import { type Bars, fingerprint } from '@plateau/core';
import { type UnzipFileInfo, unzipSync } from 'fflate';
import Joi from 'joi';
import { readBarsParquet } from './bars-parquet.ts';
import { barsParquet } from './bars-to-parquet.ts';
import { readJson } from './json.ts';
import { LIMITS } from './limits.ts';
import { ZipPieces } from './zip-pieces.ts';

const WORKSPACE_FORMAT = 'plateau-workspace/1';
const CONTENTS = 'workspace.json';

type Json = Readonly<Record<string, unknown>>;

/** What stands beside the bars: rows of each table, as the app keeps them. */
export interface WorkspaceTables {
  readonly listings: readonly (Json & { readonly symbol: string })[];
  readonly universes: readonly Json[];
  readonly sheets: readonly Json[];
  /** none in workspaces from before there were any, as with saved runs */
  readonly blends: readonly Json[];
  readonly logbook: readonly Json[];
  readonly runs: readonly Json[];
  readonly studies: readonly Json[];
  readonly followed: readonly Json[];
  readonly repairs: readonly Json[];
  readonly layouts: readonly Json[];
  readonly settings: readonly Json[];
}

interface BarsFile {
  readonly symbol: string;
  readonly path: string;
  readonly fingerprint: string;
}

export interface WorkspaceContents extends WorkspaceTables {
  readonly format: typeof WORKSPACE_FORMAT;
  readonly bars: readonly BarsFile[];
}

/** Writes a workspace piece by piece, so that its bars are never all in memory. */
export class WorkspaceWriter {
  readonly #zip: ZipPieces;
  readonly #bars: BarsFile[] = [];

  /** @param take is given the zip's bytes as they come */
  constructor(take: (piece: Uint8Array<ArrayBuffer>) => void) {
    this.#zip = new ZipPieces(take);
  }

  addBars(symbol: string, bars: Bars): void {
    const bytes = barsParquet(bars);
    const number = String(this.#bars.length + 1).padStart(5, '0');
    const path = `bars/${number}-${symbol.replace(/[^\p{L}\p{N}_-]/gu, '_')}.parquet`;
    this.#bars.push({ symbol, path, fingerprint: fingerprint(bytes) });
    this.#zip.addStored(path, bytes);
  }

  /** The tables come last, once all bars are in. */
  finish(tables: WorkspaceTables): void {
    const contents: WorkspaceContents = { format: WORKSPACE_FORMAT, ...tables, bars: this.#bars };
    this.#zip.addPacked(CONTENTS, JSON.stringify(contents));
    this.#zip.end();
  }
}

const rows = (key: string) =>
  Joi.array()
    .items(Joi.object({ [key]: Joi.string().required() }).unknown())
    .required();
const schema = Joi.object({
  format: Joi.valid(WORKSPACE_FORMAT).required(),
  listings: rows('symbol'),
  universes: rows('id'),
  sheets: rows('id'),
  blends: rows('id').optional().default([]),
  logbook: rows('id'),
  runs: rows('id').optional().default([]),
  studies: rows('id').optional().default([]),
  followed: rows('id').optional().default([]),
  repairs: rows('id'),
  layouts: rows('shape'),
  settings: rows('key'),
  bars: Joi.array()
    .items(
      Joi.object({
        symbol: Joi.string().required(),
        path: Joi.string().required(),
        fingerprint: Joi.string().required(),
      }),
    )
    .unique('symbol')
    .required(),
});

/** One file of the zip. @throws when it would unpack to more than a workspace holds */
function entry(zip: Uint8Array, path: string): Uint8Array | undefined {
  const filter = ({ name, size, originalSize }: UnzipFileInfo): boolean => {
    if (name !== path) return false;
    if (originalSize > LIMITS.json || (originalSize > 1e6 && originalSize > size * LIMITS.growth))
      throw new Error(TOO_LARGE);
    return true;
  };
  return unzipSync(zip, { filter })[path];
}

const TOO_LARGE = 'it unpacks to more than a workspace holds';

/** What a workspace holds. @throws with a sentence when the bytes are no workspace, or one of another format */
export function readWorkspace(zip: Uint8Array): WorkspaceContents {
  let json: Uint8Array | undefined;
  try {
    json = entry(zip, CONTENTS);
  } catch (error) {
    const why = (error as Error).message === TOO_LARGE ? `: ${TOO_LARGE}` : '';
    throw new Error(`The file is no zip, or is damaged${why}.`);
  }
  if (!json) throw new Error(`The zip is no workspace: it holds no ${CONTENTS}.`);
  const read = readJson(new TextDecoder().decode(json));
  if (!read.ok) throw new Error(`The workspace is damaged: its ${CONTENTS} cannot be read, ${read.message}.`);
  const { value } = read;
  const format = (value as Json | null)?.format;
  if (format !== WORKSPACE_FORMAT) {
    throw new Error(
      `The workspace is of the format “${String(format).slice(0, 40)}”; this reads ${WORKSPACE_FORMAT}.`,
    );
  }
  const { error, value: contents } = schema.validate(value);
  if (error) throw new Error(`The workspace is damaged: ${error.message}.`);
  return contents as WorkspaceContents;
}

/** One instrument's bars. @throws with a sentence when they are missing or were changed */
export async function readWorkspaceBars(
  zip: Uint8Array,
  { symbol, path, fingerprint: kept }: BarsFile,
): Promise<Bars> {
  const bytes = entry(zip, path);
  if (!bytes) throw new Error(`The workspace is damaged: the bars of ${symbol} are missing.`);
  if (fingerprint(bytes) !== kept)
    throw new Error(`The workspace is damaged: the bars of ${symbol} were changed.`);
  return readBarsParquet(bytes);
}
