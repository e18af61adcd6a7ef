// The page's side of files whose writers are large: a worker for each, gone when it is done.

import type { Bars } from '@plateau/core';
import type { Table } from '@plateau/files';
import { type Remote, wrap } from 'comlink';
import type { WorkbookApi } from './workbook.worker.ts';

async function made(make: (api: Remote<WorkbookApi>) => Promise<Uint8Array>): Promise<Uint8Array> {
  const worker = new Worker(new URL('./workbook.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await make(wrap<WorkbookApi>(worker));
  } finally {
    worker.terminate();
  }
}

/** Bars as a workbook. @throws with a sentence */
export const barsWorkbook = (bars: Bars): Promise<Uint8Array> => made((api) => api.barsWorkbook(bars));

/** Bars as Parquet. */
export const barsParquetFile = (bars: Bars): Promise<Uint8Array> => made((api) => api.barsParquet(bars));

/** Tables as a workbook, one sheet each. @throws with a sentence */
export const tablesWorkbook = (tables: readonly Table[]): Promise<Uint8Array> =>
  made((api) => api.tablesWorkbook(tables));

/** A table as Parquet. @throws with a sentence */
export const tableParquetFile = (table: Table): Promise<Uint8Array> => made((api) => api.tableParquet(table));
