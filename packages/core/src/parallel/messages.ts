// What a pool and its workers say to each other.

/** Shared between a pool and its workers, two numbers a worker: the per mille done of its job, and 1 when it is called off. */
export type Signals = Int32Array;

export const doneOf = (worker: number): number => 2 * worker;
export const calledOff = (worker: number): number => 2 * worker + 1;

export type ToWorker<Setup, Job> =
  | { readonly kind: 'setup'; readonly setup: Setup; readonly signals: Signals; readonly worker: number }
  | { readonly kind: 'job'; readonly id: number; readonly job: Job };

/** An error as it crosses threads. */
export interface SentError {
  readonly name: string;
  readonly message: string;
  readonly stack: string | undefined;
}

export type FromWorker<Result> =
  | { readonly kind: 'done'; readonly id: number; readonly result: Result }
  | { readonly kind: 'failed'; readonly id: number; readonly error: SentError };
