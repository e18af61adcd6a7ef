// Studies in the store: their documents with what they found, and the pieces of those under way.

import './schema.ts';
import { ENGINE_VERSION, type Study } from '@plateau/core';
import { readStudy, readStudyFile } from '@plateau/files';
import { useLiveQuery } from 'dexie-react-hooks';
import type { FoundStudy, StoredStudy, StudyOrigin } from '@/model/studies/stored-study.ts';
import { database } from '../database.ts';
import { readAll } from '../read.ts';
import { act } from '../undo.ts';

/** All studies, the newest first; undefined while they are read. */
export function useStudies(): readonly StoredStudy[] | undefined {
  return useLiveQuery(async () => (await readAll('studies')).sort((a, b) => b.created - a.created), []);
}

/** How many pieces of a study are kept, from before it was stopped; undefined while they are counted, and of none. */
export function usePieces(study: string | undefined): number | undefined {
  return useLiveQuery(
    async () =>
      study === undefined ? undefined : await database.pieces.where('study').equals(study).count(),
    [study],
  );
}

/**
 * The document as it is kept. Its writer needs the rule language, which a list of studies does not.
 * @throws with a sentence when it would not read back
 */
async function writable(study: Study): Promise<object> {
  const { writableStudy } = await import('./written.ts');
  const written = writableStudy(study);
  const read = readStudy(written, 'study');
  if (read.ok) return written;
  const [first] = read.problems;
  throw new Error(`${first?.path ? `${first.path}: ` : ''}${first?.message ?? 'it is no study'}`);
}

/** Puts a study among the others, as an act that can be undone. @returns its id */
export async function addStudy(study: Study, origin?: StudyOrigin): Promise<string> {
  const written = await writable(study);
  const row: StoredStudy = {
    id: crypto.randomUUID(),
    created: Date.now(),
    study: written,
    ...(origin && { origin }),
  };
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

/** Another of the same, with what it found. @returns its id */
export async function duplicateStudy(row: StoredStudy, name: string): Promise<string> {
  const copy: StoredStudy = {
    ...row,
    id: crypto.randomUUID(),
    created: Date.now(),
    study: { ...row.study, name: `${name}, copy` },
  };
  await act('studies', `“${name}” is copied.`, {
    redo: () => database.studies.put(copy),
    undo: () => database.studies.delete(copy.id),
  });
  return copy.id;
}

/** A study's name and note: what it found stays. */
export function nameStudy(
  row: StoredStudy,
  words: Partial<Readonly<Record<'name' | 'notes', string>>>,
): Promise<void> {
  const { study } = row;
  return act('studies', 'name' in words ? 'The study was renamed.' : 'The study’s note is changed.', {
    redo: () => database.studies.update(row.id, { study: { ...study, ...words } }),
    undo: () => database.studies.update(row.id, { study }),
  });
}

/** Lets a study see the days that its sheet holds out; counted, and not undone. */
export async function openVeilOf(row: StoredStudy, study: Study): Promise<void> {
  const { found: _found, origin, ...rest } = row;
  if (!origin) return;
  const written = await writable(study);
  const openings = [...(origin.openings ?? []), Date.now()];
  await database.studies.put({ ...rest, study: written, origin: { ...origin, openings } });
}

/** Keeps what a study found, unless its document is another by now; its pieces have served. */
export function keepFound(
  id: string,
  study: object,
  found: Pick<FoundStudy, 'result' | 'data' | 'market'>,
  took?: number,
): PromiseLike<void> {
  return database.transaction('rw', database.studies, database.pieces, async () => {
    const row = await database.studies.get(id);
    if (!row || JSON.stringify(asked(row.study)) !== JSON.stringify(asked(study))) return;
    await database.studies.update(id, {
      found: { at: Date.now(), engine: ENGINE_VERSION, ...found },
      ...(took !== undefined && { took }),
    });
    await database.pieces.where('study').equals(id).delete();
  });
}

/** What a document asks, whatever it is called. */
const asked = ({ name: _name, notes: _notes, ...rest }: { name?: unknown; notes?: unknown }): object => rest;

/** Drops the pieces of studies that are gone. */
export async function dropOrphans(): Promise<void> {
  await database.transaction('rw', database.studies, database.pieces, async () => {
    const ids = new Set(await database.studies.toCollection().primaryKeys());
    const studies = await database.pieces.orderBy('study').uniqueKeys();
    const gone = studies.filter((study) => !ids.has(String(study)));
    await database.pieces.where('study').anyOf(gone).delete();
  });
}
