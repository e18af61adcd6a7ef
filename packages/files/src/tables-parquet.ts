// A table out as Parquet.

import { dayFromIso } from '@plateau/core';
import type { Table, TableColumn } from './tables.ts';
import type { Cell } from './write-csv.ts';
import { writeParquet } from './write-parquet.ts';

const KINDS = { text: 'text', date: 'day', number: 'number' } as const;

/** Undefined cells are null, undefined numbers too. */
export function tableParquet({ columns, rows }: Table): Uint8Array {
  return writeParquet(
    columns.map(({ name, kind }, k) => ({
      name,
      kind: KINDS[kind],
      isNullable: true,
      data: rows.map((row) => stored(row[k], kind)),
    })),
  );
}

function stored(cell: Cell, kind: TableColumn['kind']): number | string | null {
  if (cell === undefined || Number.isNaN(cell)) return null;
  return kind === 'date' ? (dayFromIso(String(cell)) ?? null) : cell;
}
