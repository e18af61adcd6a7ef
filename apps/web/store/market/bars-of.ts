// One instrument's bars, for what shows them outside of the Market.

import type { Bars } from '@plateau/core';
import { useLiveQuery } from 'dexie-react-hooks';
import { readBars } from '../bars.ts';
import { readOne } from '../read.ts';

/** Repaired, as runs read them; undefined while they are read or where there are none. */
export function useBarsOf(symbol: string): Bars | undefined {
  return useLiveQuery(async () => {
    const listing = await readOne('listings', symbol);
    return listing ? (await readBars([listing])).get(symbol) : undefined;
  }, [symbol]);
}
