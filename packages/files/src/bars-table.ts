// One instrument's bars from a Parquet file of anyone's.

import type { Bars } from '@plateau/core';
import { readBarsRows } from './bars-rows.ts';
import { readTable } from './import/tables.ts';
import type { Result } from './problem.ts';

/** Reads bars as readBarsRows does, from the columns of the same names. */
export async function readBarsTable(bytes: Uint8Array, file: string): Promise<Result<Bars>> {
  const table = await readTable('parquet', bytes);
  if (!table.ok) return { ok: false, problems: [{ file, message: table.message }] };
  return readBarsRows(table.rows.values(), file);
}
