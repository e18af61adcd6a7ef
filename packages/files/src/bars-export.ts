// Bars out: CSV, XLSX and Parquet, with the columns that the import reads back.

import { BAR_VALUES, type Bars, isoFromDay } from '@plateau/core';
import { parquetWriteBuffer } from 'hyparquet-writer';
import writeSheet from 'write-excel-file/universal';
import { writeCsv } from './write-csv.ts';

const valuesOf = (bars: Bars) => (bars.factor ? ([...BAR_VALUES, 'factor'] as const) : BAR_VALUES);
const titleOf = (name: string): string => `${name.charAt(0).toUpperCase()}${name.slice(1)}`;
const headerOf = (bars: Bars): string[] => ['Date', ...valuesOf(bars).map(titleOf)];

function numbersAt(bars: Bars, i: number): number[] {
  return valuesOf(bars).map((name) => bars[name]?.[i] ?? Number.NaN);
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
