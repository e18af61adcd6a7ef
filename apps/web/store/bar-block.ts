// Bars as one binary block: a header of two 32-bit numbers (count, 1 with a factor column), the days as 32-bit numbers
// padded to eight bytes, then open, high, low, close, volume and perhaps factor as 64-bit floats.

import { at, type Bars } from '@plateau/core';

const HEADER = 8;
const daysBytes = (count: number): number => Math.ceil(count / 2) * 8;

export function packBars(bars: Bars): ArrayBuffer {
  const count = bars.day.length;
  const columns = [bars.open, bars.high, bars.low, bars.close, bars.volume];
  if (bars.factor) columns.push(bars.factor);
  const block = new ArrayBuffer(HEADER + daysBytes(count) + columns.length * count * 8);
  new Uint32Array(block, 0, 2).set([count, bars.factor ? 1 : 0]);
  new Int32Array(block, HEADER, count).set(bars.day);
  columns.forEach((column, k) => {
    new Float64Array(block, HEADER + daysBytes(count) + k * count * 8, count).set(column);
  });
  return block;
}

/** The columns are views into the block. */
export function unpackBars(block: ArrayBuffer): Bars {
  const [count = 0, withFactor = 0] = new Uint32Array(block, 0, 2);
  const column = (k: number): Float64Array =>
    new Float64Array(block, HEADER + daysBytes(count) + k * count * 8, count);
  return {
    day: new Int32Array(block, HEADER, count),
    open: column(0),
    high: column(1),
    low: column(2),
    close: column(3),
    volume: column(4),
    ...(withFactor === 1 ? { factor: column(5) } : {}),
  };
}

/** A block's first and last day and its number of bars, without unpacking it. */
export function summaryOfBlock(block: ArrayBuffer): { first: number; last: number; count: number } {
  const [count = 0] = new Uint32Array(block, 0, 1);
  const days = new Int32Array(block, HEADER, count);
  return { first: at(days, 0), last: at(days, count - 1), count };
}

/** Whether a value is a block as {@link packBars} makes them. */
export function isBlock(value: unknown): value is ArrayBuffer {
  if (!(value instanceof ArrayBuffer) || value.byteLength < HEADER) return false;
  const [count = 0, withFactor = 2] = new Uint32Array(value, 0, 2);
  return (
    count > 0 &&
    withFactor <= 1 &&
    value.byteLength === HEADER + daysBytes(count) + (5 + withFactor) * count * 8
  );
}
