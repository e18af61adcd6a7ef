// Bars as one binary block, as stores and archives keep them. A header of two 32-bit numbers: the count, and the form (1 with a
// factor column, 2 where columns are narrow). In the narrow form, which is the one written, a table follows of one byte a column: how many decimals its
// 32-bit numbers have, or WIDE where it holds 64-bit floats; then the days and the columns, each from a multiple of eight bytes
// on. In the wide form, which is only read, the bars stand as bars/layout.ts lays them.
//
// Prices are quoted in hundredths or so: as whole numbers they take half the room and half the time of reading, and give the
// very same bits back.

import { at } from '../numeric/at.ts';
import type { Bars } from './bars.ts';
import { BAR_VALUES } from './columns.ts';
import { barsIn, bytesOfBars, copyValues, newBars } from './layout.ts';

const HEADER = 8;
const TABLE = 8;
const FACTOR = 1;
const NARROW = 2;
/** In the table: a column of 64-bit floats. */
const WIDE = 255;
const MOST_DECIMALS = 6;
const POWERS = Float64Array.from({ length: MOST_DECIMALS + 1 }, (_none, d) => 10 ** d);
const LARGEST = 2 ** 31 - 1;

const padded = (bytes: number): number => Math.ceil(bytes / 8) * 8;

export function packBars(bars: Bars): ArrayBuffer {
  const count = bars.day.length;
  const columns = columnsIn(bars);
  const decimals = columns.map(decimalsOf);
  const block = new ArrayBuffer(sizeOf(count, decimals));
  new Uint32Array(block, 0, 2).set([count, NARROW + (bars.factor ? FACTOR : 0)]);
  new Uint8Array(block, HEADER, TABLE).set(decimals);
  new Int32Array(block, HEADER + TABLE, count).set(bars.day);
  let offset = HEADER + TABLE + padded(4 * count);
  columns.forEach((column, k) => {
    const its = at(decimals, k);
    if (its === WIDE) new Float64Array(block, offset, count).set(column);
    else narrow(column, its, new Int32Array(block, offset, count));
    offset += bytesOfColumn(count, its);
  });
  return block;
}

/** Columns of the wide form are views into the block. */
export function unpackBars(block: ArrayBuffer): Bars {
  const { count, form, factor } = headOf(block);
  if (form < NARROW) return barsIn(block, HEADER, count, factor);
  const bars = newBars(count, factor);
  bars.day.set(daysOfBlock(block));
  unpackValues(block, bars);
  return bars;
}

/** Unpacks all but a block's days over bars of its count and columns, as {@link headOf} tells them. */
export function unpackValues(block: ArrayBuffer, bars: Bars): void {
  const { count, form, factor } = headOf(block);
  if (form < NARROW) {
    copyValues(barsIn(block, HEADER, count, factor), bars);
    return;
  }
  const decimals = new Uint8Array(block, HEADER, TABLE);
  let offset = HEADER + TABLE + padded(4 * count);
  columnsIn(bars).forEach((column, k) => {
    const its = at(decimals, k);
    if (its === WIDE) column.set(new Float64Array(block, offset, count));
    else widen(new Int32Array(block, offset, count), its, column);
    offset += bytesOfColumn(count, its);
  });
}

/** How many bars a block holds, and whether they have a factor column. */
export function headOf(block: ArrayBuffer): {
  readonly count: number;
  readonly form: number;
  readonly factor: boolean;
} {
  const [count = 0, form = 0] = new Uint32Array(block, 0, 2);
  return { count, form, factor: form === FACTOR || form === NARROW + FACTOR };
}

/** The days of a block alone: a view into it. */
export function daysOfBlock(block: ArrayBuffer): Int32Array {
  const [count = 0, form = 0] = new Uint32Array(block, 0, 2);
  return new Int32Array(block, form < NARROW ? HEADER : HEADER + TABLE, count);
}

/** A block's first and last day and its number of bars, without unpacking it. */
export function summaryOfBlock(block: ArrayBuffer): { first: number; last: number; count: number } {
  const days = daysOfBlock(block);
  return { first: at(days, 0), last: at(days, days.length - 1), count: days.length };
}

/** Whether a value is a block as {@link packBars} makes them, or made them once. */
export function isBlock(value: unknown): value is ArrayBuffer {
  if (!(value instanceof ArrayBuffer) || value.byteLength < HEADER) return false;
  const [count = 0, form = 4] = new Uint32Array(value, 0, 2);
  if (count === 0 || form > NARROW + FACTOR) return false;
  if (form < NARROW) return value.byteLength === HEADER + bytesOfBars(count, form === FACTOR);
  if (value.byteLength < HEADER + TABLE) return false;
  const columns = BAR_VALUES.length + (form === NARROW + FACTOR ? 1 : 0);
  const decimals = [...new Uint8Array(value, HEADER, columns)];
  return (
    decimals.every((its) => its === WIDE || its <= MOST_DECIMALS) &&
    value.byteLength === sizeOf(count, decimals)
  );
}

function columnsIn(bars: Bars): Float64Array[] {
  return [...BAR_VALUES.map((name) => bars[name]), ...(bars.factor ? [bars.factor] : [])];
}

function bytesOfColumn(count: number, decimals: number): number {
  return padded((decimals === WIDE ? 8 : 4) * count);
}

function sizeOf(count: number, decimals: readonly number[]): number {
  const columns = decimals.reduce((sum, its) => sum + bytesOfColumn(count, its), 0);
  return HEADER + TABLE + padded(4 * count) + columns;
}

/** The fewest decimals with which every value is a whole number of 32 bits and comes back to the bit; else WIDE. */
function decimalsOf(column: Float64Array): number {
  let decimals = 0;
  let largest = 0;
  for (let i = 0; i < column.length; i++) {
    const value = column[i]!;
    while (Math.round(value * POWERS[decimals]!) / POWERS[decimals]! !== value) {
      if (++decimals > MOST_DECIMALS) return WIDE;
    }
    if (value === 0 && 1 / value < 0) return WIDE;
    largest = Math.max(largest, Math.abs(value));
  }
  return largest * POWERS[decimals]! < LARGEST ? decimals : WIDE;
}

function narrow(column: Float64Array, decimals: number, out: Int32Array): void {
  const power = POWERS[decimals]!;
  for (let i = 0; i < column.length; i++) out[i] = Math.round(column[i]! * power);
}

function widen(column: Int32Array, decimals: number, out: Float64Array): void {
  const power = POWERS[decimals]!;
  for (let i = 0; i < column.length; i++) out[i] = column[i]! / power;
}
