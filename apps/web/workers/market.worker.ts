// Reads bars from the store into memory that all engine workers share.

import { type SharedMarket, shareMarket } from '@plateau/core';
import { unpackBars } from '@/store/bar-block.ts';
import { database } from '@/store/database.ts';

export type MarketAnswer = { readonly market: SharedMarket } | { readonly fault: string };

async function answer(symbols: readonly string[]): Promise<MarketAnswer> {
  try {
    const listings = (await database.listings.bulkGet([...symbols])).filter((l) => l !== undefined);
    const blocks = await database.blocks.bulkGet(listings.map(({ block }) => block));
    const bars = listings.flatMap(({ symbol }, k) => {
      const block = blocks[k]?.block;
      return block ? [[symbol, unpackBars(block)] as const] : [];
    });
    return { market: shareMarket(new Map(bars)) };
  } catch (error) {
    return { fault: error instanceof Error ? error.message : String(error) };
  }
}

addEventListener('message', ({ data }: MessageEvent<readonly string[]>) => {
  void answer(data).then((message) => postMessage(message));
});
