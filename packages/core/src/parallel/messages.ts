// What a pool and its workers say to each other.

/** What workers can be asked, by kind: what goes in and what comes out. `K extends Kinds<K>` */
export type Kinds<K> = { readonly [N in keyof K]: { readonly in: unknown; readonly out: unknown } };

/** Shared between a pool and its workers, two numbers a worker: the per mille done of its job, and 1 when it is called off. */
export type Signals = Int32Array;

export const doneOf = (worker: number): number => 2 * worker;
export const calledOff = (worker: number): number => 2 * worker + 1;

/** One end of a channel between two threads, as browsers and Node have them. */
export interface Port {
  postMessage(message: unknown): void;
  onmessage: ((event: { readonly data: unknown }) => void) | null;
}

export type ToWorker<Setup, K> =
  | {
      readonly kind: 'setup';
      readonly setup: Setup;
      readonly signals: Signals;
      readonly worker: number;
      /** to the worker's own helpers */
      readonly helpers: readonly Port[];
    }
  /** to a helper: it hears its worker alone */
  | { readonly kind: 'assist'; readonly setup: Setup; readonly leader: Port }
  | { readonly kind: 'job'; readonly id: number; readonly job: Job<K> };

/** One thing asked for. */
export type Job<K> = {
  readonly [N in keyof K]: {
    readonly kind: N;
    readonly asked: K[N] extends { readonly in: infer In } ? In : never;
  };
}[keyof K];

/** An error as it crosses threads. */
export interface SentError {
  readonly name: string;
  readonly message: string;
  readonly stack: string | undefined;
}

export type FromWorker =
  | { readonly kind: 'done'; readonly id: number; readonly out: unknown }
  | { readonly kind: 'failed'; readonly id: number; readonly error: SentError };
