// Makes files whose writers are large. The zip of a workbook is packed by further workers, which the page itself may not start.

import type { Bars } from '@plateau/core';
import { barsParquet, barsXlsx, type Table, tableParquet, tablesXlsx } from '@plateau/files';
import { expose } from 'comlink';

const api = {
  barsWorkbook: (bars: Bars): Promise<Uint8Array> => barsXlsx(bars),
  barsParquet: (bars: Bars): Uint8Array => barsParquet(bars),
  tableParquet: (table: Table): Uint8Array => tableParquet(table),
  tablesWorkbook: (tables: readonly Table[]): Promise<Uint8Array> => tablesXlsx(tables),
};
export type WorkbookApi = typeof api;
expose(api);
