// Tables as one file: a zip of CSV or of Parquet, or one workbook.

import { strToU8, zipSync } from 'fflate';
import { type Table, tableCsv } from './tables.ts';
import { tableParquet } from './tables-parquet.ts';
import { tablesXlsx } from './tables-xlsx.ts';

export type RunFormat = 'csv' | 'xlsx' | 'parquet';

/** @param summary the text of summary.json beside the tables, where they are files */
export async function tablesFile(
  tables: readonly Table[],
  format: RunFormat,
  summary: string,
): Promise<Uint8Array> {
  if (format === 'xlsx') return tablesXlsx(tables);
  const files = tables.map((table) => [
    `${table.name}.${format}`,
    format === 'csv' ? strToU8(tableCsv(table)) : tableParquet(table),
  ]);
  return zipSync({ ...Object.fromEntries(files), 'summary.json': strToU8(summary) });
}
