// All of a blend's tables as one file: a zip of CSV or of Parquet, or one workbook.

import type { BlendRun } from '@plateau/core';
import { blendSummaryJson, blendTables, contributionsTable, partOrdersTable } from './blend-tables.ts';
import { type RunFormat, tablesFile } from './tables-file.ts';

/** @throws with a sentence when a table is too long for the format */
export function blendTablesFile(run: BlendRun, format: RunFormat): Promise<Uint8Array> {
  const tables = [...blendTables(run), contributionsTable(run), partOrdersTable(run)];
  return tablesFile(tables, format, blendSummaryJson(run));
}
