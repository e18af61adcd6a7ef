// Bars out as Parquet.

import type { Bars } from '@plateau/core';
import { titleOf, valuesOf } from './bars-export.ts';
import { writeParquet } from './write-parquet.ts';

/** One row a bar, days as dates, prices as they are kept. */
export function barsParquet(bars: Bars): Uint8Array {
  return writeParquet([
    { name: 'Date', kind: 'day', data: bars.day },
    ...valuesOf(bars).map((name) => ({
      name: titleOf(name),
      kind: 'number' as const,
      data: bars[name] ?? new Float64Array(0),
    })),
  ]);
}
