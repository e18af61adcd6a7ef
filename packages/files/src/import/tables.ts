// Files of every kind as rows of text cells.

import { isoFromDay } from '@plateau/core';
import { gunzipSync } from 'fflate';
import { decompress as zstd } from 'fzstd';
import { type FileMetaData, parquetMetadata, parquetReadObjects } from 'hyparquet';
import Papa from 'papaparse';
import { readSheet } from 'read-excel-file/universal';
import { decodeText, guessSeparator } from './text.ts';

export type TableKind = 'csv' | 'xlsx' | 'parquet';

export type Table =
  | { readonly ok: true; readonly rows: readonly (readonly string[])[] }
  | { readonly ok: false; readonly message: string };

/** What a file is, by its ending; undefined for what is no table. */
export function tableKind(path: string): TableKind | undefined {
  const ending = /\.([a-z]+)$/i.exec(path)?.[1]?.toLowerCase();
  if (ending === 'csv' || ending === 'tsv' || ending === 'txt') return 'csv';
  return ending === 'xlsx' || ending === 'parquet' ? ending : undefined;
}

/** All rows of a file. The first sheet of a workbook is read. @param separator of a text file; guessed where left out */
export async function readTable(kind: TableKind, bytes: Uint8Array, separator?: string): Promise<Table> {
  if (bytes.length === 0) return { ok: false, message: 'the file is empty' };
  try {
    if (kind === 'csv') return readCsv(decodeText(bytes), separator);
    return { ok: true, rows: kind === 'xlsx' ? await readWorkbook(bytes) : await readParquet(bytes) };
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    return { ok: false, message: `the file is damaged or no ${kind}: ${why.slice(0, 200)}` };
  }
}

/** Longest cell of a table of prices; a longer one is an open quote that swallowed rows, or no such table. */
const LONGEST_CELL = 10_000;

function readCsv(text: string, separator = guessSeparator(text)): Table {
  if (text.includes('\u0000')) return { ok: false, message: 'the file holds binary data, not text' };
  const { data } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), {
    delimiter: separator,
  });
  const line = data.findIndex((row) => row.some((cell) => cell.length > LONGEST_CELL));
  if (line >= 0) {
    return {
      ok: false,
      message: `line ${line + 1} has a cell of over 10,000 characters: is a quote left open?`,
    };
  }
  return { ok: true, rows: data };
}

async function readWorkbook(bytes: Uint8Array): Promise<string[][]> {
  const rows = await readSheet(bytes.slice().buffer);
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
    compressors: { GZIP: (input) => gunzipSync(input), ZSTD: (input) => zstd(input) },
  });
  return [names, ...objects.map((row) => names.map((name) => cellText(row[name])))];
}

/** Rows that a byte of a table of prices may stand for at most; a damaged count would be read for ever. */
const ROWS_PER_BYTE = 1000;

function faultInParquet({ num_rows, row_groups, schema }: FileMetaData, size: number): string | undefined {
  if (Number(num_rows) > size * ROWS_PER_BYTE) return 'it promises more rows than it can hold';
  if (schema.length < 2) return 'it has no columns';
  for (const group of row_groups) {
    for (const { meta_data: column } of group.columns) {
      if (!column) return 'a column is missing';
      const from = Number(column.dictionary_page_offset ?? column.data_page_offset);
      const end = from + Number(column.total_compressed_size);
      if (!(from >= 0 && end > from && end <= size)) return 'a column lies outside the file';
      if (column.num_values !== group.num_rows) return 'its columns are not equally long';
    }
  }
  return undefined;
}

function cellText(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  if (cell instanceof Date) return isoFromDay(Math.floor(cell.getTime() / 86_400_000));
  return String(cell);
}
