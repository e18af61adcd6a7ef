// Runs that were kept: what was run, on what data, by which engine, so that each can be repeated and held against itself.

import { useLiveQuery } from 'dexie-react-hooks';
import type { KeptRun } from '@/model/rows.ts';
import { database } from '../database.ts';
import { readAll } from '../read.ts';
import { act } from '../undo.ts';

/** All kept runs, the newest first; undefined while they are read. */
export function useRuns(): readonly KeptRun[] | undefined {
  return useLiveQuery(async () => (await readAll('runs')).sort((a, b) => b.at - a.at), []);
}

/** Puts a run among the kept ones, as an act that can be undone. @throws when it cannot be kept */
export function addRun(run: KeptRun): Promise<void> {
  return act('runs', `“${run.name}” is kept.`, {
    redo: () => database.runs.put(run),
    undo: () => database.runs.delete(run.id),
  });
}

/** Gives a run another name or note. */
export function nameRun(run: KeptRun, words: Partial<Pick<KeptRun, 'name' | 'note'>>): Promise<void> {
  const before = Object.fromEntries(
    Object.keys(words).map((key) => [key, run[key as 'name' | 'note'] ?? '']),
  );
  return act('runs', 'name' in words ? 'The run was renamed.' : 'The run’s note is changed.', {
    redo: () => database.runs.update(run.id, words),
    undo: () => database.runs.update(run.id, before),
  });
}

export function removeRun(run: KeptRun): Promise<void> {
  return act('runs', `“${run.name}” is deleted.`, {
    redo: () => database.runs.delete(run.id),
    undo: () => database.runs.put(run),
    told: true,
  });
}

/** Notes the fingerprint of the bars that a run read. */
export async function signRun(id: string, data: string): Promise<void> {
  await database.runs.update(id, { data });
}
