// Reads the store's bars into memory that all engine workers share.

import { type SharedMarket, shareMarket } from '@plateau/core';
import { unpackBars } from '@/store/bar-block.ts';
import { database } from '@/store/database.ts';

export type MarketAnswer = { readonly market: SharedMarket } | { readonly fault: string };

async function answer(): Promise<MarketAnswer> {
  try {
    const stored = await database.bars.toArray();
    return { market: shareMarket(new Map(stored.map(({ symbol, block }) => [symbol, unpackBars(block)]))) };
  } catch (error) {
    return { fault: error instanceof Error ? error.message : String(error) };
  }
}

void answer().then((message) => postMessage(message));
