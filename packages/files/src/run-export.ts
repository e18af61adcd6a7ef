// All of a run's tables as one file: a zip of CSV or of Parquet, or one workbook.

import { figureCatalogue, figureOf, type Run } from '@plateau/core';
import {
  decisionsTable,
  equityTable,
  ledgerTable,
  ordersTable,
  returnsTable,
  tradesTable,
} from './run-tables.ts';
import { summaryJson } from './summary.ts';
import type { Table } from './tables.ts';
import { type RunFormat, tablesFile } from './tables-file.ts';

export { blendTablesFile } from './blend-export.ts';

/** Every figure by its key, the benchmark's own beside it. */
function figuresTable({ figures }: Run): Table {
  return {
    name: 'figures',
    columns: [
      { name: 'figure', kind: 'text' },
      { name: 'strategy', kind: 'number' },
      { name: 'benchmark', kind: 'number' },
    ],
    rows: figureCatalogue.map((entry) => [
      entry.key,
      figureOf(figures, entry),
      entry.about === 'curve' ? figures.benchmark[entry.key as 'cagr'] : undefined,
    ]),
  };
}

/** @throws with a sentence when a table is too long for the format */
export async function runTablesFile(run: Run, format: RunFormat): Promise<Uint8Array> {
  const tables = [
    figuresTable(run),
    equityTable(run),
    ...(['day', 'week', 'month'] as const).map((by) => returnsTable(run, by)),
    tradesTable([...run.trades, ...run.openTrades]),
    ordersTable(run),
    ledgerTable(run),
    decisionsTable(run),
  ];
  return tablesFile(tables, format, summaryJson(run));
}
