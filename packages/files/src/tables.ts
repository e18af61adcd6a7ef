// Tables out, in one of three open formats: CSV, XLSX, Parquet.

import { parquetWriteBuffer } from 'hyparquet-writer';
import writeSheets from 'write-excel-file/universal';
import { type Cell, writeCsv } from './write-csv.ts';

export interface TableColumn {
  readonly name: string;
  /** a date is written YYYY-MM-DD */
  readonly kind: 'text' | 'date' | 'number';
}

export interface Table {
  /** what a file or a sheet of it is called */
  readonly name: string;
  readonly columns: readonly TableColumn[];
  readonly rows: readonly (readonly Cell[])[];
}

export function tableCsv({ columns, rows }: Table): string {
  return writeCsv(
    columns.map(({ name }) => name),
    rows,
  );
}

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

/** Undefined cells are null, undefined numbers too. */
export function tableParquet({ columns, rows }: Table): Uint8Array {
  const columnData = columns.map(({ name, kind }, k) => ({
    name,
    type: kind === 'number' ? ('DOUBLE' as const) : ('STRING' as const),
    nullable: true,
    data: rows.map((row) => {
      const cell = row[k];
      return cell === undefined || Number.isNaN(cell) ? null : cell;
    }),
  }));
  return new Uint8Array(parquetWriteBuffer({ columnData, statistics: false }));
}
