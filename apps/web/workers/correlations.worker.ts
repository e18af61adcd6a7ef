// Correlates the instruments of a universe; gone when it is done.

import { type CorrelationMatrix, correlationMatrix } from '@plateau/core';
import { expose } from 'comlink';
import { readBars } from '@/store/bars.ts';
import { readEach } from '@/store/read.ts';

const api = {
  async correlations(symbols: readonly string[], by: 'day' | 'week'): Promise<CorrelationMatrix> {
    const listings = (await readEach('listings', [...symbols])).filter((listing) => listing !== undefined);
    return correlationMatrix(await readBars(listings), symbols, by);
  },
};
export type CorrelationsApi = typeof api;
expose(api);
