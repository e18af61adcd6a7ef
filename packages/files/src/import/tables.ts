// Files of every kind as rows of text cells.

import { isoFromDay } from '@plateau/core';
import { gunzipSync } from 'fflate';
import { decompress as zstd } from 'fzstd';
import { type FileMetaData, parquetMetadata, parquetReadObjects } from 'hyparquet';
import { decompressBrotli, decompressLz4, decompressLz4Raw } from 'hyparquet-compressors';
import Papa from 'papaparse';
import { readSheet } from 'read-excel-file/universal';
import { LIMITS, told } from '../limits.ts';
import { faultInText } from './row-scanner.ts';
import { decodeText, guessSeparator } from './text.ts';
import { sizedWorkbook } from './workbook-size.ts';

export type TableKind = 'csv' | 'xlsx' | 'parquet';

export type Table =
  | { readonly ok: true; readonly rows: readonly (readonly string[])[] }
  | { readonly ok: false; readonly message: string };

/** What a file is, by its ending, packed or not; undefined for what is no table. */
export function tableKind(path: string): TableKind | undefined {
  const ending = /\.([a-z]+)(?:\.gz)?$/i.exec(path)?.[1]?.toLowerCase();
  if (ending === 'csv' || ending === 'tsv' || ending === 'txt') return 'csv';
  return ending === 'xlsx' || ending === 'parquet' ? ending : undefined;
}

/** Snappy is read without one; the package's own would need WebAssembly, which the page's policy forbids. */
const COMPRESSORS = {
  BROTLI: decompressBrotli,
  GZIP: (input: Uint8Array) => gunzipSync(input),
  LZ4: decompressLz4,
  LZ4_RAW: decompressLz4Raw,
  ZSTD: (input: Uint8Array) => zstd(input),
};

/** What of a file is read, and how. */
export interface TableChoice {
  /** between the cells of a text file; guessed where left out */
  readonly separator?: string | undefined;
  /** the name of a workbook's sheet; its first where left out */
  readonly sheet?: string | undefined;
}

/** All rows of a file. */
export async function readTable(
  kind: TableKind,
  bytes: Uint8Array,
  { separator, sheet }: TableChoice = {},
): Promise<Table> {
  if (bytes.length === 0) return { ok: false, message: 'the file is empty' };
  try {
    if (kind === 'csv') return readCsv(bytes, separator);
    return { ok: true, rows: kind === 'xlsx' ? await readWorkbook(bytes, sheet) : await readParquet(bytes) };
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    return { ok: false, message: `the file is damaged or no ${kind}: ${why.slice(0, 200)}` };
  }
}

/** The text of a CSV file, looked over, and the mark between its cells. */
export type CsvText =
  | { readonly ok: true; readonly text: string; readonly separator: string }
  | { readonly ok: false; readonly message: string };

/** @param separator guessed where left out */
export function csvText(bytes: Uint8Array, separator?: string): CsvText {
  const text = decodeText(bytes).replace(/^\ufeff/, '');
  if (text.includes('\u0000')) return { ok: false, message: 'the file holds binary data, not text' };
  const mark = separator ?? guessSeparator(text);
  const fault = faultInText(text, mark);
  if (fault) return { ok: false, message: `line ${fault.line}: ${fault.message}` };
  return { ok: true, text, separator: mark };
}

function readCsv(bytes: Uint8Array, asked: string | undefined): Table {
  const read = csvText(bytes, asked);
  if (!read.ok) return read;
  return { ok: true, rows: Papa.parse<string[]>(read.text, { delimiter: read.separator }).data };
}

async function readWorkbook(bytes: Uint8Array, sheet: string | undefined): Promise<string[][]> {
  const file = sizedWorkbook(bytes).slice().buffer;
  const rows = sheet === undefined ? await readSheet(file) : await readSheet(file, sheet);
  return rows.map((row) => row.map(cellText));
}

async function readParquet(bytes: Uint8Array): Promise<string[][]> {
  const file = bytes.slice().buffer;
  const metadata = parquetMetadata(file);
  const fault = faultInParquet(metadata, bytes.length);
  if (fault) throw new Error(fault);
  const names = metadata.schema.slice(1).map(({ name }) => name);
  const objects = await parquetReadObjects({
    file,
    metadata,
    compressors: COMPRESSORS,
  });
  return [names, ...objects.map((row) => names.map((name) => cellText(row[name])))];
}

/** Rows that a byte of a table of prices may stand for at most; a damaged count would be read for ever. */
const ROWS_PER_BYTE = 1000;

function faultInParquet({ num_rows, row_groups, schema }: FileMetaData, size: number): string | undefined {
  if (Number(num_rows) > size * ROWS_PER_BYTE) return 'it promises more rows than it can hold';
  if (schema.length < 2) return 'it has no columns';
  if (schema.length > LIMITS.columns) return `it has over ${told(LIMITS.columns)} columns`;
  if (Number(num_rows) * (schema.length - 1) > LIMITS.parquetValues) {
    return `it holds over ${told(LIMITS.parquetValues)} values; split it`;
  }
  for (const group of row_groups) {
    for (const { meta_data: column } of group.columns) {
      if (!column) return 'a column is missing';
      const from = Number(column.dictionary_page_offset ?? column.data_page_offset);
      const end = from + Number(column.total_compressed_size);
      if (!(from >= 0 && end > from && end <= size)) return 'a column lies outside the file';
      if (column.num_values !== group.num_rows) return 'its columns are not equally long';
      if (Number(column.total_uncompressed_size) > LIMITS.unpacked) return 'a column unpacks to over 2 GB';
    }
  }
  return undefined;
}

function cellText(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  if (cell instanceof Date) return isoFromDay(Math.floor(cell.getTime() / 86_400_000));
  return String(cell);
}
