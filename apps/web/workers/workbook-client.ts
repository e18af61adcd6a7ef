// The page's side of workbooks: a worker for each, gone when it is done.

import type { Bars } from '@plateau/core';
import type { Table } from '@plateau/files';
import { type Remote, wrap } from 'comlink';
import { saveFile } from '@/ui/save-file.ts';
import type { WorkbookApi } from './workbook.worker.ts';

const WORKBOOK = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

async function made(make: (api: Remote<WorkbookApi>) => Promise<Uint8Array>): Promise<Uint8Array> {
  const worker = new Worker(new URL('./workbook.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await make(wrap<WorkbookApi>(worker));
  } finally {
    worker.terminate();
  }
}

/** Saves bars as a workbook. @param name of the file, without its ending @throws with a sentence */
export async function saveBarsWorkbook(name: string, bars: Bars): Promise<void> {
  saveFile(`${name}.xlsx`, WORKBOOK, await made((api) => api.ofBars(bars)));
}

/** Saves tables as a workbook, one sheet each. @param name of the file, without its ending @throws with a sentence */
export async function saveTablesWorkbook(name: string, tables: readonly Table[]): Promise<void> {
  saveFile(`${name}.xlsx`, WORKBOOK, await made((api) => api.ofTables(tables)));
}
