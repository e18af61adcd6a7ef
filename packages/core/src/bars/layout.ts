// How bars lie in one piece of memory: the days as 32-bit numbers padded to eight bytes, then open, high, low, close, volume
// and perhaps factor as 64-bit floats.

import type { BarColumns, Bars } from './bars.ts';
import { BAR_VALUES } from './columns.ts';

const FLOAT = 8;
const daysBytes = (count: number): number => Math.ceil(count / 2) * FLOAT;

/** The size of so many bars, in bytes: a multiple of eight. */
export function bytesOfBars(count: number, factor: boolean): number {
  return daysBytes(count) + bytesOfValues(count, factor);
}

/** The same of their columns without the days. */
export function bytesOfValues(count: number, factor: boolean): number {
  return (BAR_VALUES.length + (factor ? 1 : 0)) * count * FLOAT;
}

/** Bars whose columns are views into the memory. @param offset in bytes, a multiple of eight */
export function barsIn(
  memory: ArrayBuffer | SharedArrayBuffer,
  offset: number,
  count: number,
  factor: boolean,
): BarColumns {
  const day = new Int32Array(memory, offset, count);
  return valuesIn(memory, offset + daysBytes(count), day, factor);
}

/** Bars of the days, their other columns views into the memory. @param offset as {@link barsIn} takes it */
export function valuesIn(
  memory: ArrayBuffer | SharedArrayBuffer,
  offset: number,
  day: Int32Array,
  factor: boolean,
): BarColumns {
  const count = day.length;
  const column = (k: number): Float64Array => new Float64Array(memory, offset + k * count * FLOAT, count);
  return {
    day,
    open: column(0),
    high: column(1),
    low: column(2),
    close: column(3),
    volume: column(4),
    ...(factor ? { factor: column(BAR_VALUES.length) } : {}),
  };
}

/** Room for so many bars, all 0. */
export function newBars(count: number, factor = false): BarColumns {
  return barsIn(new ArrayBuffer(bytesOfBars(count, factor)), 0, count, factor);
}

/** Copies the prices, volumes and factors of bars over those of others of the same days and columns. */
export function copyValues(from: Bars, to: Bars): void {
  for (const name of BAR_VALUES) to[name].set(from[name]);
  if (from.factor) to.factor?.set(from.factor);
}
