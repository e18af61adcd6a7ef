// A few workers behind one queue. It knows nothing of the kind of worker: page and runner give it a way to start one.

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

/** A started worker. */
export interface Link {
  /** @param transfer what is handed over instead of copied */
  post(message: unknown, transfer?: readonly Port[]): void;
  end(): void;
}

/** Starts a worker; `failed` is called when it dies of itself, once. */
export type Spawn = (message: (message: unknown) => void, failed: (reason: string) => void) => Link;

/** Something asked of a pool. */
export interface Task<Out> {
  /** rejects with {@link Cancelled} or {@link PoolEnded} */
  readonly result: Promise<Out>;
  /** calls off this task alone */
  cancel(): void;
  /** 0 to 1 */
  progress(): number;
}

/** How one of several jobs ended. */
export type Settled<Out> =
  | { readonly kind: 'done'; readonly out: Out }
  | { readonly kind: 'failed'; readonly error: Error };

/** What a cancelled task's result is rejected with. */
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

interface Waiting<K> {
  readonly id: number;
  readonly task: number;
  readonly job: Job<K>;
  readonly settle: (how: Settled<unknown>) => void;
  readonly reject: (reason: Error) => void;
  deaths: number;
  calledOff: boolean;
}

/** Further threads beside each worker, which it shares its work with as it likes. */
export interface Crews {
  readonly helpers: number;
  /** two ports, what is posted to one is heard at the other */
  readonly channel: () => readonly [Port, Port];
}

interface Place<K> {
  link: Link | undefined;
  helpers: Link[];
  working: Waiting<K> | undefined;
}

/** A job that kills its worker is tried once more, in case something else did. */
const MOST_DEATHS = 2;

/** Work of the kinds `K` names, each answered with what `K` says comes out. */
export class WorkPool<Setup, K extends Kinds<K>> {
  readonly #spawn: Spawn;
  readonly #setup: Setup;
  readonly #crews: Crews | undefined;
  readonly #places: Place<K>[];
  readonly #signals: Signals;
  readonly #queue: Waiting<K>[] = [];
  #lastTask = 0;
  #lastJob = 0;

  /**
   * @param setup sent to each worker before its first job; shared memory in it is shared
   * @param size how many workers; each starts with its first job
   * @param crews helpers of each worker, which start with it and end with it; one that dies is missed until then
   */
  constructor(spawn: Spawn, setup: Setup, size: number, crews?: Crews) {
    this.#spawn = spawn;
    this.#setup = setup;
    this.#crews = crews;
    this.#places = Array.from({ length: size }, () => ({ link: undefined, helpers: [], working: undefined }));
    this.#signals = new Int32Array(new SharedArrayBuffer(8 * size));
  }

  /** Asks one thing. Its result also rejects with the job's own error, or when a worker died twice over it. */
  ask<N extends keyof K>(kind: N, asked: K[N]['in']): Task<K[N]['out']> {
    const { result, ...task } = this.askEach(kind, [asked]);
    const out = async (): Promise<K[N]['out']> => {
      const [how] = await result;
      if (how?.kind !== 'done') throw how?.error;
      return how.out;
    };
    return { ...task, result: out() };
  }

  /**
   * Asks several things of one kind, behind those already asked for. One that fails leaves the others.
   * @param came is told of each as it ends, with its place among those asked
   * @returns how each ended, in the order asked
   */
  askEach<N extends keyof K>(
    kind: N,
    asked: readonly K[N]['in'][],
    came?: (how: Settled<K[N]['out']>, place: number) => void,
  ): Task<Settled<K[N]['out']>[]> {
    const task = ++this.#lastTask;
    let finished = 0;
    const ended = asked.map((one, place) =>
      new Promise<Settled<K[N]['out']>>((settle, reject) => {
        const job = { kind, asked: one } as Job<K>;
        this.#queue.push({ id: ++this.#lastJob, task, job, settle, reject, deaths: 0, calledOff: false });
      }).then((how) => {
        finished++;
        came?.(how, place);
        return how;
      }),
    );
    const result = Promise.all(ended);
    result.catch(() => this.#drop((waiting) => waiting.task === task));
    this.#dispatch();
    return {
      result,
      cancel: () => this.#callOff((waiting) => waiting.task === task, new Cancelled()),
      progress: () => {
        let parts = finished;
        this.#places.forEach(({ working }, k) => {
          if (working?.task === task) parts += Atomics.load(this.#signals, doneOf(k)) / 1000;
        });
        return asked.length === 0 ? 1 : parts / asked.length;
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
      endLinks(place);
      place.working = undefined;
    }
  }

  /** Drops waiting jobs, and tells the workers of those under way that their answer is not wanted. */
  #callOff(which: (waiting: Waiting<K>) => boolean, reason: Error): void {
    for (const waiting of this.#drop(which)) waiting.reject(reason);
    for (const [k, { working }] of this.#places.entries()) {
      if (!working || !which(working)) continue;
      working.calledOff = true;
      Atomics.store(this.#signals, calledOff(k), 1);
      working.reject(reason);
    }
  }

  /** Takes jobs that are not begun out of the queue. */
  #drop(which: (waiting: Waiting<K>) => boolean): Waiting<K>[] {
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
      const message: ToWorker<Setup, K> = { kind: 'job', id: next.id, job: next.job };
      this.#linkOf(k).post(message);
    }
  }

  #linkOf(k: number): Link {
    const place = this.#places[k] as Place<K>;
    if (!place.link) {
      const link = this.#spawn(
        (message) => this.#hear(place, message as FromWorker),
        (reason) => {
          if (place.link === link) this.#bury(place, reason);
        },
      );
      place.link = link;
      const helpers = this.#startHelpers(place);
      const message: ToWorker<Setup, K> = {
        kind: 'setup',
        setup: this.#setup,
        signals: this.#signals,
        worker: k,
        helpers,
      };
      link.post(message, helpers);
    }
    return place.link;
  }

  /** @returns the worker's ports to them */
  #startHelpers(place: Place<K>): Port[] {
    const crews = this.#crews;
    if (!crews) return [];
    return Array.from({ length: crews.helpers }, () => {
      const [port, leader] = crews.channel();
      const helper = this.#spawn(
        () => {},
        () => helper.end(),
      );
      const message: ToWorker<Setup, K> = { kind: 'assist', setup: this.#setup, leader };
      helper.post(message, [leader]);
      place.helpers.push(helper);
      return port;
    });
  }

  #hear(place: Place<K>, message: FromWorker): void {
    const { working } = place;
    if (!working || working.id !== message.id) return;
    place.working = undefined;
    working.settle(
      message.kind === 'done'
        ? { kind: 'done', out: message.out }
        : { kind: 'failed', error: received(message.error) },
    );
    this.#dispatch();
  }

  /** A worker died: its job goes to a new one, or is given up after dying twice. */
  #bury(place: Place<K>, reason: string): void {
    const { working } = place;
    endLinks(place);
    place.working = undefined;
    if (working && !working.calledOff) {
      if (++working.deaths < MOST_DEATHS) this.#queue.unshift(working);
      else working.settle({ kind: 'failed', error: new Error(reason) });
    }
    this.#dispatch();
  }
}

/** Ends a worker with its helpers. */
function endLinks<K>(place: Place<K>): void {
  for (const link of [place.link, ...place.helpers]) link?.end();
  place.link = undefined;
  place.helpers = [];
}

/** A worker's error with its own name and stack. */
function received({ name, message, stack }: SentError): Error {
  return Object.assign(new Error(message), { name, ...(stack !== undefined && { stack }) });
}
