// What a pool and its workers say to each other.

/** Shared between a pool and its workers: the lowest task number still wanted, then each worker's per mille done. */
export type Signals = Int32Array;

export type ToWorker<Setup, Job> =
  | { readonly kind: 'setup'; readonly setup: Setup; readonly signals: Signals; readonly worker: number }
  | { readonly kind: 'job'; readonly id: number; readonly task: number; readonly job: Job };

export type FromWorker<Result> =
  | { readonly kind: 'done'; readonly id: number; readonly result: Result }
  | { readonly kind: 'failed'; readonly id: number; readonly message: string };
