// The page's side of a sheet's engine: one run at a time, the newest wins.

import { Cancelled, type Explanation, type RunAsked, type ShownOutcome, type Task } from '@plateau/core';
import { onEngine } from './engine-pool.ts';

let underWay: Task<unknown> | undefined;
let newest = 0;

/**
 * Runs, stopping any run still under way; that one's promise answers `stopped`.
 * @throws when the market cannot be read, or the worker died twice over this run
 */
export async function runInWorker(asked: RunAsked): Promise<ShownOutcome> {
  const number = ++newest;
  try {
    return await onEngine(asked, [], (pool) => {
      if (number !== newest) throw new Cancelled();
      underWay?.cancel();
      const task = pool.ask('run', asked);
      underWay = task;
      return task.result;
    });
  } catch (error) {
    if (error instanceof Cancelled) return { kind: 'stopped' };
    const reason = error instanceof Error ? error.message : String(error);
    throw new Error(`The engine stopped: ${reason}. The next edit starts it again.`, { cause: error });
  }
}

/** What a strategy's parts mean; undefined when it has problems, or when a run came first. */
export async function explainInWorker(asked: RunAsked): Promise<Explanation | undefined> {
  const number = newest;
  try {
    return await onEngine(asked, [], (pool) => {
      if (number !== newest) throw new Cancelled();
      const task = pool.ask('explain', asked);
      underWay = task;
      return task.result;
    });
  } catch {
    // The run itself says what is wrong; this is only its margin note.
    return undefined;
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
