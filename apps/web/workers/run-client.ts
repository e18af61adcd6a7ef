// The page's side of a kept run: its report, what takes as long again, and all that is asked of it.

import { type Beside, Cancelled, type RunRequest, type Task } from '@plateau/core';
import type { Answers, Doubt, EngineResult, Question, ReportOutcome } from './engine.worker.ts';
import { onEngine } from './engine-pool.ts';
import { neededSymbols } from './needed-symbols.ts';

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
  const [result] = await onEngine(
    universe,
    request,
    also,
    (pool) => pool.run([{ kind: 'ask', universe, request, question }]).results,
  );
  return result?.kind === 'ask' ? (result.answer as Answers[Asked['ask']] | undefined) : undefined;
}

/** Cancels the report asked for before: the newest wins. */
let reporting: Task<EngineResult> | undefined;
let newestReport = 0;

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
  const number = ++newestReport;
  try {
    const [result] = await onEngine(universe, request, also, async (pool) => {
      if (number !== newestReport) throw new Cancelled();
      reporting?.cancel();
      reporting = pool.run([{ kind: 'report', universe, request, tried, beside, ...(span && { span }) }]);
      return reporting.results;
    });
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
  const symbols = [...(await neededSymbols(universe, request))].sort();
  const job = { kind: 'doubt', universe, request, symbols, ...(span && { span }) } as const;
  try {
    const [result] = await onEngine(universe, request, [], async (pool) => {
      if (signal?.aborted) throw new Cancelled();
      const task = pool.run([job]);
      signal?.addEventListener('abort', task.cancel, { once: true });
      return task.results;
    });
    return result?.kind === 'doubt' ? result.doubt : undefined;
  } catch (error) {
    if (error instanceof Cancelled) return undefined;
    throw error;
  }
}

/** The fingerprint of the bars and memberships a run may read. @throws as {@link reportInWorker} */
export async function fingerprintInWorker(universe: string, request: RunRequest): Promise<string> {
  const symbols = [...(await neededSymbols(universe, request))].sort();
  const [result] = await onEngine(
    universe,
    request,
    [],
    (pool) => pool.run([{ kind: 'fingerprint', universe, request, symbols }]).results,
  );
  if (result?.kind !== 'fingerprint') throw new Error('the worker gave no fingerprint');
  return result.data;
}
