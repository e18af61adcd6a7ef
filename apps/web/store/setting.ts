// A small choice of the trader's that outlives the page.

import { liveQuery } from 'dexie';
import Joi from 'joi';
import { useSyncExternalStore } from 'react';
import { database } from './database.ts';

/** A setting that is a list of names. */
export const texts = Joi.array().items(Joi.string());

/** The value kept under a key; the initial one where none was kept, or one of another kind. */
export async function readSetting<T>(key: string, kind: Joi.Schema, initial: T): Promise<T> {
  const kept = (await database.settings.get(key))?.value;
  if (kept === undefined) return initial;
  return kind.validate(kept, { convert: false }).error ? initial : (kept as T);
}

/**
 * Changes the value kept under a key, from what is kept now: another tab may have changed it since it was last looked at.
 */
export async function changeSetting<T>(
  key: string,
  kind: Joi.Schema,
  initial: T,
  change: (now: T) => T,
): Promise<void> {
  await database.transaction('rw', database.settings, async () => {
    await database.settings.put({ key, value: change(await readSetting(key, kind, initial)) });
  });
}

/** A setting as it is shown: what was chosen holds at once, before the store has taken it, and no more where it cannot. */
class ShownSetting<T> {
  #value: T | undefined;
  #writing = 0;
  readonly #hearers = new Set<() => void>();
  #watch: { unsubscribe(): void } | undefined;

  constructor(
    private readonly key: string,
    private readonly kind: Joi.Schema,
    private readonly initial: T,
  ) {}

  /** undefined until the store has answered */
  readonly value = (): T | undefined => this.#value;

  readonly subscribe = (hear: () => void): (() => void) => {
    this.#hearers.add(hear);
    this.#watch ??= liveQuery(this.#read).subscribe(this.#hear);
    return () => {
      this.#hearers.delete(hear);
      if (this.#hearers.size > 0) return;
      this.#watch?.unsubscribe();
      this.#watch = undefined;
    };
  };

  async change(make: (now: T) => T): Promise<void> {
    if (this.#value !== undefined) this.#show(make(this.#value));
    this.#writing++;
    try {
      await changeSetting(this.key, this.kind, this.initial, make);
    } finally {
      this.#writing--;
      this.#hear(await this.#read());
    }
  }

  readonly #read = (): Promise<T> => readSetting(this.key, this.kind, this.initial);

  /** What was read before the last choice was written would put that back for a moment. */
  readonly #hear = (value: T): void => {
    if (this.#writing === 0) this.#show(value);
  };

  #show(value: T): void {
    this.#value = value;
    for (const hear of this.#hearers) hear();
  }
}

const shown = new Map<string, ShownSetting<unknown>>();

/** The choice kept under a key, undefined until the store has answered; and what makes another of the one that is kept now. */
export function useKept<T>(
  key: string,
  kind: Joi.Schema,
  initial: T,
): readonly [T | undefined, (change: (now: T) => T) => Promise<void>] {
  const its = (shown.get(key) ?? new ShownSetting(key, kind, initial)) as ShownSetting<T>;
  shown.set(key, its as ShownSetting<unknown>);
  const value = useSyncExternalStore(its.subscribe, its.value, () => undefined);
  return [value, (change) => its.change(change)];
}

/**
 * The choice kept under a key, the initial one until the store has answered, where none was made, or where it is of another
 * kind; what keeps another; and what makes another of the one that is kept now.
 */
export function useSetting<T>(
  key: string,
  kind: Joi.Schema,
  initial: T,
): readonly [T, (value: T) => void, (change: (now: T) => T) => Promise<void>] {
  const [kept, change] = useKept(key, kind, initial);
  return [kept === undefined ? initial : kept, (value) => void change(() => value), change];
}
