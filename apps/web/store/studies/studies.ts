// Studies in the store: their documents with what they found, and the pieces of those under way.

import './schema.ts';
import { ENGINE_VERSION, type Study } from '@plateau/core';
import { readStudyFile } from '@plateau/files';
import { useLiveQuery } from 'dexie-react-hooks';
import {
  type FoundStudy,
  nameOfStudy,
  type StoredStudy,
  type StudyOrigin,
  studyOf,
} from '@/model/studies/stored-study.ts';
import { database } from '../database.ts';
import { readAll, readOne } from '../read.ts';
import { act, actsSettled } from '../undo.ts';

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
 * A study as it is once all that was being done to studies has been done: what is seen of it may be from a moment before.
 * @throws when it is deleted
 */
export async function newestStudy(id: string): Promise<StoredStudy> {
  await actsSettled('studies');
  return storedStudy(id);
}

async function storedStudy(id: string): Promise<StoredStudy> {
  const row = await readOne('studies', id);
  if (!row) throw new Error('the study is deleted, or cannot be read');
  return row;
}

/** Puts another in the place of a study as it is in the store now. @returns the one before */
function replace(id: string, by: (now: StoredStudy) => StoredStudy): PromiseLike<StoredStudy> {
  return database.transaction('rw', database.studies, async () => {
    const before = await storedStudy(id);
    await database.studies.put(by(before));
    return before;
  });
}

/** The writer of documents needs the rule language, which a list of studies does not. */
const writer = () => import('./written.ts');

/** Puts a study among the others, as an act that can be undone. @returns its id */
export async function addStudy(study: Study, origin?: StudyOrigin): Promise<string> {
  const { writtenStudy } = await writer();
  const row: StoredStudy = {
    id: crypto.randomUUID(),
    created: Date.now(),
    study: writtenStudy(study),
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

/**
 * Asks a study otherwise. The change is made to the document as the store has it then, so that changes that follow each other
 * faster than they are read back all stay. What it found was of the one before, and goes.
 * @throws with a sentence when the document would not read back
 */
export async function changeStudy(id: string, change: (now: Study) => Study, what: string): Promise<void> {
  let before: StoredStudy | undefined;
  await act('studies', what, {
    redo: async () => {
      const { writtenStudy } = await writer();
      before = await replace(id, (now) => {
        const { found: _found, ...rest } = now;
        return { ...rest, study: writtenStudy(change(studyOf(now))) };
      });
    },
    undo: () => before && database.studies.put(before),
  });
}

/** Another of the same, with what it found. @returns its id */
export async function duplicateStudy(id: string): Promise<string> {
  const row = await newestStudy(id);
  const name = nameOfStudy(row);
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
export async function nameStudy(
  id: string,
  words: Partial<Readonly<Record<'name' | 'notes', string>>>,
): Promise<void> {
  let before: object = {};
  const put = (its: object) => replace(id, (now) => ({ ...now, study: { ...now.study, ...its } }));
  await act('studies', 'name' in words ? 'The study was renamed.' : 'The study’s note is changed.', {
    redo: async () => {
      const { study } = await put(words);
      before = Object.fromEntries(Object.entries(study).filter(([key]) => key in words));
    },
    undo: () => put(before),
  });
}

/** Lets a study see the days that its sheet holds out; counted, and not undone. @param change what it asks from then on */
export async function openVeilOf(id: string, change: (now: Study) => Study): Promise<void> {
  const { writtenStudy } = await writer();
  await replace(id, (now) => {
    const { found: _found, origin, ...rest } = now;
    if (!origin) return now;
    const openings = [...(origin.openings ?? []), Date.now()];
    return { ...rest, study: writtenStudy(change(studyOf(now))), origin: { ...origin, openings } };
  });
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
