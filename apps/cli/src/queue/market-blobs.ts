// A market in Redis: one compressed Parquet blob an instrument, under the fingerprint of all bars.

import { type Bars, dataName, type Market } from '@plateau/core';
import { barsParquet, readBarsTable } from '@plateau/files';
import type { Redis } from 'ioredis';
import { BadInput } from '../endings.ts';
import { valueOf } from '../read.ts';
import { KEPT_S, marketKey } from './work.ts';

/** Bytes of all blobs together: beyond, a folder that all machines read is the better way. */
const MOST_BYTES = 1024 ** 3;
const AT_ONCE = 50;

export const nameOfMarket = (market: Market): string => dataName(market, [], [...market.keys()]);

/** Puts the market there unless it is there already. @throws {BadInput} when it is too large */
export async function publishMarket(redis: Redis, market: Market, name: string): Promise<void> {
  const key = marketKey(name);
  if ((await redis.hlen(key)) === market.size) {
    await redis.expire(key, KEPT_S);
    return;
  }
  let bytes = 0;
  for (const batch of batches([...market])) {
    const blobs = batch.map(([symbol, bars]) => [symbol, Buffer.from(barsParquet(bars))] as const);
    for (const [, blob] of blobs) bytes += blob.length;
    if (bytes > MOST_BYTES) {
      await redis.unlink(key);
      throw new BadInput(
        'the bars take over 1 GB in Redis: put them into a folder that all machines read, and name it by --market',
      );
    }
    await redis.hset(key, ...blobs.flat());
  }
  await redis.expire(key, KEPT_S);
}

/** @throws when it is not there, or not what it is called */
export async function fetchMarket(redis: Redis, name: string): Promise<Market> {
  const key = marketKey(name);
  const symbols = await redis.hkeys(key);
  if (symbols.length === 0) throw new Error('the bars are no longer in Redis: begin the command again');
  const market = new Map<string, Bars>();
  for (const batch of batches(symbols)) {
    const blobs = await redis.hmgetBuffer(key, ...batch);
    for (const [k, symbol] of batch.entries()) {
      const blob = blobs[k];
      if (!blob) throw new Error(`the bars of ${symbol} are no longer in Redis: begin the command again`);
      market.set(symbol, valueOf(await readBarsTable(new Uint8Array(blob), `${symbol} in Redis`)));
    }
  }
  checkMarket(market, name, 'Redis');
  return market;
}

/** @throws {BadInput} when the bars are others than those the client read */
export function checkMarket(market: Market, name: string, where: string): void {
  const its = nameOfMarket(market);
  if (its === name) return;
  throw new BadInput(
    `${where} holds another market under the same name: its bars are ${its.slice(0, 12)}…, the client's ${name.slice(0, 12)}…`,
  );
}

function* batches<T>(all: readonly T[]): Generator<readonly T[]> {
  for (let from = 0; from < all.length; from += AT_ONCE) yield all.slice(from, from + AT_ONCE);
}
