// What is followed, in the store.

import './schema.ts';
import { ENGINE_VERSION, type Tested } from '@plateau/core';
import { type FollowedFile, type FollowedRun, readFollowedFile, writeFollowedFile } from '@plateau/files';
import { useLiveQuery } from 'dexie-react-hooks';
import type { StoredFollowed } from '@/model/follow/followed.ts';
import { symbolAlone } from '@/model/market/alone.ts';
import { isBlendRun, type KeptRun, type StoredUniverse } from '@/model/rows.ts';
import { blendAskedOf } from '@/model/runs/kept.ts';
import { database } from '../database.ts';
import { readMembers } from '../market/universes.ts';
import { readAll, readOne } from '../read.ts';
import { tellMarketChanged } from '../tabs.ts';
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

/** The followed file of it, with the members of its universes as they are now. */
export async function followedFileOf(followed: StoredFollowed): Promise<string> {
  const { name, trusted, engine, tested, account, fills, events } = followed;
  const run = await writtenRun(followed.run);
  return writeFollowedFile({ name, trusted, engine, tested, account, fills, events, run });
}

async function writtenRun(run: KeptRun): Promise<FollowedRun> {
  if (!isBlendRun(run)) {
    const { to: _to, splitAt: _splitAt, ...request } = run.request;
    const members = await readMembers(run.universe);
    return { kind: 'run', request, universe: { id: run.universe, name: run.universeName, members } };
  }
  const { blend, benchmark, from } = blendAskedOf(run);
  const ids = new Set(blend.parts.flatMap((part) => (part.kind === 'strategy' ? [part.universe] : [])));
  const universes = [];
  for (const id of ids) {
    const universe = await readOne('universes', id);
    universes.push({ id, name: universe?.name ?? id, members: await readMembers(id) });
  }
  return { kind: 'blend', blend, benchmark, ...(from !== undefined && { from }), universes };
}

/** Puts a followed file beside the others; universes that are not here come with it. @throws with a sentence */
export async function importFollowed(file: File): Promise<string> {
  const read = readFollowedFile(await file.text(), file.name);
  if (!read.ok) throw new Error(read.problems[0]?.message ?? 'it cannot be read');
  const { run, ...rest } = read.value;
  const row: StoredFollowed = {
    ...rest,
    id: crypto.randomUUID(),
    at: Date.now(),
    run: await keptOf(read.value),
  };
  const universes = run.kind === 'run' ? [run.universe] : run.universes;
  const missing: StoredUniverse[] = [];
  for (const universe of universes) {
    const isHere = symbolAlone(universe.id) !== undefined || (await readOne('universes', universe.id));
    if (!isHere) missing.push({ ...universe });
  }
  const told = (): void => {
    if (missing.length > 0) tellMarketChanged();
  };
  await act('runs', `“${row.name}” is followed from now on.`, {
    redo: () =>
      database
        .transaction('rw', database.universes, database.followed, async () => {
          await database.universes.bulkPut(missing);
          await database.followed.put(row);
        })
        .then(told),
    undo: () =>
      database
        .transaction('rw', database.universes, database.followed, async () => {
          await database.universes.bulkDelete(missing.map(({ id }) => id));
          await database.followed.delete(row.id);
        })
        .then(told),
  });
  return row.id;
}

/** A kept run as the file has it; what it does not tell of the run was not kept with it. */
async function keptOf({ name, engine, tested, run }: FollowedFile): Promise<KeptRun> {
  const { writableBlend } = await import('./written.ts');
  const { cagr, maxDrawdown, trades } = tested;
  const kept = {
    id: crypto.randomUUID(),
    name,
    at: Date.now(),
    sheet: '',
    data: '',
    engine,
    summary: JSON.stringify({ figures: { cagr, maxDrawdown, trades } }),
    tried: [],
  };
  if (run.kind === 'run') {
    const { request, universe } = run;
    return { ...kept, universeName: universe.name, universe: universe.id, request };
  }
  const { blend, benchmark, from, universes } = run;
  return {
    ...kept,
    universeName: universes.map((one) => one.name).join(', '),
    blend: writableBlend(blend),
    benchmark,
    ...(from !== undefined && { from }),
  };
}
