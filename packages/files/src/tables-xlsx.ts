// Tables out as a workbook.

import writeSheets from 'write-excel-file/universal';
import type { Table, TableColumn } from './tables.ts';
import type { Cell } from './write-csv.ts';

/** Rows a sheet can hold, its header among them. */
const MOST_ROWS = 1_048_576;

/** One sheet a table. @throws with a sentence when a table is too long for a sheet */
export async function tablesXlsx(tables: readonly Table[]): Promise<Uint8Array> {
  const long = tables.find(({ rows }) => rows.length >= MOST_ROWS);
  if (long) {
    throw new Error(
      `“${long.name}” has ${long.rows.length} rows, more than a sheet of XLSX can hold; take CSV or Parquet`,
    );
  }
  const sheets = tables.map(({ name, columns, rows }) => ({
    sheet: name,
    data: [
      columns.map((column) => ({ value: column.name })),
      ...rows.map((row) => row.map((cell, k) => sheetCell(cell, columns[k]?.kind))),
    ],
  }));
  const blob = await writeSheets(sheets).toBlob();
  return new Uint8Array(await blob.arrayBuffer());
}

function sheetCell(cell: Cell, kind: TableColumn['kind'] | undefined) {
  if (cell === undefined || Number.isNaN(cell)) return null;
  if (kind === 'date') return { type: Date, value: new Date(`${cell}T00:00:00Z`), format: 'yyyy-mm-dd' };
  return typeof cell === 'number' ? { type: Number, value: cell } : { type: String, value: cell };
}
