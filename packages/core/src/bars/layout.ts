// How bars lie in one piece of memory: the days as 32-bit numbers padded to eight bytes, then open, high, low, close, volume
// and perhaps factor as 64-bit floats.

import type { Bars } from './bars.ts';
import { BAR_VALUES } from './columns.ts';

const FLOAT = 8;
const daysBytes = (count: number): number => Math.ceil(count / 2) * FLOAT;

/** The size of so many bars, in bytes: a multiple of eight. */
export function bytesOfBars(count: number, factor: boolean): number {
  return daysBytes(count) + (BAR_VALUES.length + (factor ? 1 : 0)) * count * FLOAT;
}

/** Bars whose columns are views into the memory. @param offset in bytes, a multiple of eight */
export function barsIn(
  memory: ArrayBuffer | SharedArrayBuffer,
  offset: number,
  count: number,
  factor: boolean,
): Bars {
  const column = (k: number): Float64Array =>
    new Float64Array(memory, offset + daysBytes(count) + k * count * FLOAT, count);
  return {
    day: new Int32Array(memory, offset, count),
    open: column(0),
    high: column(1),
    low: column(2),
    close: column(3),
    volume: column(4),
    ...(factor ? { factor: column(BAR_VALUES.length) } : {}),
  };
}

/** Room for so many bars, all 0. */
export function newBars(count: number, factor = false): Bars {
  return barsIn(new ArrayBuffer(bytesOfBars(count, factor)), 0, count, factor);
}

/** Copies bars over others of the same count and columns. */
export function copyBars(from: Bars, to: Bars): void {
  to.day.set(from.day);
  for (const name of BAR_VALUES) to[name].set(from[name]);
  if (from.factor) to.factor?.set(from.factor);
}
