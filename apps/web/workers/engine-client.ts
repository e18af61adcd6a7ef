// The page's side of the engine: one run at a time, the newest wins.

import { Cancelled, type RunRequest, type SharedMarket, type Task, WorkPool } from '@plateau/core';
import type { EngineJob, EngineSetup, ShownOutcome } from './engine.worker.ts';
import type { MarketAnswer } from './market.worker.ts';
import { neededSymbols } from './needed-symbols.ts';
import { workersOf } from './web-workers.ts';

type EnginePool = WorkPool<EngineSetup, EngineJob, ShownOutcome>;

interface Loaded {
  readonly symbols: ReadonlySet<string>;
  readonly pool: Promise<EnginePool>;
}

let loaded: Loaded | undefined;
let warmed: Worker | undefined;
let underWay: Task<ShownOutcome> | undefined;
let newest = 0;

function startWorker(): Worker {
  return new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' });
}

/** Starts the engine's worker ahead of its first run, while the page waits for something else. */
export function warmEngine(): void {
  warmed ??= startWorker();
}

function readMarket(symbols: ReadonlySet<string>): Promise<SharedMarket> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./market.worker.ts', import.meta.url), { type: 'module' });
    const end = (): void => worker.terminate();
    worker.addEventListener('message', ({ data }: MessageEvent<MarketAnswer>) => {
      end();
      if ('market' in data) resolve(data.market);
      else reject(new Error(data.fault));
    });
    worker.addEventListener('error', (event) => {
      end();
      reject(new Error(event.message || 'its worker ended'));
    });
    worker.postMessage([...symbols]);
  });
}

async function startPool(symbols: ReadonlySet<string>): Promise<EnginePool> {
  if (typeof SharedArrayBuffer === 'undefined') {
    throw new Error('this page is not isolated, so it cannot share memory with its engine');
  }
  warmEngine();
  const market = await readMarket(symbols);
  const spawn = workersOf(() => {
    const worker = warmed ?? startWorker();
    warmed = undefined;
    return worker;
  });
  return new WorkPool(spawn, { market }, 1);
}

/** A pool whose memory holds what the run needs; a failed start is tried again by the next run. */
async function engineFor(universe: string, request: RunRequest): Promise<EnginePool> {
  const needed = await neededSymbols(universe, request);
  // An empty need is a run with problems of its own, which the engine must still be asked for.
  if (!loaded || ![...needed].every((symbol) => loaded?.symbols.has(symbol))) {
    const before = loaded;
    const symbols = new Set([...needed, ...(before?.symbols ?? [])]);
    const pool = startPool(symbols).catch((error: unknown) => {
      loaded = undefined;
      throw error;
    });
    loaded = { symbols, pool };
    void before?.pool.then((old) => old.end());
  }
  return (loaded as Loaded).pool;
}

/** Lets the next run read the store anew: its bars or universes have changed. */
export function forgetMarket(): void {
  void loaded?.pool.then((old) => old.end());
  loaded = undefined;
}

/**
 * Runs, stopping any run still under way; that one's promise answers `stopped`.
 * @throws when the market cannot be read, or the worker died twice over this run
 */
export async function runInWorker(universe: string, request: RunRequest): Promise<ShownOutcome> {
  const number = ++newest;
  try {
    const started = await engineFor(universe, request);
    if (number !== newest) return { kind: 'stopped' };
    underWay?.cancel();
    underWay = started.run([{ universe, request }]);
    const [outcome] = await underWay.results;
    return outcome ?? { kind: 'stopped' };
  } catch (error) {
    if (error instanceof Cancelled) return { kind: 'stopped' };
    const reason = error instanceof Error ? error.message : String(error);
    throw new Error(`The engine stopped: ${reason}. The next edit starts it again.`);
  }
}

/** Asks the run under way to stop. */
export function stopRun(): void {
  newest++;
  underWay?.cancel();
}

/** How much of the run under way is done, 0 to 1. */
export function runProgress(): number {
  return underWay?.progress() ?? 0;
}
