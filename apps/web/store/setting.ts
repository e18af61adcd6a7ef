// A small choice of the trader's that outlives the page.

import { useLiveQuery } from 'dexie-react-hooks';
import Joi from 'joi';
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

/**
 * The choice kept under a key, the initial one until the store has answered, where none was made, or where it is of another
 * kind; what keeps another; and what makes another of the one that is kept now.
 */
export function useSetting<T>(
  key: string,
  kind: Joi.Schema,
  initial: T,
): readonly [T, (value: T) => void, (change: (now: T) => T) => Promise<void>] {
  const kept = useLiveQuery(() => readSetting(key, kind, initial), [key]);
  const change = (make: (now: T) => T): Promise<void> => changeSetting(key, kind, initial, make);
  return [kept === undefined ? initial : kept, (value) => void change(() => value), change];
}
