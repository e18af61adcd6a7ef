// The market behind the feed, and its full histories as they are sent, made once a server.

import { createSkerryMarket, historyCsv, type SkerryMarket } from '@plateau/skerry';

interface Kept {
  market?: SkerryMarket;
  readonly histories: Map<string, Uint8Array<ArrayBuffer>>;
}

// The server's parts are bundled apart and each has its own modules: only the global scope is shared by all.
const scope = globalThis as { plateauFeed?: Kept };
scope.plateauFeed ??= { histories: new Map() };
const kept = scope.plateauFeed;

export function skerryMarket(): SkerryMarket {
  kept.market ??= createSkerryMarket();
  return kept.market;
}

/** An instrument's whole history as CSV bytes; undefined for an unknown symbol. */
export function wholeHistory(symbol: string): Uint8Array<ArrayBuffer> | undefined {
  const known = kept.histories.get(symbol);
  if (known) return known;
  const bars = skerryMarket().bars.get(symbol);
  if (!bars) return undefined;
  const bytes = new TextEncoder().encode(historyCsv(bars));
  kept.histories.set(symbol, bytes);
  return bytes;
}
