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
}

let loaded: Loaded | undefined;
/** Stops the reading of what nothing has asked for yet. */
let guess: AbortController | undefined;

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

function load(symbols: ReadonlySet<string>, signal?: AbortSignal): Loaded {
  const setup = readSetup(symbols, signal);
  const mine: Loaded = {
    symbols,
    setup,
    pool: startPool(setup).catch((error: unknown) => {
      if (loaded === mine) loaded = undefined;
      throw error;
    }),
  };
  return mine;
}

/** Ends what was loaded, once it has started; one that failed to has nothing to end. */
function end(old: Loaded | undefined): void {
  guess?.abort();
  guess = undefined;
  old?.pool.then(
    (pool) => pool.end(),
    () => {},
  );
}

/**
 * Begins to read what the last page's runs read, while this page finds out what it will run. Where that is something else, the
 * reading stops, and what has come of it is used.
 */
export function expectRun(): void {
  const symbols = lastNeeded();
  if (loaded || symbols.size === 0) return;
  guess = new AbortController();
  loaded = load(symbols, guess.signal);
  // Nobody waits for a guess.
  loaded.pool.catch(() => {});
  expectNeeded();
}

/** A pool whose memory holds what the run needs; a failed start is tried again by the next run. */
export async function engineFor(asked: Asked, also: readonly string[] = []): Promise<Loaded> {
  const needed = new Set([...(await neededSymbols(asked)), ...also]);
  // An empty need is a run with problems of its own, which the engine must still be asked for.
  if (!loaded || ![...needed].every((symbol) => loaded?.symbols.has(symbol))) {
    end(loaded);
    loaded = load(withHeld(needed));
  }
  guess = undefined;
  // What cannot be read is not begun again by the next page.
  const mine = loaded;
  mine.pool.then(
    () => putDownNeeded(needed),
    () => {},
  );
  return mine;
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
  end(loaded);
  loaded = undefined;
  forgetMarket();
});
