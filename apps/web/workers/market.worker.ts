// Reads bars from the store into memory that all engine workers share.

import { type SharedMarket, shareMarket } from '@plateau/core';
import { readBars } from '@/store/bars.ts';
import { readEach } from '@/store/read.ts';

export type MarketAnswer = { readonly market: SharedMarket } | { readonly fault: string };

async function answer(symbols: readonly string[]): Promise<MarketAnswer> {
  try {
    const listings = (await readEach('listings', [...symbols])).filter((l) => l !== undefined);
    return { market: shareMarket(await readBars(listings)) };
  } catch (error) {
    return { fault: error instanceof Error ? error.message : String(error) };
  }
}

addEventListener('message', ({ data }: MessageEvent<readonly string[]>) => {
  void answer(data).then((message) => postMessage(message));
});
