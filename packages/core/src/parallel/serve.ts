// The worker's side of a pool.

import type { Continue } from '../simulation/progress.ts';
import {
  calledOff,
  doneOf,
  type FromWorker,
  type Job,
  type Kinds,
  type Port,
  type SentError,
  type Signals,
  type ToWorker,
} from './messages.ts';

/** One function a kind of work; `goOn` takes progress from 0 to 1 and answers whether the answer is still wanted. */
export type Handlers<K extends Kinds<K>> = {
  readonly [N in keyof K]: (asked: K[N]['in'], goOn: Continue) => K[N]['out'] | Promise<K[N]['out']>;
};

/** What a worker does. */
export interface Served<K extends Kinds<K>> {
  readonly handlers: Handlers<K>;
  /** what a helper does with what its worker posts to it; it must not throw */
  readonly help?: (message: unknown) => void;
}

/**
 * Answers a pool's messages: the returned function is to be called with each.
 * @param prepare makes the worker's functions from what all jobs share, and the ports to its helpers
 */
export function serve<Setup, K extends Kinds<K>>(
  prepare: (setup: Setup, helpers: readonly Port[]) => Served<K>,
  post: (message: FromWorker) => void,
): (message: ToWorker<Setup, K>) => Promise<void> {
  let handlers: Handlers<K> | undefined;
  let signals: Signals = new Int32Array(2);
  let worker = 0;
  const answer = <N extends keyof K>({ kind, asked }: { kind: N; asked: K[N]['in'] }, goOn: Continue) => {
    if (!handlers) throw new Error('a job came before the setup');
    return handlers[kind](asked, goOn);
  };
  return async (message) => {
    if (message.kind === 'assist') {
      const { help } = prepare(message.setup, []);
      message.leader.onmessage = ({ data }) => help?.(data);
      return;
    }
    if (message.kind === 'setup') {
      ({ handlers } = prepare(message.setup, message.helpers));
      signals = message.signals;
      worker = message.worker;
      return;
    }
    const { id } = message;
    const job: Job<K> = message.job;
    const goOn: Continue = (done) => {
      Atomics.store(signals, doneOf(worker), Math.round(done * 1000));
      return Atomics.load(signals, calledOff(worker)) === 0;
    };
    try {
      post({ kind: 'done', id, out: await answer(job, goOn) });
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
