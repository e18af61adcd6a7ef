// A table out as Parquet.

import { parquetWriteBuffer } from 'hyparquet-writer';
import type { Table } from './tables.ts';

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
