// The engine's worker and the bars in its memory: started when first asked for, with what has been needed so far.

import { PoolEnded, WorkPool } from '@plateau/core';
import { readAll } from '@/store/read.ts';
import { onMarketChange } from '@/store/tabs.ts';
import { takeEngine, warmEngine } from './engine-start.ts';
import { lastNeeded, putDownNeeded } from './last-needed.ts';
import { forgetMarket, readMarket, withHeld } from './market-memory.ts';
import { type Asked, expectNeeded, neededSymbols } from './needed-symbols.ts';
import type { EngineSetup, PageWork } from './page-work.ts';
import { workerChannel, workersOf } from './web-workers.ts';

export type EnginePool = WorkPool<EngineSetup, PageWork>;

interface Loaded {
  readonly symbols: ReadonlySet<string>;
  readonly setup: Promise<EngineSetup>;
  readonly pool: Promise<EnginePool>;
  /** stops the reading of what nothing has asked for yet */
  readonly guess?: AbortController;
}

let loaded: Loaded | undefined;

function requireSharedMemory(): void {
  if (typeof SharedArrayBuffer === 'undefined') {
    throw new Error('this page is not isolated, so it cannot share memory with its engine');
  }
}

async function readSetup(symbols: ReadonlySet<string>, signal?: AbortSignal): Promise<EngineSetup> {
  const [market, universes] = await Promise.all([readMarket(symbols, signal), readAll('universes')]);
  return { market, universes: new Map(universes.map(({ id, members }) => [id, members])) };
}

async function startPool(setup: Promise<EngineSetup>): Promise<EnginePool> {
  requireSharedMemory();
  warmEngine();
  return new WorkPool(workersOf(takeEngine), await setup, 1, {
    helpers: helperCount(),
    channel: workerChannel,
  });
}

/** All cores but the page's own share a run: its worker, and these beside it. */
function helperCount(): number {
  return Math.max(0, (navigator.hardwareConcurrency || 2) - 2);
}

function load(symbols: ReadonlySet<string>, guess?: AbortController): Loaded {
  const setup = readSetup(symbols, guess?.signal);
  const mine: Loaded = {
    symbols,
    setup,
    pool: startPool(setup).catch((error: unknown) => {
      if (loaded === mine) loaded = undefined;
      throw error;
    }),
    ...(guess && { guess }),
  };
  return mine;
}

/**
 * Begins to read what the last page's runs read, while this page finds out what it will run. Where that is something else, the
 * reading stops, and what has come of it is used.
 */
export function expectRun(): void {
  const symbols = lastNeeded();
  if (loaded || symbols.size === 0) return;
  loaded = load(symbols, new AbortController());
  // Nobody waits for a guess.
  loaded.pool.catch(() => {});
  expectNeeded();
}

/** A pool whose memory holds what the run needs; a failed start is tried again by the next run. */
export async function engineFor(asked: Asked, also: readonly string[] = []): Promise<Loaded> {
  const needed = new Set([...(await neededSymbols(asked)), ...also]);
  const before = loaded;
  // An empty need is a run with problems of its own, which the engine must still be asked for.
  if (before && [...needed].every((symbol) => before.symbols.has(symbol))) {
    const { guess: _asked, ...taken } = before;
    loaded = taken;
  } else {
    before?.guess?.abort();
    loaded = load(withHeld(needed));
    void before?.pool.then(
      (old) => old.end(),
      () => {},
    );
  }
  putDownNeeded(needed);
  return loaded;
}

/**
 * Work on the engine's pool, with the instruments in `also` beside the run's own in its memory. When the pool is exchanged meanwhile, for one with more in its memory or with newer bars, the
 * work is done by that one.
 */
export async function onEngine<T>(
  asked: Asked,
  also: readonly string[],
  work: (pool: EnginePool) => Promise<T>,
): Promise<T> {
  for (;;) {
    const pool = await (await engineFor(asked, also)).pool;
    try {
      return await work(pool);
    } catch (error) {
      if (!(error instanceof PoolEnded)) throw error;
    }
  }
}

// What is in memory of bars and universes that have changed is old: the next run reads the store anew.
onMarketChange(() => {
  void loaded?.pool.then((old) => old.end());
  loaded = undefined;
  forgetMarket();
});
