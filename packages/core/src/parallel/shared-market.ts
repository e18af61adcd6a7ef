// A market in one block of shared memory, so that every worker reads the same bars and none copies them.

import type { Bars, Market } from '../bars/bars.ts';
import { headOf, unpackInto } from '../bars/block.ts';
import { barsIn, bytesOfBars, copyBars } from '../bars/layout.ts';

interface Share {
  readonly symbol: string;
  /** byte offset of the instrument's first column; each column starts at a multiple of eight bytes */
  readonly offset: number;
  readonly count: number;
  readonly factor: boolean;
}

/** Sent between threads as it is; the memory is not copied. */
export interface SharedMarket {
  readonly memory: SharedArrayBuffer;
  readonly shares: readonly Share[];
}

/** Copies a market into shared memory. @throws {RangeError} when there is not that much memory */
export function shareMarket(market: Market): SharedMarket {
  const heads = [...market].map(([symbol, { day, factor }]) => ({
    symbol,
    count: day.length,
    factor: factor !== undefined,
  }));
  return shared(heads, (symbol, copy) => copyBars(market.get(symbol) as Bars, copy));
}

/** Unpacks blocks, by symbol, straight into shared memory. @throws {RangeError} when there is not that much memory */
export function shareBlocks(blocks: ReadonlyMap<string, ArrayBuffer>): SharedMarket {
  const heads = [...blocks].map(([symbol, block]) => ({ symbol, ...headOf(block) }));
  return shared(heads, (symbol, copy) => unpackInto(blocks.get(symbol) as ArrayBuffer, copy));
}

function shared(
  heads: readonly Omit<Share, 'offset'>[],
  fill: (symbol: string, copy: Bars) => void,
): SharedMarket {
  const shares: Share[] = [];
  let size = 0;
  for (const { symbol, count, factor } of heads) {
    shares.push({ symbol, offset: size, count, factor });
    size += bytesOfBars(count, factor);
  }
  const market = { memory: new SharedArrayBuffer(size), shares };
  for (const [symbol, copy] of openMarket(market)) fill(symbol, copy);
  return market;
}

/** The market whose columns are views into the shared memory. */
export function openMarket({ memory, shares }: SharedMarket): Map<string, Bars> {
  return new Map(
    shares.map(({ symbol, offset, count, factor }) => [symbol, barsIn(memory, offset, count, factor)]),
  );
}
