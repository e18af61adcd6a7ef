// Long work on runs, on workers of its own so that sheet and report stay quick.

import type {
  AloneSize,
  BaselineFigures,
  BlendAsked,
  Figures,
  NotAlone,
  PerInstrument,
  RunAsked,
  StressTest,
} from '@plateau/core';
import { PoolEnded, WorkPool } from '@plateau/core';
import type { RunFormat } from '@plateau/files';
import { type EnginePool, engineFor } from './engine-pool.ts';
import { startEngine } from './engine-start.ts';
import type { PageWork } from './page-work.ts';
import { workersOf } from './web-workers.ts';

/**
 * Work of one kind, one thing after another on a worker of its own so that the sheet stays quick.
 * @param came is told of each answer as it is there
 * @throws when the market cannot be read; and, once all others are answered, when one could not be
 */
async function workApart<N extends keyof PageWork>(
  run: RunAsked,
  kind: N,
  asked: readonly PageWork[N]['in'][],
  came: (out: PageWork[N]['out'], place: number) => void,
  signal: AbortSignal,
): Promise<void> {
  const setup = await (await engineFor(run)).setup;
  if (signal.aborted) return;
  const pool: EnginePool = new WorkPool(workersOf(startEngine), setup, 1);
  const end = (): void => pool.end();
  signal.addEventListener('abort', end);
  try {
    const ended = await pool.askEach(kind, asked, (how, place) => {
      if (how.kind === 'done') came(how.out, place);
    }).result;
    const failed = ended.find((how) => how.kind === 'failed');
    if (failed) throw failed.error;
  } catch (error) {
    if (!(error instanceof PoolEnded)) throw error;
  } finally {
    signal.removeEventListener('abort', end);
    end();
  }
}

/** Runs the strategy on each instrument by itself, or says why it could not run. @throws as {@link workApart} */
export function perInstrumentInWorker(
  run: RunAsked,
  symbols: readonly string[],
  size: AloneSize,
  came: (outcome: PerInstrument | NotAlone) => void,
  signal: AbortSignal,
): Promise<void> {
  const asked = symbols.map((symbol) => ({ ...run, alone: { symbol, size } }));
  return workApart(run, 'perInstrument', asked, came, signal);
}

/** Runs the strategy with random entries, once a seed. @throws as {@link workApart} */
export function baselineInWorker(
  run: RunAsked,
  seeds: readonly number[],
  came: (figures: BaselineFigures | undefined) => void,
  signal: AbortSignal,
): Promise<void> {
  const asked = seeds.map((seed) => ({ ...run, seed }));
  return workApart(run, 'baseline', asked, came, signal);
}

/** The figures of runs under harder assumptions; undefined where one cannot be run. @throws as {@link workApart} */
export function stressTestsInWorker(
  run: RunAsked,
  runs: readonly StressTest[],
  came: (run: StressTest, figures: Figures | undefined) => void,
  signal: AbortSignal,
): Promise<void> {
  const asked = runs.map(({ request, without }) => ({
    universe: run.universe,
    request,
    ...(without !== undefined && { without }),
  }));
  return workApart(
    run,
    'figures',
    asked,
    (outcome, k) => {
      const stressTests = runs[k];
      if (stressTests) came(stressTests, outcome.kind === 'done' ? outcome.figures : undefined);
    },
    signal,
  );
}

/** Work on a worker of its own, which ends with it. */
export async function withOwnPool<T>(
  asked: RunAsked | BlendAsked,
  work: (pool: EnginePool) => Promise<T>,
): Promise<T> {
  const setup = await (await engineFor(asked)).setup;
  const pool: EnginePool = new WorkPool(workersOf(startEngine), setup, 1);
  try {
    return await work(pool);
  } finally {
    pool.end();
  }
}

/** All of a run's tables as one file. @throws with a sentence when it cannot be made */
export function tablesInWorker(run: RunAsked, format: RunFormat): Promise<Uint8Array> {
  return withOwnPool(run, (pool) => pool.ask('tables', { ...run, format }).result);
}
