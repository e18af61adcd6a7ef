// The page's side of the engine: one run at a time, the newest wins.

import {
  type Alone,
  type BaselineFigures,
  type Beside,
  Cancelled,
  type Explanation,
  type Figures,
  type HarderRun,
  type RunRequest,
  type SharedMarket,
  type Task,
  WorkPool,
} from '@plateau/core';
import type { RunFormat } from '@plateau/files';
import type {
  Answers,
  Doubt,
  EngineJob,
  EngineResult,
  EngineSetup,
  Question,
  ReportOutcome,
  ShownOutcome,
} from './engine.worker.ts';
import type { MarketAnswer } from './market.worker.ts';
import { neededSymbols } from './needed-symbols.ts';
import { workersOf } from './web-workers.ts';

type EnginePool = WorkPool<EngineSetup, EngineJob, EngineResult>;

interface Loaded {
  readonly symbols: ReadonlySet<string>;
  readonly market: Promise<SharedMarket>;
  readonly pool: Promise<EnginePool>;
}

let loaded: Loaded | undefined;
let warmed: Worker | undefined;
let underWay: Task<EngineResult> | undefined;
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

function requireSharedMemory(): void {
  if (typeof SharedArrayBuffer === 'undefined') {
    throw new Error('this page is not isolated, so it cannot share memory with its engine');
  }
}

async function startPool(market: Promise<SharedMarket>): Promise<EnginePool> {
  requireSharedMemory();
  warmEngine();
  const setup = { market: await market };
  const spawn = workersOf(() => {
    const worker = warmed ?? startWorker();
    warmed = undefined;
    return worker;
  });
  return new WorkPool(spawn, setup, 1);
}

/** A pool whose memory holds what the run needs; a failed start is tried again by the next run. */
async function engineFor(
  universe: string,
  request: RunRequest,
  also: readonly string[] = [],
): Promise<Loaded> {
  const needed = new Set([...(await neededSymbols(universe, request)), ...also]);
  // An empty need is a run with problems of its own, which the engine must still be asked for.
  if (!loaded || ![...needed].every((symbol) => loaded?.symbols.has(symbol))) {
    const before = loaded;
    const symbols = new Set([...needed, ...(before?.symbols ?? [])]);
    const market = readMarket(symbols);
    const pool = startPool(market).catch((error: unknown) => {
      loaded = undefined;
      throw error;
    });
    loaded = { symbols, market, pool };
    void before?.pool.then((old) => old.end());
  }
  return loaded;
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
    const pool = await (await engineFor(universe, request)).pool;
    if (number !== newest) return { kind: 'stopped' };
    underWay?.cancel();
    underWay = pool.run([{ kind: 'run', universe, request }]);
    const [result] = await underWay.results;
    return result?.kind === 'run' ? result.outcome : { kind: 'stopped' };
  } catch (error) {
    if (error instanceof Cancelled) return { kind: 'stopped' };
    const reason = error instanceof Error ? error.message : String(error);
    throw new Error(`The engine stopped: ${reason}. The next edit starts it again.`);
  }
}

/** What a strategy's parts mean; undefined when it has problems, or when a run came first. */
export async function explainInWorker(
  universe: string,
  request: RunRequest,
): Promise<Explanation | undefined> {
  const number = newest;
  try {
    const pool = await (await engineFor(universe, request)).pool;
    if (number !== newest) return undefined;
    underWay = pool.run([{ kind: 'explain', universe, request }]);
    const [result] = await underWay.results;
    return result?.kind === 'explain' ? result.explanation : undefined;
  } catch {
    // The run itself says what is wrong; this is only its margin note.
    return undefined;
  }
}

/**
 * Asks something of a run; undefined when it has problems or there is nothing to say. An instrument that the question
 * names is brought into memory with the run's own.
 * @throws as {@link reportInWorker}
 */
export async function askInWorker<Asked extends Question>(
  universe: string,
  request: RunRequest,
  question: Asked,
): Promise<Answers[Asked['ask']] | undefined> {
  const also = 'symbol' in question ? [question.symbol] : [];
  const pool = await (await engineFor(universe, request, also)).pool;
  const [result] = await pool.run([{ kind: 'ask', universe, request, question }]).results;
  return result?.kind === 'ask' ? (result.answer as Answers[Asked['ask']] | undefined) : undefined;
}

/** Cancels the report asked for before: the newest wins. */
let reporting: Task<EngineResult> | undefined;

export interface ReportAsked {
  /** the Sharpe ratios of the variants tried */
  readonly tried?: readonly number[];
  /** a part of the run's days; all of them when left out */
  readonly span?: { readonly from: number; readonly to: number } | undefined;
  /** other curves to hold it against */
  readonly beside?: readonly Beside[];
}

