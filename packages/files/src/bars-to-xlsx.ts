// Bars out as a workbook.

import type { Bars } from '@plateau/core';
import writeSheet from 'write-excel-file/universal';
import { headerOf, numbersAt } from './bars-export.ts';

export async function barsXlsx(bars: Bars): Promise<Uint8Array> {
  const rows = Array.from(bars.day, (day, i) => [
    { type: Date, value: new Date(day * 86_400_000), format: 'yyyy-mm-dd' },
    ...numbersAt(bars, i).map((value) => ({ type: Number, value })),
  ]);
  const blob = await writeSheet([headerOf(bars).map((value) => ({ value })), ...rows]).toBlob();
  return new Uint8Array(await blob.arrayBuffer());
}
