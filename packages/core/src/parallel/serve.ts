// The worker's side of a pool.

import type { Continue } from '../simulation/progress.ts';
import {
  calledOff,
  doneOf,
  type FromWorker,
  type SentError,
  type Signals,
  type ToWorker,
} from './messages.ts';

/** Does one job; `goOn` takes progress and answers whether the job is still wanted. */
export type Work<Job, Result> = (job: Job, goOn: Continue) => Result | Promise<Result>;

/**
 * Answers a pool's messages: the returned function is to be called with each.
 * @param prepare makes the worker's function from what all jobs share
 */
export function serve<Setup, Job, Result>(
  prepare: (setup: Setup) => Work<Job, Result>,
  post: (message: FromWorker<Result>) => void,
): (message: ToWorker<Setup, Job>) => Promise<void> {
  let work: Work<Job, Result> | undefined;
  let signals: Signals = new Int32Array(2);
  let worker = 0;
  return async (message) => {
    if (message.kind === 'setup') {
      work = prepare(message.setup);
      signals = message.signals;
      worker = message.worker;
      return;
    }
    const { id, job } = message;
    const goOn: Continue = (done) => {
      Atomics.store(signals, doneOf(worker), Math.round(done * 1000));
      return Atomics.load(signals, calledOff(worker)) === 0;
    };
    try {
      if (!work) throw new Error('a job came before the setup');
      post({ kind: 'done', id, result: await work(job, goOn) });
    } catch (error) {
      post({ kind: 'failed', id, error: sent(error) });
    }
  };
}

function sent(error: unknown): SentError {
  return error instanceof Error
    ? { name: error.name, message: error.message, stack: error.stack }
    : { name: 'Error', message: String(error), stack: undefined };
}
