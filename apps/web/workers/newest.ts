// One thing at a time, the newest wins: what was asked before is called off.

import { Cancelled, type Task } from '@plateau/core';

/** Takes a task up, and waits for what it gives. @throws {Cancelled} when something newer was asked meanwhile */
type Begin<T> = (make: () => Task<T>) => Promise<T>;

export class Newest {
  #underWay: Task<unknown> | undefined;
  #following: Task<unknown> | undefined;
  #latest = 0;

  /** Begins something new. @throws {Cancelled} when it was called off */
  run<T>(start: (begin: Begin<T>) => Promise<T>): Promise<T> {
    const number = ++this.#latest;
    return start((make) => {
      if (number !== this.#latest) return Promise.reject(new Cancelled());
      this.#cancel();
      const task = make();
      this.#underWay = task;
      return task.result;
    });
  }

  /** What belongs to the newest, after it or beside it; it calls nothing off. @throws {Cancelled} when something newer came */
  follow<T>(start: (begin: Begin<T>) => Promise<T>): Promise<T> {
    const number = this.#latest;
    return start((make) => {
      if (number !== this.#latest) return Promise.reject(new Cancelled());
      const task = make();
      this.#following = task;
      return task.result;
    });
  }

  /** Calls off what is under way. */
  stop(): void {
    this.#latest++;
    this.#cancel();
  }

  #cancel(): void {
    this.#underWay?.cancel();
    this.#following?.cancel();
    this.#following = undefined;
  }

  /** How much of what was asked last is done, 0 to 1. */
  progress(): number {
    return (this.#following ?? this.#underWay)?.progress() ?? 0;
  }
}
