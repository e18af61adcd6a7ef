// The worker's side of a pool.

import type { Continue } from '../simulation/progress.ts';
import type { FromWorker, Signals, ToWorker } from './messages.ts';

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
  let place = 1;
  return async (message) => {
    if (message.kind === 'setup') {
      work = prepare(message.setup);
      signals = message.signals;
      place = message.worker + 1;
      return;
    }
    const { id, task, job } = message;
    const goOn: Continue = (done) => {
      Atomics.store(signals, place, Math.round(done * 1000));
      return task >= Atomics.load(signals, 0);
    };
    try {
      if (!work) throw new Error('a job came before the setup');
      post({ kind: 'done', id, result: await work(job, goOn) });
    } catch (error) {
      post({ kind: 'failed', id, message: error instanceof Error ? error.message : String(error) });
    }
  };
}
