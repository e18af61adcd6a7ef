// A small choice of the trader's that outlives the page.

import { useLiveQuery } from 'dexie-react-hooks';
import { database } from './database.ts';

/** The choice kept under a key, the initial one until the store has answered or where none was made. */
export function useSetting<T>(key: string, initial: T): readonly [T, (value: T) => void] {
  const kept = useLiveQuery(() => database.settings.get(key), [key]);
  const keep = (value: T): void => {
    void database.settings.put({ key, value });
  };
  return [kept === undefined ? initial : (kept.value as T), keep];
}
