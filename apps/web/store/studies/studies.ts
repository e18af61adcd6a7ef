// Studies in the store: their documents with what they found, and the pieces of those under way.

import './schema.ts';
import { ENGINE_VERSION, type Study, type StudyResult } from '@plateau/core';
import { readStudyFile } from '@plateau/files';
import { useLiveQuery } from 'dexie-react-hooks';
import type { StoredStudy } from '@/model/studies/stored-study.ts';
import { database } from '../database.ts';
import { readAll } from '../read.ts';
import { act } from '../undo.ts';

/** All studies, the newest first; undefined while they are read. */
export function useStudies(): readonly StoredStudy[] | undefined {
  return useLiveQuery(async () => (await readAll('studies')).sort((a, b) => b.created - a.created), []);
}

/** How many pieces of a study are kept, from before it was stopped; undefined while they are counted. */
export function usePieces(study: string): number | undefined {
  return useLiveQuery(() => database.pieces.where('study').equals(study).count(), [study]);
}

/** Its writer needs the rule language, which a list of studies does not. */
async function writable(study: Study): Promise<object> {
  const { writableStudy } = await import('./written.ts');
  return writableStudy(study);
}

/** Puts a study among the others, as an act that can be undone. @returns its id */
export async function addStudy(study: Study): Promise<string> {
  const written = await writable(study);
  const row: StoredStudy = { id: crypto.randomUUID(), created: Date.now(), study: written };
  await act('studies', `“${study.name || study.kind}” is a study now.`, {
    redo: () => database.studies.put(row),
    undo: () => database.studies.delete(row.id),
  });
  return row.id;
}

/** Reads a study file and puts it among the others. @throws with a sentence when it cannot be read */
export async function importStudy(file: File): Promise<string> {
  const read = readStudyFile(await file.text(), file.name);
  if (read.ok) return addStudy(read.value);
  const [first] = read.problems;
  const more = read.problems.length - 1;
  throw new Error(
    `${first?.path ? `${first.path}: ` : ''}${first?.message}${more > 0 ? ` (and ${more} more like it)` : ''}`,
  );
}

export function removeStudy(row: StoredStudy, name: string): Promise<void> {
  return act('studies', `“${name}” is deleted.`, {
    redo: () => database.studies.delete(row.id),
    undo: () => database.studies.put(row),
    told: true,
  });
}

/** Gives a study another document; what it found was of the one before, and goes. */
export async function changeStudy(before: StoredStudy, study: Study, what: string): Promise<void> {
  const { found: _found, ...rest } = before;
  const written = await writable(study);
  await act('studies', what, {
    redo: () => database.studies.put({ ...rest, study: written }),
    undo: () => database.studies.put(before),
  });
}

/** Keeps what a study found; its pieces have served. */
export function keepFound(id: string, result: StudyResult, data: string): PromiseLike<void> {
  return database.transaction('rw', database.studies, database.pieces, async () => {
    await database.studies.update(id, { found: { at: Date.now(), engine: ENGINE_VERSION, data, result } });
    await database.pieces.where('study').equals(id).delete();
  });
}

/** Drops the pieces of studies that are gone. */
export async function dropOrphans(): Promise<void> {
  await database.transaction('rw', database.studies, database.pieces, async () => {
    const ids = new Set(await database.studies.toCollection().primaryKeys());
    const studies = await database.pieces.orderBy('study').uniqueKeys();
    const gone = studies.filter((study) => !ids.has(String(study)));
    await database.pieces.where('study').anyOf(gone).delete();
  });
}
