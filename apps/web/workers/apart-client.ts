// Long work on runs, on workers of its own so that sheet and report stay quick.

import {
  type Alone,
  type BaselineFigures,
  type Figures,
  type HarderRun,
  type RunRequest,
  WorkPool,
} from '@plateau/core';
import type { RunFormat } from '@plateau/files';
import type { EngineJob, EngineResult } from './engine.worker.ts';
import { type EnginePool, engineFor, startWorker } from './engine-pool.ts';
import { workersOf } from './web-workers.ts';

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
