// The page's side of a sheet's engine: one run at a time, the newest wins.

import { Cancelled, type Explanation, type RunAsked, type ShownOutcome } from '@plateau/core';
import { onEngine } from './engine-pool.ts';
import { Newest } from './newest.ts';

const runs = new Newest();

/** What a worker's death says on screen. */
export function engineStopped(error: unknown): Error {
  const reason = error instanceof Error ? error.message : String(error);
  return new Error(`The engine stopped: ${reason}. The next edit starts it again.`, { cause: error });
}

/**
 * Runs, stopping any run still under way; that one's promise answers `stopped`.
 * @throws when the market cannot be read, or the worker died twice over this run
 */
export async function runInWorker(asked: RunAsked): Promise<ShownOutcome> {
  try {
    return await runs.run((begin) => onEngine(asked, [], (pool) => begin(() => pool.ask('run', asked))));
  } catch (error) {
    if (error instanceof Cancelled) return { kind: 'stopped' };
    throw engineStopped(error);
  }
}

/** What a strategy's parts mean; undefined when it has problems, or when a run came first. */
export async function explainInWorker(asked: RunAsked): Promise<Explanation | undefined> {
  try {
    return await runs.follow((begin) =>
      onEngine(asked, [], (pool) => begin(() => pool.ask('explain', asked))),
    );
  } catch {
    // The run itself says what is wrong; this is only its margin note.
    return undefined;
  }
}

/** Asks the run under way to stop. */
export const stopRun = (): void => runs.stop();

/** How much of the run under way is done, 0 to 1. */
export const runProgress = (): number => runs.progress();
