// Bars as one binary block, as stores and archives keep them: a header of two 32-bit numbers (count, 1 with a factor column),
// then the bars as bars/layout.ts lays them.

import { at } from '../numeric/at.ts';
import type { Bars } from './bars.ts';
import { barsIn, bytesOfBars, copyBars } from './layout.ts';

const HEADER = 8;

export function packBars(bars: Bars): ArrayBuffer {
  const count = bars.day.length;
  const factor = bars.factor !== undefined;
  const block = new ArrayBuffer(HEADER + bytesOfBars(count, factor));
  new Uint32Array(block, 0, 2).set([count, factor ? 1 : 0]);
  copyBars(bars, barsIn(block, HEADER, count, factor));
  return block;
}

/** The columns are views into the block. */
export function unpackBars(block: ArrayBuffer): Bars {
  const [count = 0, factor = 0] = new Uint32Array(block, 0, 2);
  return barsIn(block, HEADER, count, factor === 1);
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
  const [count = 0, factor = 2] = new Uint32Array(value, 0, 2);
  return count > 0 && factor <= 1 && value.byteLength === HEADER + bytesOfBars(count, factor === 1);
}
