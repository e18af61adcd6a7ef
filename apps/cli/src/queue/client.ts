// The client's side of the queue: it is asked as a pool of threads is, and what it is asked becomes jobs.

import {
  type Asker,
  Cancelled,
  ENGINE_VERSION,
  type EngineWork,
  type Market,
  NOT_KEPT,
  pieceKey,
  type Settled,
  type Task,
  type Universe,
} from '@plateau/core';
import { readJson } from '@plateau/files';
import { type Job, Queue, QueueEvents } from 'bullmq';
import type { Redis } from 'ioredis';
import { BadInput } from '../endings.ts';
import { engineThreads } from '../engine-threads.ts';
import { nameOfMarket, publishMarket } from './market-blobs.ts';
import { calledRedis, connect, inWords } from './redis.ts';
import {
  type Chunk,
  chunkName,
  KEPT_S,
  packAsked,
  pieceName,
  QUEUE,
  setupKey,
  setupName,
  setupText,
  unpackPiece,
  WORKERS,
} from './work.ts';

export interface QueueAsker extends Asker {
  end(): void;
  /** takes what was found out of Redis: it is in the command's own files now */
  forget(): Promise<void>;
}

export interface QueueOptions {
  readonly queue: string;
  /** where all machines read the bars, in place of Redis */
  readonly market?: string;
  /** is told what keeps the work from going on */
  readonly tell: (words: string) => void;
}

const MOST_IN_CHUNK = 16;
/** Chunks of one command that wait in Redis at once: it need not hold a million. */
const WINDOW = 2000;
const MOST_WAITING = 100_000;
const READ_AT_ONCE = 200;
/** Milliseconds between two looks at what no event has told of. */
const LOOK_MS = 1000;
/** Milliseconds without a piece after which one is told who listens. */
const SILENT_MS = 5000;

interface Piece {
  readonly key: string;
  readonly place: number;
  readonly asked: unknown;
}

const packed = ({ key, asked }: Piece) => ({ key, asked: packAsked(asked) });

/** Publishes bars and memberships and asks whoever listens. @param data names them together @throws {BadInput} */
export async function askQueue(
  market: Market,
  universes: ReadonlyMap<string, Universe>,
  data: string,
  { queue: address, market: bars, tell }: QueueOptions,
): Promise<QueueAsker> {
  const called = calledRedis(address);
  const redis = await connect(address);
  const setup = setupName(data);
  try {
    const name = nameOfMarket(market);
    if (bars === undefined) await publishMarket(redis, market, name);
    const shared = { market: name, data, universes, ...(bars !== undefined && { bars }) };
    await redis.set(setupKey(setup), setupText(shared), 'EX', KEPT_S);
  } catch (error) {
    redis.disconnect();
    throw inWords(error, called);
  }
  // A queue leaves open what it was given.
  const lines = [redis.duplicate(), redis.duplicate()] as const;
  const queue = new Queue<Chunk>(QUEUE, {
    connection: lines[0],
    defaultJobOptions: { removeOnComplete: true, removeOnFail: { age: 60 } },
  });
  const events = new QueueEvents(QUEUE, { connection: lines[1] });
  // A connection that breaks is made again; what was lost meanwhile is looked for.
  queue.on('error', () => undefined);
  events.on('error', () => undefined);
  const asked = new Set<string>();
  // What is as large as the study is done here, with the columns that are here.
  const here = engineThreads(market, universes, 1);

  function askEach<N extends keyof EngineWork>(
    kind: N,
    all: readonly EngineWork[N]['in'][],
    came?: (how: Settled<EngineWork[N]['out']>, place: number) => void,
  ): Task<Settled<EngineWork[N]['out']>[]> {
    if (NOT_KEPT.has(kind)) return here.askEach(kind, all, came);
    const results: Settled<EngineWork[N]['out']>[] = new Array(all.length);
    let finished = 0;
    let isCalledOff = false;
    const settle = ({ place }: Piece, how: Settled<unknown>): void => {
      results[place] = how as Settled<EngineWork[N]['out']>;
      finished++;
      came?.(results[place], place);
    };
    const pieces = all.map(
      (one, place): Piece => ({ key: pieceKey(String(kind), one, data), place, asked: one }),
    );
    for (const { key } of pieces) asked.add(key);
    const work = async (): Promise<Settled<EngineWork[N]['out']>[]> => {
      const lacking = await take(redis, pieces, settle);
      const size = Math.min(MOST_IN_CHUNK, Math.max(1, Math.ceil(lacking.length / 64)));
      const waiting = chunksOf(lacking, size).map((some): readonly [Chunk, readonly Piece[]] => [
        { setup, kind, pieces: some.map(packed) },
        some,
      ]);
      await new Turn(redis, queue, events, waiting, settle, () => isCalledOff, called, tell).run();
      if (isCalledOff) throw new Cancelled();
      return results;
    };
    const result = work().catch((error: unknown) => {
      throw inWords(error, called);
    });
    return {
      result,
      cancel: () => {
        isCalledOff = true;
      },
      progress: () => (all.length === 0 ? 1 : finished / all.length),
    };
  }

  return {
    askEach,
    forget: async () => {
      for (const keys of chunksOf([...asked], READ_AT_ONCE)) await redis.unlink(...keys.map(pieceName));
    },
    end: () => {
      here.end();
      void Promise.allSettled([queue.close(), events.close()]).then(() => {
        for (const line of [redis, ...lines]) line.disconnect();
      });
    },
  };
}

