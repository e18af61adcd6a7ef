// Bars of the store in memory that all workers share: read by several workers at once, and only what is not there yet.

import type { SharedMarket } from '@plateau/core';
import type { MarketAnswer } from './market.worker.ts';

/** Fewer are read sooner than another worker starts. */
const LEAST_A_READER = 150;
const MOST_READERS = 4;

/** Beyond so many bytes, what is in memory and not needed any more is let go. */
const MOST_HELD = 600e6;

let held: readonly SharedMarket[] = [];
/** Changes whenever the bars in memory are no longer the store's. */
let edition = 0;

/** These symbols, and what is in memory already unless it is too much to keep for nothing. */
export function withHeld(symbols: ReadonlySet<string>): ReadonlySet<string> {
  const bytes = held.reduce((sum, { memory }) => sum + memory.byteLength, 0);
  return bytes > MOST_HELD ? symbols : new Set([...symbolsOf(held), ...symbols]);
}

/**
 * The bars of these symbols, and no others that were not read together with one of them. What has come when it is stopped stays
 * in memory.
 * @throws with a sentence when they cannot be read, or when it is stopped
 */
export async function readMarket(
  symbols: ReadonlySet<string>,
  signal?: AbortSignal,
): Promise<readonly SharedMarket[]> {
  const mine = edition;
  const kept = held.filter((part) => part.shares.some(({ symbol }) => symbols.has(symbol)));
  const known = symbolsOf(kept);
  const missing = [...symbols].filter((symbol) => !known.has(symbol));
  const came = (part: SharedMarket): void => {
    if (mine === edition) held = [...held, part];
  };
  const fresh =
    missing.length === 0 ? [] : await Promise.all(shares(missing).map((its) => readShare(its, came, signal)));
  const market = [...kept, ...fresh.flat()];
  if (mine === edition) held = market;
  return market;
}

/** What is in memory is old: all is read anew. */
export function forgetMarket(): void {
  held = [];
  edition++;
}

const symbolsOf = (parts: readonly SharedMarket[]): Set<string> =>
  new Set(parts.flatMap((part) => part.shares.map(({ symbol }) => symbol)));

function shares(symbols: readonly string[]): string[][] {
  const cores = Math.max(1, navigator.hardwareConcurrency || 2);
  const readers = Math.max(1, Math.min(MOST_READERS, cores, Math.floor(symbols.length / LEAST_A_READER)));
  return Array.from({ length: readers }, (_none, n) => symbols.filter((_symbol, k) => k % readers === n));
}

function readShare(
  symbols: readonly string[],
  came: (part: SharedMarket) => void,
  signal?: AbortSignal,
): Promise<SharedMarket[]> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./market.worker.ts', import.meta.url), { type: 'module' });
    const fail = (why: string): void => {
      worker.terminate();
      reject(new Error(why));
    };
    signal?.addEventListener('abort', () => fail('nothing asked for it'));
    const parts: SharedMarket[] = [];
    worker.addEventListener('message', ({ data }: MessageEvent<MarketAnswer>) => {
      if ('market' in data) {
        parts.push(data.market);
        came(data.market);
      } else if (data.fault !== undefined) fail(data.fault);
      // It ends by itself: it may have copies to finish.
      else resolve(parts);
    });
    worker.addEventListener('error', (event) => fail(event.message || 'its worker ended'));
    worker.postMessage(symbols);
  });
}
