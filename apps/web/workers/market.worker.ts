// Reads bars from the store into memory that all engine workers share, some instruments at a time: what has been copied is let go
// before the next ones are read.

import { type SharedMarket, shareMarket } from '@plateau/core';
import { readBars } from '@/store/bars.ts';
import { readEach } from '@/store/read.ts';

/** Parts as they are read, and then the end, with what went wrong. */
export type MarketAnswer = { readonly market: SharedMarket } | { readonly fault: string | undefined };

const BATCH = 64;

async function read(symbols: readonly string[]): Promise<string | undefined> {
  try {
    const listings = (await readEach('listings', [...symbols])).filter((listing) => listing !== undefined);
    let coming = readBars(listings.slice(0, BATCH));
    for (let k = 0; k < listings.length; k += BATCH) {
      const bars = await coming;
      // The next ones are on their way while these are copied.
      coming = readBars(listings.slice(k + BATCH, k + 2 * BATCH));
      coming.catch(() => {});
      answer({ market: shareMarket(bars) });
    }
    return undefined;
  } catch (error) {
    if (error instanceof RangeError) {
      return 'the browser gives no more memory for the bars of so many instruments: try a smaller universe, or close other tabs';
    }
    return error instanceof Error ? error.message : String(error);
  }
}

const answer = (message: MarketAnswer): void => postMessage(message);

addEventListener('message', ({ data }: MessageEvent<readonly string[]>) => {
  void read(data).then((fault) => answer({ fault }));
});