/** Settles what Redis has. @returns the rest */
async function take(
  redis: Redis,
  pieces: readonly Piece[],
  settle: (piece: Piece, how: Settled<unknown>) => void,
): Promise<Piece[]> {
  const lacking: Piece[] = [];
  for (const some of chunksOf(pieces, READ_AT_ONCE)) {
    const found = await redis.mgetBuffer(...some.map(({ key }) => pieceName(key)));
    for (const [k, piece] of some.entries()) {
      const bytes = found[k];
      const how = bytes ? unpackPiece(bytes) : undefined;
      if (how) settle(piece, how);
      else {
        lacking.push(piece);
        // Damaged, it would be taken for done.
        if (bytes) await redis.unlink(pieceName(piece.key));
      }
    }
  }
  return lacking;
}

/** Chunks on their way: put into the queue a window at a time, and taken back as their pieces come. */
class Turn {
  readonly #out = new Map<string, readonly [Chunk, readonly Piece[]]>();
  readonly #told = new Set<string>();
  #lastCame = performance.now();
  #hasTold = false;

  constructor(
    private readonly redis: Redis,
    private readonly queue: Queue<Chunk>,
    private readonly events: QueueEvents,
    private readonly waiting: (readonly [Chunk, readonly Piece[]])[],
    private readonly settle: (piece: Piece, how: Settled<unknown>) => void,
    private readonly isCalledOff: () => boolean,
    private readonly called: string,
    private readonly tell: (words: string) => void,
  ) {}

  async run(): Promise<void> {
    if (this.waiting.length === 0) return;
    const { waiting: there = 0 } = await this.queue.getJobCounts('waiting');
    if (there > MOST_WAITING) {
      throw new BadInput(
        `${this.called}: the queue is full: ${there} jobs wait in it; wait for them, or use another database`,
      );
    }
    const hear = ({ jobId }: { jobId: string }): void => void this.#told.add(jobId);
    this.events.on('completed', hear);
    this.events.on('failed', hear);
    try {
      await this.#fill();
      while (this.#out.size > 0 && !this.isCalledOff()) {
        await this.#pause();
        const told = [...this.#told].filter((id) => this.#out.has(id));
        this.#told.clear();
        const isSilent = told.length === 0;
        await this.#look(isSilent ? [...this.#out.keys()] : told, isSilent);
        await this.#fill();
        await this.#tellWhenSilent();
      }
      if (this.isCalledOff()) await this.#callOff();
    } finally {
      this.events.off('completed', hear);
      this.events.off('failed', hear);
    }
  }

  async #fill(): Promise<void> {
    const some = this.waiting.splice(0, WINDOW - this.#out.size);
    if (some.length === 0) return;
    for (const one of some) this.#out.set(chunkName(one[0]), one);
    await this.queue.addBulk(
      some.map(([chunk]) => ({ name: chunk.kind, data: chunk, opts: { jobId: chunkName(chunk) } })),
    );
  }

  /** Until something was told, or it is time to look for oneself: an event is lost when Redis starts anew. */
  async #pause(): Promise<void> {
    const until = performance.now() + LOOK_MS;
    while (this.#told.size === 0 && performance.now() < until) {
      await new Promise((resolve) => setTimeout(resolve, 10));
    }
  }

  /** @param doubt whether jobs that have not ended may be lost */
  async #look(ids: readonly string[], doubt: boolean): Promise<void> {
    for (const id of ids) {
      const [chunk, pieces] = this.#out.get(id) ?? [];
      if (!chunk || !pieces) continue;
      const lacking = await take(this.redis, pieces, (piece, how) => {
        this.settle(piece, how);
        this.#lastCame = performance.now();
      });
      this.#out.delete(id);
      if (lacking.length === 0) continue;
      const rest: Chunk = { ...chunk, pieces: lacking.map(packed) };
      const job = await this.queue.getJob(id);
      const state = job ? await job.getState() : 'unknown';
      if (state === 'failed') {
        await job?.remove().catch(() => undefined);
        throw new BadInput(`a worker could not do it: ${job?.failedReason ?? ''}`);
      }
      if (state === 'completed' || (doubt && state === 'unknown')) {
        // Its pieces have gone, or Redis has forgotten the job: it is asked for again.
        await job?.remove().catch(() => undefined);
        this.waiting.unshift([rest, lacking]);
      } else this.#out.set(id, [chunk, lacking]);
    }
  }

  async #tellWhenSilent(): Promise<void> {
    if (this.#hasTold || performance.now() - this.#lastCame < SILENT_MS) return;
    const engines = await listening(this.redis);
    if (engines.includes(ENGINE_VERSION)) return;
    this.#hasTold = true;
    this.tell(
      engines.length === 0
        ? `nobody takes work from ${this.called}: start plateau worker --queue ${this.called}`
        : `the workers at ${this.called} have engine ${[...new Set(engines)].join(', ')}, this client ${ENGINE_VERSION}: bring them to the same`,
    );
  }

  async #callOff(): Promise<void> {
    const jobs = await Promise.all([...this.#out.keys()].map((id) => this.queue.getJob(id)));
    await Promise.allSettled(jobs.map((job: Job | undefined) => job?.remove()));
  }
}

/** The engines of the workers that are there. */
async function listening(redis: Redis): Promise<string[]> {
  const keys = await redis.smembers(WORKERS);
  const told = keys.length === 0 ? [] : await redis.mget(...keys);
  const gone = keys.filter((_, k) => told[k] === null);
  if (gone.length > 0) await redis.srem(WORKERS, ...gone);
  return told.flatMap((text) => {
    const read = readJson(text ?? '');
    const engine = read.ok ? (read.value as { engine?: unknown } | null)?.engine : undefined;
    return typeof engine === 'string' ? [engine] : [];
  });
}

function chunksOf<T>(all: readonly T[], size: number): T[][] {
  return Array.from({ length: Math.ceil(all.length / size) }, (_, k) => all.slice(k * size, (k + 1) * size));
}
