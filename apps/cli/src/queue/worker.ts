// plateau worker: takes chunks of work from the queue and does them, until it is told to end.

import { randomUUID } from 'node:crypto';
import { hostname } from 'node:os';
import { ENGINE_VERSION, type EngineWork, type WorkPool } from '@plateau/core';
import { Worker } from 'bullmq';
import type { Redis } from 'ioredis';
import { type EngineSetup, engineThreads, workersFrom } from '../engine-threads.ts';
import { readMarket } from '../market.ts';
import { checkMarket, fetchMarket } from './market-blobs.ts';
import { calledRedis, connect } from './redis.ts';
import {
  LOST_AFTER_MS,
  packPiece,
  pieceName,
  QUEUE,
  readChunk,
  readSetup,
  type Setup,
  setupKey,
  unpackAsked,
  WORKERS,
  workerKey,
} from './work.ts';

export interface WorkerOptions {
  readonly queue: string;
  readonly concurrency?: string;
  /** bars in place of those in Redis, or of where the client says they are */
  readonly market?: string;
  readonly quiet?: boolean;
}

type Bench = WorkPool<EngineSetup, EngineWork>;

/** Markets of so many commands are held at once; the one that was not asked for longest goes. */
const MOST_BENCHES = 2;
const BEAT_MS = 5000;

/** Works until it is interrupted; what is under way is done first, unless one asks twice. @throws {BadInput} */
export async function workerCommand(options: WorkerOptions, errors: NodeJS.WritableStream = process.stderr) {
  const threads = workersFrom(options.concurrency, '--concurrency');
  const called = calledRedis(options.queue);
  const redis = await connect(options.queue);
  // Before anyone can know that it is there, and tell it to end.
  const end = interrupted();
  const benches = new Map<string, Promise<Bench>>();
  const benchFor = (name: string): Promise<Bench> => {
    const bench = benches.get(name) ?? openBench(redis, name, threads, options.market);
    benches.delete(name);
    benches.set(name, bench);
    bench.catch(() => benches.delete(name));
    for (const [old, its] of [...benches].slice(0, -MOST_BENCHES)) {
      benches.delete(old);
      void its.then((pool) => pool.end());
    }
    return bench;
  };
  let done = 0;
  // The worker leaves open what it was given.
  const line = redis.duplicate();
  const worker = new Worker(
    QUEUE,
    async ({ data }) => {
      const { setup, kind, pieces } = readChunk(data);
      const pool = await benchFor(setup);
      const there = await redis.exists(...pieces.map(({ key }) => pieceName(key)));
      const lacking = there === 0 ? pieces : await notThere(redis, pieces);
      const kept: Promise<unknown>[] = [];
      const task = pool.askEach(
        kind,
        lacking.map(({ asked }) => unpackAsked(asked)) as never,
        (how, place) => {
          const { bytes, seconds } = packPiece(how);
          const key = lacking[place]?.key ?? '';
          kept.push(redis.set(pieceName(key), bytes, 'EX', seconds));
          done++;
        },
      );
      await task.result;
      await Promise.all(kept);
    },
    {
      connection: line,
      // One more than can be done at once: the next is there when a thread is free.
      concurrency: threads + 1,
      lockDuration: LOST_AFTER_MS,
      stalledInterval: LOST_AFTER_MS / 2,
      // A chunk that kills worker after worker is given up.
      maxStalledCount: 5,
    },
  );
  worker.on('error', () => {
    // The connection is made again; what was under way is taken again by whoever is there.
  });
  const self = workerKey(randomUUID());
  const told = JSON.stringify({ engine: ENGINE_VERSION, threads, host: hostname() });
  const beat = async (): Promise<void> => {
    await redis
      .pipeline()
      .set(self, told, 'PX', 3 * BEAT_MS)
      .sadd(WORKERS, self)
      .exec()
      .catch(() => undefined);
  };
  await beat();
  let before = 0;
  const timer = setInterval(() => {
    void beat();
    if (!options.quiet && done > before) errors.write(`plateau: ${done} pieces done\n`);
    before = done;
  }, BEAT_MS);
  if (!options.quiet)
    errors.write(`plateau: ${threads} threads take work from ${called}, engine ${ENGINE_VERSION}\n`);

  await end;
  if (!options.quiet) errors.write('plateau: ends after what is under way; once more ends at once\n');
  await worker.close();
  clearInterval(timer);
  await redis
    .pipeline()
    .del(self)
    .srem(WORKERS, self)
    .exec()
    .catch(() => undefined);
  for (const bench of benches.values()) await bench.then((pool) => pool.end()).catch(() => undefined);
  for (const one of [redis, line]) one.disconnect();
}

async function notThere<Piece extends { readonly key: string }>(
  redis: Redis,
  pieces: readonly Piece[],
): Promise<readonly Piece[]> {
  const flags = await Promise.all(pieces.map(({ key }) => redis.exists(pieceName(key))));
  return pieces.filter((_, k) => flags[k] === 0);
}

async function openBench(
  redis: Redis,
  name: string,
  threads: number,
  own: string | undefined,
): Promise<Bench> {
  const text = await redis.get(setupKey(name));
  if (text === null) throw new Error('what the jobs share is no longer in Redis: begin the command again');
  const setup = readSetup(text, name);
  return engineThreads(await marketOf(redis, setup, own), setup.universes, threads);
}

async function marketOf(redis: Redis, { market: name, bars }: Setup, own: string | undefined) {
  const path = own ?? bars;
  if (path === undefined) return fetchMarket(redis, name);
  const { market } = await readMarket(path);
  checkMarket(market, name, path);
  return market;
}

/** The first interrupt from now on; a second ends the process. */
function interrupted(): Promise<void> {
  return new Promise((resolve) => {
    let times = 0;
    const told = (): void => {
      if (++times > 1) process.exit(1);
      resolve();
    };
    for (const signal of ['SIGINT', 'SIGTERM'] as const) {
      const before = process.listeners(signal);
      process.on(signal, told);
      // Not sooner: where nobody listens, if only for a moment, a signal that is on its way is lost.
      for (const listener of before) process.removeListener(signal, listener);
    }
  });
}
