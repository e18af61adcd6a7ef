// Makes the demo market on a thread of its own, so that the server answers meanwhile.

import { parentPort } from 'node:worker_threads';
import { createSkerryMarket, historyCsv, type Listing, type NamedUniverse } from '@plateau/skerry';

/** The catalogue, and each instrument's whole history as CSV bytes. */
export interface Feed {
  readonly listings: readonly Listing[];
  readonly universes: readonly NamedUniverse[];
  readonly histories: ReadonlyMap<string, Uint8Array<ArrayBuffer>>;
}

const { listings, universes, bars } = createSkerryMarket();
const encoder = new TextEncoder();
const histories = new Map([...bars].map(([symbol, its]) => [symbol, encoder.encode(historyCsv(its))]));
const feed: Feed = { listings, universes, histories };
parentPort?.postMessage(
  feed,
  [...histories.values()].map(({ buffer }) => buffer),
);
