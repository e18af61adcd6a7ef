// A study as it is kept: its document, and what it found.

import type { Day, Study, StudyResult } from '@plateau/core';
import { readStudy, STUDY_FORMAT } from '@plateau/files';

export interface StoredStudy {
  readonly id: string;
  /** milliseconds since 1970 */
  readonly created: number;
  /** as a study file has it, its universes by their ids */
  readonly study: object;
  readonly found?: FoundStudy;
  /** what was doubted; none of a study that came by itself */
  readonly origin?: StudyOrigin;
  /** milliseconds that it took the last time, going by one that was not stopped */
  readonly took?: number;
}

/** The sheet or kept run that a study doubts, as it stood then. */
export interface StudyOrigin {
  readonly of: 'sheet' | 'run';
  readonly id: string;
  readonly name: string;
  /** what the sheet ran, so that a later edit of it can be told */
  readonly key?: string;
  /** Sharpe ratios a year of the variants tried until then */
  readonly tried: readonly number[];
  /** the days held out: the first of them, and the last day of the sheet if it names one */
  readonly veil?: { readonly from: Day; readonly to?: Day };
  /** when the held-out days were looked at by this study, in milliseconds since 1970 */
  readonly openings?: readonly number[];
}

/** What a study found, by which engine and on which bars. */
export interface FoundStudy {
  /** milliseconds since 1970 */
  readonly at: number;
  readonly engine: string;
  /** fingerprint of the bars and memberships it read */
  readonly data: string;
  /** what the listings said of those bars: it is compared without reading any; none of studies from before it was kept */
  readonly market?: string;
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
