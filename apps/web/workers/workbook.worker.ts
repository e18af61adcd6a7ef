// Makes workbooks: their zip is packed by further workers, which the page itself may not start.

import type { Bars } from '@plateau/core';
import { barsXlsx, type Table, tablesXlsx } from '@plateau/files';
import { expose } from 'comlink';

const api = {
  ofBars: (bars: Bars): Promise<Uint8Array> => barsXlsx(bars),
  ofTables: (tables: readonly Table[]): Promise<Uint8Array> => tablesXlsx(tables),
};
export type WorkbookApi = typeof api;
expose(api);
