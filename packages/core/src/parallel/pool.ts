// A few workers behind one queue. It knows nothing of the kind of worker: page and runner give it a way to start one.

import {
  calledOff,
  doneOf,
  type FromWorker,
  type SentError,
  type Signals,
  type ToWorker,
} from './messages.ts';

/** A started worker. */
export interface Link {
  post(message: unknown): void;
  end(): void;
}

/** Starts a worker; `failed` is called when it dies of itself, once. */
export type Spawn = (message: (message: unknown) => void, failed: (reason: string) => void) => Link;

/** Several jobs asked for together. */
export interface Task<Result> {
  /**
   * in the jobs' order; rejects with {@link Cancelled}, with {@link PoolEnded}, with a job's own error, or when a worker died
   * twice over one job
   */
  readonly results: Promise<Result[]>;
  /** calls off this task alone */
  cancel(): void;
  /** 0 to 1 */
  progress(): number;
}

/** What a cancelled task's results are rejected with. */
export class Cancelled extends Error {
  constructor() {
    super('cancelled');
  }
}

/** What the tasks of a pool that was ended are rejected with: another pool may do them. */
export class PoolEnded extends Error {
  constructor() {
    super('the pool ended');
  }
}

interface Waiting<Job, Result> {
  readonly id: number;
  readonly task: number;
  readonly job: Job;
  readonly done: (result: Result) => void;
  readonly failed: (error: Error) => void;
  deaths: number;
  calledOff: boolean;
}

interface Place<Job, Result> {
  link: Link | undefined;
  working: Waiting<Job, Result> | undefined;
}

/** A job that kills its worker is tried once more, in case something else did. */
const MOST_DEATHS = 2;

export class WorkPool<Setup, Job, Result> {
  readonly #spawn: Spawn;
  readonly #setup: Setup;
  readonly #places: Place<Job, Result>[];
  readonly #signals: Signals;
  readonly #queue: Waiting<Job, Result>[] = [];
  #lastTask = 0;
  #lastJob = 0;

  /**
   * @param setup sent to each worker before its first job; shared memory in it is shared
   * @param size how many workers; each starts with its first job
   */
  constructor(spawn: Spawn, setup: Setup, size: number) {
    this.#spawn = spawn;
    this.#setup = setup;
    this.#places = Array.from({ length: size }, () => ({ link: undefined, working: undefined }));
    this.#signals = new Int32Array(new SharedArrayBuffer(8 * size));
  }

  /** Queues the jobs behind those already asked for. */
  run(jobs: readonly Job[]): Task<Result> {
    const task = ++this.#lastTask;
    let finished = 0;
    const results = Promise.all(
      jobs.map(
        (job) =>
          new Promise<Result>((resolve, reject) => {
            const done = (result: Result): void => {
              finished++;
              resolve(result);
            };
            this.#queue.push({
              id: ++this.#lastJob,
              task,
              job,
              done,
              failed: reject,
              deaths: 0,
              calledOff: false,
            });
          }),
      ),
    );
    results.catch(() => this.#drop((waiting) => waiting.task === task));
    this.#dispatch();
    return {
      results,
      cancel: () => this.#callOff((waiting) => waiting.task === task, new Cancelled()),
      progress: () => {
        let parts = finished;
        this.#places.forEach(({ working }, k) => {
          if (working?.task === task) parts += Atomics.load(this.#signals, doneOf(k)) / 1000;
        });
        return jobs.length === 0 ? 1 : parts / jobs.length;
      },
    };
  }

  /** Starts the workers ahead of their first job. */
  warm(): void {
    for (const place of this.#places.keys()) this.#linkOf(place);
  }

  /** Ends all workers at once; what waits and what is under way is rejected with {@link PoolEnded}. */
  end(): void {
    this.#callOff(() => true, new PoolEnded());
    for (const place of this.#places) {
      place.link?.end();
      place.link = undefined;
      place.working = undefined;
    }
  }

  /** Drops waiting jobs, and tells the workers of those under way that their answer is not wanted. */
  #callOff(which: (waiting: Waiting<Job, Result>) => boolean, reason: Error): void {
    for (const waiting of this.#drop(which)) waiting.failed(reason);
    for (const [k, { working }] of this.#places.entries()) {
      if (!working || !which(working)) continue;
      working.calledOff = true;
      Atomics.store(this.#signals, calledOff(k), 1);
      working.failed(reason);
    }
  }

  /** Takes jobs that are not begun out of the queue. */
  #drop(which: (waiting: Waiting<Job, Result>) => boolean): Waiting<Job, Result>[] {
    const dropped = this.#queue.filter(which);
    const kept = this.#queue.filter((waiting) => !which(waiting));
    this.#queue.splice(0, this.#queue.length, ...kept);
    return dropped;
  }

  #dispatch(): void {
    for (const [k, place] of this.#places.entries()) {
      if (place.working) continue;
      const next = this.#queue.shift();
      if (!next) return;
      place.working = next;
      Atomics.store(this.#signals, doneOf(k), 0);
      Atomics.store(this.#signals, calledOff(k), 0);
      const message: ToWorker<Setup, Job> = { kind: 'job', id: next.id, job: next.job };
      this.#linkOf(k).post(message);
    }
  }

  #linkOf(k: number): Link {
    const place = this.#places[k] as Place<Job, Result>;
    if (!place.link) {
      const link = this.#spawn(
        (message) => this.#hear(place, message as FromWorker<Result>),
        (reason) => {
          if (place.link === link) this.#bury(place, reason);
        },
      );
      place.link = link;
      const message: ToWorker<Setup, Job> = {
        kind: 'setup',
        setup: this.#setup,
        signals: this.#signals,
        worker: k,
      };
      link.post(message);
    }
    return place.link;
  }

  #hear(place: Place<Job, Result>, message: FromWorker<Result>): void {
    const { working } = place;
    if (!working || working.id !== message.id) return;
    place.working = undefined;
    if (message.kind === 'done') working.done(message.result);
    else working.failed(received(message.error));
    this.#dispatch();
  }

  /** A worker died: its job goes to a new one, or is given up after dying twice. */
  #bury(place: Place<Job, Result>, reason: string): void {
    const { working, link } = place;
    place.link = undefined;
    place.working = undefined;
    link?.end();
    if (working && !working.calledOff) {
      if (++working.deaths < MOST_DEATHS) this.#queue.unshift(working);
      else working.failed(new Error(reason));
    }
    this.#dispatch();
  }
}

/** A worker's error with its own name and stack. */
function received({ name, message, stack }: SentError): Error {
  return Object.assign(new Error(message), { name, ...(stack !== undefined && { stack }) });
}
