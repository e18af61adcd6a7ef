// What is followed, in the store.

import './schema.ts';
import { ENGINE_VERSION, type Tested } from '@plateau/core';
import { useLiveQuery } from 'dexie-react-hooks';
import type { StoredFollowed } from '@/model/follow/followed.ts';
import type { KeptRun } from '@/model/rows.ts';
import { database } from '../database.ts';
import { readAll, readOne } from '../read.ts';
import { act } from '../undo.ts';

/** Everything that is followed, the oldest first; undefined while it is read. */
export function useFollowed(): readonly StoredFollowed[] | undefined {
  return useLiveQuery(async () => (await readAll('followed')).sort((a, b) => a.at - b.at), []);
}

/** Begins to follow a kept run. @param tested what its days up to the trusted one come to now @returns its id */
export async function follow(run: KeptRun, trusted: number, tested: Tested): Promise<string> {
  const row: StoredFollowed = {
    id: crypto.randomUUID(),
    name: run.name,
    at: Date.now(),
    trusted,
    engine: ENGINE_VERSION,
    tested,
    account: { kind: 'simulated' },
    fills: [],
    events: [],
    run,
  };
  await act('runs', `“${run.name}” is followed from now on.`, {
    redo: () => database.followed.put(row),
    undo: () => database.followed.delete(row.id),
  });
  return row.id;
}

type Changed = Partial<Pick<StoredFollowed, 'name' | 'account' | 'fills' | 'events' | 'tested' | 'engine'>>;

/** Changes some of its fields, as an act that can be undone. @param words what was done */
export async function changeFollowed(id: string, words: string, change: Changed): Promise<void> {
  const before = await readOne('followed', id);
  if (!before) throw new Error('it is followed no more');
  const old: Changed = Object.fromEntries(
    Object.keys(change).map((key) => [key, before[key as keyof Changed]]),
  );
  await act('runs', words, {
    redo: () => database.followed.update(id, change),
    undo: () => database.followed.update(id, old),
  });
}

export function removeFollowed(row: StoredFollowed): Promise<void> {
  return act('runs', `“${row.name}” is followed no more.`, {
    redo: () => database.followed.delete(row.id),
    undo: () => database.followed.put(row),
    told: true,
  });
}
