// The connection to Redis, and what is said when it cannot do what is asked.

import { Redis } from 'ioredis';
import { BadInput } from '../endings.ts';

/** How often a first connection is tried, a fifth of a second apart. */
const TRIES = 10;

/** @returns the address as messages show it: without a password. @throws {BadInput} where it is none */
export function calledRedis(address: string): string {
  let url: URL;
  try {
    url = new URL(address);
  } catch {
    throw new BadInput(`--queue: “${address}” is no address; write redis://HOST:PORT`);
  }
  if (!/^rediss?:$/.test(url.protocol)) {
    throw new BadInput(`--queue: ${url.protocol}// is not Redis; write redis://HOST:PORT`);
  }
  url.username = '';
  url.password = '';
  return url.href;
}

/**
 * A connection that answers; one that breaks later is made again for as long as it takes, as when Redis starts anew.
 * @throws {BadInput} where there is no Redis at the address
 */
export async function connect(address: string): Promise<Redis> {
  const called = calledRedis(address);
  let tries = 0;
  let answered = false;
  const redis = new Redis(address, {
    lazyConnect: true,
    maxRetriesPerRequest: null,
    retryStrategy: (n) => (answered || ++tries < TRIES ? Math.min(200 * n, 2000) : null),
  });
  let why = 'it does not answer';
  // Without a listener each failed try would be written to the terminal.
  redis.on('error', (error: NodeJS.ErrnoException) => {
    why = error.code ?? error.message;
  });
  try {
    await redis.connect();
    await redis.ping();
  } catch (error) {
    redis.disconnect();
    if (/NOAUTH|WRONGPASS/.test(String(error))) throw new BadInput(`${called}: Redis wants another password`);
    throw new BadInput(`${called}: no Redis answers there: ${why}`);
  }
  answered = true;
  return redis;
}

/** What Redis refuses for want of memory, in words; every other error as it is. */
export function inWords(error: unknown, called: string): unknown {
  if (!/\bOOM\b/.test(String((error as Error | null)?.message))) return error;
  return new BadInput(
    `${called}: Redis is out of memory. What was done is kept; raise its maxmemory, or end what else uses it, and begin again`,
  );
}
