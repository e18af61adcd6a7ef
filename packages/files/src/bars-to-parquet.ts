// Bars out as Parquet.

import { type Bars, isoFromDay } from '@plateau/core';
import { parquetWriteBuffer } from 'hyparquet-writer';
import { titleOf, valuesOf } from './bars-export.ts';

export function barsParquet(bars: Bars): Uint8Array {
  // Prices repeat too little for a dictionary, and no reader of ours looks at statistics.
  const plain = { type: 'DOUBLE', encoding: 'PLAIN' } as const;
  const values = valuesOf(bars).map((name) => ({
    name: titleOf(name),
    data: bars[name] ?? new Float64Array(0),
    ...plain,
  }));
  const days = {
    name: 'Date',
    data: Array.from(bars.day, isoFromDay),
    type: 'STRING',
    encoding: 'PLAIN',
  } as const;
  return new Uint8Array(parquetWriteBuffer({ columnData: [days, ...values], statistics: false }));
}
