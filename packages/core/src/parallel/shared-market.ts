// A market in one block of shared memory, so that every worker reads the same bars and none copies them.

import type { Bars, Market } from '../bars/bars.ts';

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

const PRICES = ['open', 'high', 'low', 'close', 'volume'] as const;
const daysBytes = (count: number): number => Math.ceil(count / 2) * 8;

/** Copies a market into shared memory. @throws {RangeError} when there is not that much memory */
export function shareMarket(market: Market): SharedMarket {
  const shares: Share[] = [];
  let size = 0;
  for (const [symbol, bars] of market) {
    const count = bars.day.length;
    shares.push({ symbol, offset: size, count, factor: bars.factor !== undefined });
    size += daysBytes(count) + (PRICES.length + (bars.factor ? 1 : 0)) * count * 8;
  }
  const memory = new SharedArrayBuffer(size);
  const shared = { memory, shares };
  for (const [symbol, copy] of openMarket(shared)) {
    const bars = market.get(symbol) as Bars;
    copy.day.set(bars.day);
    for (const key of PRICES) copy[key].set(bars[key]);
    if (bars.factor) copy.factor?.set(bars.factor);
  }
  return shared;
}

/** The market whose columns are views into the shared memory. */
export function openMarket({ memory, shares }: SharedMarket): Map<string, Bars> {
  return new Map(
    shares.map(({ symbol, offset, count, factor }) => {
      const column = (k: number): Float64Array =>
        new Float64Array(memory, offset + daysBytes(count) + k * count * 8, count);
      const bars: Bars = {
        day: new Int32Array(memory, offset, count),
        open: column(0),
        high: column(1),
        low: column(2),
        close: column(3),
        volume: column(4),
        ...(factor ? { factor: column(5) } : {}),
      };
      return [symbol, bars];
    }),
  );
}
