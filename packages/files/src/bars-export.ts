// Bars out: CSV, XLSX and Parquet, with the columns that the import reads back.

import { type Bars, isoFromDay } from '@plateau/core';
import { parquetWriteBuffer } from 'hyparquet-writer';
import writeSheet from 'write-excel-file/universal';
import { writeCsv } from './write-csv.ts';

const PRICES = ['open', 'high', 'low', 'close', 'volume'] as const;
const HEADER = ['Date', 'Open', 'High', 'Low', 'Close', 'Volume'];

const headerOf = (bars: Bars): string[] => (bars.factor ? [...HEADER, 'Factor'] : HEADER);

function numbersAt(bars: Bars, i: number): number[] {
  const prices = PRICES.map((key) => bars[key][i] ?? Number.NaN);
  return bars.factor ? [...prices, bars.factor[i] ?? 1] : prices;
}

/** Prices as they are kept, adjusted for splits, in full. */
export function barsCsv(bars: Bars): string {
  return writeCsv(
    headerOf(bars),
    Array.from(bars.day, (day, i) => [isoFromDay(day), ...numbersAt(bars, i)]),
  );
}

export async function barsXlsx(bars: Bars): Promise<Uint8Array> {
  const rows = Array.from(bars.day, (day, i) => [
    { type: Date, value: new Date(day * 86_400_000), format: 'yyyy-mm-dd' },
    ...numbersAt(bars, i).map((value) => ({ type: Number, value })),
  ]);
  const blob = await writeSheet([headerOf(bars).map((value) => ({ value })), ...rows]).toBlob();
  return new Uint8Array(await blob.arrayBuffer());
}

export function barsParquet(bars: Bars): Uint8Array {
  // Prices repeat too little for a dictionary, and no reader of ours looks at statistics.
  const plain = { type: 'DOUBLE', encoding: 'PLAIN' } as const;
  const prices = PRICES.map((key) => ({
    name: key[0]?.toUpperCase() + key.slice(1),
    data: bars[key],
    ...plain,
  }));
  const factor = bars.factor ? [{ name: 'Factor', data: bars.factor, ...plain }] : [];
  const days = {
    name: 'Date',
    data: Array.from(bars.day, isoFromDay),
    type: 'STRING',
    encoding: 'PLAIN',
  } as const;
  return new Uint8Array(parquetWriteBuffer({ columnData: [days, ...prices, ...factor], statistics: false }));
}