/** A run with its report. @throws when the market cannot be read, or the worker died twice */
export async function reportInWorker(
  universe: string,
  request: RunRequest,
  { tried = [], span, beside = [] }: ReportAsked = {},
): Promise<ReportOutcome> {
  const also = beside.flatMap((one) => (one.kind === 'held' ? [one.symbol] : []));
  const pool = await (await engineFor(universe, request, also)).pool;
  try {
    reporting?.cancel();
    reporting = pool.run([{ kind: 'report', universe, request, tried, beside, ...(span && { span }) }]);
    const [result] = await reporting.results;
    return result?.kind === 'report' ? result.outcome : { kind: 'stopped' };
  } catch (error) {
    if (error instanceof Cancelled) return { kind: 'stopped' };
    throw error;
  }
}

/**
 * What luck may have done to a run, and the fingerprint of what it read; undefined when it was called off.
 * @throws as {@link reportInWorker}
 */
export async function doubtInWorker(
  universe: string,
  request: RunRequest,
  span?: ReportAsked['span'],
  signal?: AbortSignal,
): Promise<Doubt | undefined> {
  const [engine, symbols] = await Promise.all([
    engineFor(universe, request),
    neededSymbols(universe, request),
  ]);
  const pool = await engine.pool;
  if (signal?.aborted) return undefined;
  const task = pool.run([
    { kind: 'doubt', universe, request, symbols: [...symbols].sort(), ...(span && { span }) },
  ]);
  const cancel = (): void => task.cancel();
  signal?.addEventListener('abort', cancel);
  try {
    const [result] = await task.results;
    return result?.kind === 'doubt' ? result.doubt : undefined;
  } catch (error) {
    if (error instanceof Cancelled) return undefined;
    throw error;
  } finally {
    signal?.removeEventListener('abort', cancel);
  }
}

/**
 * Jobs of a long piece of work, one after another on a worker of its own so that the sheet stays quick.
 * @param came is told of each result as it is there
 * @throws when the market cannot be read, or the worker died twice
 */
async function runApart(
  universe: string,
  request: RunRequest,
  jobs: readonly EngineJob[],
  came: (result: EngineResult | undefined, k: number) => void,
  signal: AbortSignal,
): Promise<void> {
  const market = await (await engineFor(universe, request)).market;
  if (signal.aborted) return;
  const pool: EnginePool = new WorkPool(workersOf(startWorker), { market }, 1);
  const end = (): void => pool.end();
  signal.addEventListener('abort', end);
  try {
    for (const [k, job] of jobs.entries()) {
      if (signal.aborted) return;
      const [result] = await pool.run([job]).results;
      if (!signal.aborted) came(result, k);
    }
  } catch (error) {
    if (!signal.aborted) throw error;
  } finally {
    signal.removeEventListener('abort', end);
    end();
  }
}

/** Runs the strategy on each instrument by itself; undefined where it could not run. @throws as {@link runApart} */
export function runAloneInWorker(
  universe: string,
  request: RunRequest,
  symbols: readonly string[],
  came: (symbol: string, alone: Alone | undefined) => void,
  signal: AbortSignal,
): Promise<void> {
  const jobs = symbols.map((symbol) => ({ kind: 'alone', universe, request, symbol }) as const);
  return runApart(
    universe,
    request,
    jobs,
    (result, k) => came(symbols[k] ?? '', result?.kind === 'alone' ? result.alone : undefined),
    signal,
  );
}

/** Runs the strategy with random entries, once a seed. @throws as {@link runApart} */
export function baselineInWorker(
  universe: string,
  request: RunRequest,
  seeds: readonly number[],
  came: (figures: BaselineFigures | undefined) => void,
  signal: AbortSignal,
): Promise<void> {
  const jobs = seeds.map((seed) => ({ kind: 'baseline', universe, request, seed }) as const);
  return runApart(
    universe,
    request,
    jobs,
    (result) => came(result?.kind === 'baseline' ? result.figures : undefined),
    signal,
  );
}

/** The figures of runs under harder assumptions; undefined where one cannot be run. @throws as {@link runApart} */
export function harderRunsInWorker(
  universe: string,
  request: RunRequest,
  runs: readonly HarderRun[],
  came: (run: HarderRun, figures: Figures | undefined) => void,
  signal: AbortSignal,
): Promise<void> {
  const jobs = runs.map(
    ({ request: harder, without }) =>
      ({ kind: 'figures', universe, request: harder, ...(without !== undefined && { without }) }) as const,
  );
  return runApart(
    universe,
    request,
    jobs,
    (result, k) => {
      const run = runs[k];
      if (run) came(run, result?.kind === 'figures' ? result.figures : undefined);
    },
    signal,
  );
}

/** All of a run's tables as one file. @throws with a sentence when it cannot be made */
export async function tablesInWorker(
  universe: string,
  request: RunRequest,
  format: RunFormat,
): Promise<Uint8Array> {
  let file: Extract<EngineResult, { kind: 'tables' }>['file'] | undefined;
  await runApart(
    universe,
    request,
    [{ kind: 'tables', universe, request, format }],
    (result) => {
      if (result?.kind === 'tables') file = result.file;
    },
    new AbortController().signal,
  );
  if (!(file instanceof Uint8Array)) throw new Error(file?.fault ?? 'the worker gave nothing back');
  return file;
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
