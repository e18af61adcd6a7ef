// A market in one block of shared memory, so that every worker reads the same bars and none copies them.

import type { Bars, Market } from '../bars/bars.ts';
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
  const shares: Share[] = [];
  let size = 0;
  for (const [symbol, bars] of market) {
    const share = { symbol, offset: size, count: bars.day.length, factor: bars.factor !== undefined };
    shares.push(share);
    size += bytesOfBars(share.count, share.factor);
  }
  const shared = { memory: new SharedArrayBuffer(size), shares };
  for (const [symbol, copy] of openMarket(shared)) copyBars(market.get(symbol) as Bars, copy);
  return shared;
}

/** The market whose columns are views into the shared memory. */
export function openMarket({ memory, shares }: SharedMarket): Map<string, Bars> {
  return new Map(
    shares.map(({ symbol, offset, count, factor }) => [symbol, barsIn(memory, offset, count, factor)]),
  );
}
