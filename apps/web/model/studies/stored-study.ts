// A study as it is kept: its document, and what it found.

import type { Study, StudyResult } from '@plateau/core';
import { readStudy, STUDY_FORMAT } from '@plateau/files';

export interface StoredStudy {
  readonly id: string;
  /** milliseconds since 1970 */
  readonly created: number;
  /** as a study file has it, its universes by their ids */
  readonly study: object;
  readonly found?: FoundStudy;
}

/** What a study found, by which engine and on which bars. */
interface FoundStudy {
  /** milliseconds since 1970 */
  readonly at: number;
  readonly engine: string;
  /** fingerprint of the bars and memberships it read */
  readonly data: string;
  readonly result: StudyResult;
}

/** A finished piece of work under the name of all it depends on. */
export interface StoredPiece {
  readonly id: string;
  readonly study: string;
  readonly out: unknown;
}

export const KIND_NAMES: Readonly<Record<Study['kind'], string>> = {
  terrain: 'Terrain',
  walk: 'Walk-forward',
  edge: 'Edge',
  pair: 'Pair',
  shake: 'Shake',
};

/** The study of a row, which its reader has held to be one. @throws with a sentence when it is none */
export function studyOf({ study }: StoredStudy): Study {
  const read = readStudy(study, 'study');
  if (!read.ok) throw new Error(read.problems[0]?.message ?? 'the study cannot be read');
  return read.value;
}

/** The name of a study, or what it is where it has none. */
export function nameOfStudy({ study }: StoredStudy): string {
  const { name, kind } = study as { name?: unknown; kind?: unknown };
  if (typeof name === 'string' && name.trim() !== '') return name;
  return KIND_NAMES[kind as Study['kind']] ?? STUDY_FORMAT;
}
