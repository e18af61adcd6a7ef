// Makes the demo market on a thread of its own, so that the server answers meanwhile.

import { parentPort } from 'node:worker_threads';
import { dayFromIso } from '@plateau/core';
import {
  createSkerryMarket,
  historyCsv,
  type Listing,
  type NamedUniverse,
  sessionsAhead,
} from '@plateau/skerry';
import type { LaterAnswer, LaterAsked } from './later.ts';

/** The catalogue, and each instrument's whole history as CSV bytes. */
export interface Feed {
  readonly listings: readonly Listing[];
  readonly universes: readonly NamedUniverse[];
  readonly histories: ReadonlyMap<string, Uint8Array<ArrayBuffer>>;
}

const size = process.env.PLATEAU_MARKET ?? 'full';
if (size !== 'full' && size !== 'small')
  throw new Error(`PLATEAU_MARKET must be full or small; it is “${size}”.`);
const market = createSkerryMarket(size);
const { listings, universes, bars } = market;
const encoder = new TextEncoder();
const histories = new Map([...bars].map(([symbol, its]) => [symbol, encoder.encode(historyCsv(its))]));
const feed: Feed = { listings, universes, histories };
parentPort?.postMessage(
  feed,
  [...histories.values()].map(({ buffer }) => buffer),
);

/** Made when the first session after the last is asked for. */
let later: ReturnType<typeof sessionsAhead> | undefined;
parentPort?.on('message', ({ id, ahead, symbol, since }: LaterAsked) => {
  later ??= sessionsAhead(market);
  const its = symbol === undefined ? undefined : later.bars(symbol, ahead);
  const answer: LaterAnswer = {
    id,
    history: its && historyCsv(its, since === undefined ? undefined : dayFromIso(since)),
    universes: symbol === undefined ? later.universes(ahead) : undefined,
  };
  parentPort?.postMessage(answer);
});
