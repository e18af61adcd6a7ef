// A market in one block of shared memory, so that every worker reads the same bars and none copies them. Days that instruments
// share stand there once, before all other columns.

import type { Bars, Market } from '../bars/bars.ts';
import { daysOfBlock, headOf, unpackValues } from '../bars/block.ts';
import { bytesOfValues, copyValues, valuesIn } from '../bars/layout.ts';
import { at } from '../numeric/at.ts';
import { placeDays } from './place-days.ts';

interface Share {
  readonly symbol: string;
  /** byte offset of the instrument's days, and of its first other column; each of these starts at a multiple of eight bytes */
  readonly days: number;
  readonly offset: number;
  readonly count: number;
  readonly factor: boolean;
}

/** Sent between threads as it is; the memory is not copied. */
export interface SharedMarket {
  readonly memory: SharedArrayBuffer;
  readonly shares: readonly Share[];
}

/** One instrument to be shared. */
interface Source {
  readonly symbol: string;
  readonly day: Int32Array;
  readonly factor: boolean;
  /** writes all but the days over bars of the same days and columns */
  readonly fill: (bars: Bars) => void;
}

/** Copies a market into shared memory. @throws {RangeError} when there is not that much memory */
export function shareMarket(market: Market): SharedMarket {
  return shared(
    [...market].map(([symbol, bars]) => ({
      symbol,
      day: bars.day,
      factor: bars.factor !== undefined,
      fill: (copy) => copyValues(bars, copy),
    })),
  );
}

/** Unpacks blocks, by symbol, straight into shared memory. @throws {RangeError} when there is not that much memory */
export function shareBlocks(blocks: ReadonlyMap<string, ArrayBuffer>): SharedMarket {
  return shared(
    [...blocks].map(([symbol, block]) => ({
      symbol,
      day: daysOfBlock(block),
      factor: headOf(block).factor,
      fill: (copy) => unpackValues(block, copy),
    })),
  );
}

function shared(sources: readonly Source[]): SharedMarket {
  const placed = placeDays(sources.map(({ day }) => day));
  let size = Math.ceil(placed.length / 2) * 8;
  const shares = sources.map(({ symbol, day, factor }, k): Share => {
    const count = day.length;
    const share = { symbol, days: 4 * at(placed.starts, k), offset: size, count, factor };
    size += bytesOfValues(count, factor);
    return share;
  });
  const memory = new SharedArrayBuffer(size);
  const days = new Int32Array(memory, 0, placed.length);
  for (const k of placed.own) days.set(at(sources, k).day, placed.starts[k]);
  shares.forEach((share, k) => {
    at(sources, k).fill(barsOf(memory, share));
  });
  return { memory, shares };
}

/** The market whose columns are views into the shared memory. */
export function openMarket({ memory, shares }: SharedMarket): Map<string, Bars> {
  return new Map(shares.map((share) => [share.symbol, barsOf(memory, share)]));
}

function barsOf(memory: SharedArrayBuffer, { days, offset, count, factor }: Share): Bars {
  return valuesIn(memory, offset, new Int32Array(memory, days, count), factor);
}
