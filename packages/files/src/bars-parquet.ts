// Bars from Parquet as Plateau writes it, to the last bit.

import { type Bars, dayFromIso, faultsInBars } from '@plateau/core';
import { parquetMetadata, parquetRead } from 'hyparquet';

const PRICES = ['Open', 'High', 'Low', 'Close', 'Volume', 'Factor'] as const;

/** @throws when a column is missing or a date is none */
export async function readBarsParquet(bytes: Uint8Array): Promise<Bars> {
  const file = bytes.slice().buffer;
  const metadata = parquetMetadata(file);
  const count = Number(metadata.num_rows);
  if (count > bytes.length * 1000) throw new Error('it promises more rows than it can hold');
  const day = new Int32Array(count);
  const columns = new Map<string, Float64Array>();
  await parquetRead({
    file,
    metadata,
    onChunk: ({ columnName, columnData, rowStart }) => {
      if (columnName === 'Date') {
        for (let i = 0; i < columnData.length; i++) day[rowStart + i] = dayOf(columnData[i]);
        return;
      }
      const column = columns.get(columnName) ?? new Float64Array(count);
      columns.set(columnName, column);
      for (let i = 0; i < columnData.length; i++) column[rowStart + i] = Number(columnData[i]);
    },
  });
  const [open, high, low, close, volume, factor] = PRICES.map((name) => columns.get(name));
  if (!open || !high || !low || !close || !volume) throw new Error('a column is missing');
  const bars = { day, open, high, low, close, volume, ...(factor ? { factor } : {}) };
  const [fault] = faultsInBars(bars);
  if (fault) throw new Error(`bar ${fault.place + 1}: ${fault.message}`);
  return bars;
}

/** Workspaces of before wrote days as text. */
function dayOf(cell: unknown): number {
  if (cell instanceof Date) return Math.floor(cell.getTime() / 86_400_000);
  const day = dayFromIso(String(cell));
  if (day === undefined) throw new Error(`“${String(cell).slice(0, 40)}” is no date`);
  return day;
}
