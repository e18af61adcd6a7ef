// A study as it is kept: its document, and what it found.

import type { Study, StudyResult } from '@plateau/core';
import { readStudy, STUDY_FORMAT } from '@plateau/files';
import Joi from 'joi';

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

/** The universes that a study names. */
export function universesOf(study: Study): string[] {
  const listed =
    'axes' in study ? study.axes.flatMap((axis) => ('universes' in axis ? axis.universes : [])) : [];
  const own = study.kind === 'edge' && study.instrument !== undefined ? [] : [study.universe];
  const alone = study.kind === 'pair' && !study.search;
  return alone ? [] : [...new Set([...own, ...listed])].filter((name) => name !== '');
}

const list = Joi.array().required();
const figures = Joi.object({ cagr: Joi.any().required(), benchmark: Joi.object().required() }).unknown();
const run = Joi.object({
  marks: Joi.object().required(),
  trades: list,
  figures: figures.required(),
})
  .unknown()
  .required();

/** The parts of each kind of result that its readers go into. */
const results: Readonly<Record<StudyResult['kind'], Joi.ObjectSchema>> = {
  terrain: Joi.object({
    cells: Joi.array()
      .items(Joi.object({ values: list, figures }).unknown())
      .required(),
    plateau: list,
    shelter: column(),
    figure: column(),
  }),
  walk: Joi.object({ windows: list, cells: list, run }),
  edge: Joi.object({ rows: list, base: list, failed: list }),
  pair: Joi.object({
    pair: Joi.object({ run, hedge: Joi.object().required(), z: column() }).unknown().required(),
  }),
  search: Joi.object({ rows: list, tried: Joi.number().required() }),
  shake: Joi.object({ own: figures.required(), repetitions: list, beat: list }),
};

function column() {
  return Joi.any()
    .required()
    .custom((value, helpers) => (value instanceof Float64Array ? value : helpers.error('any.invalid')));
}

const result = Joi.any()
  .required()
  .custom((value: unknown, helpers) => {
    const kind = (value as { kind?: unknown } | null)?.kind;
    const schema = Object.hasOwn(results, String(kind)) ? results[kind as StudyResult['kind']] : undefined;
    const error = schema
      ? schema.unknown().validate(value, { convert: false }).error
      : new Error('it is of no kind');
    return error ? helpers.message({ custom: `its result cannot be read: ${error.message}` }) : value;
  });

/** What a row of a study must be. */
export const studyRow = Joi.object({
  id: Joi.string().min(1).max(2000).required(),
  created: Joi.number().required(),
  study: Joi.any()
    .required()
    .custom((value, helpers) => {
      const read = readStudy(value, 'study');
      if (read.ok) return value;
      const [first] = read.problems;
      return helpers.message({ custom: `its study cannot be read: ${first?.path}: ${first?.message}` });
    }),
  found: Joi.object({
    at: Joi.number().required(),
    engine: Joi.string().required(),
    data: Joi.string().allow('').required(),
    result,
  }),
}).unknown();

/** The name of a study, or what it is where it has none. */
export function nameOfStudy({ study }: StoredStudy): string {
  const { name, kind } = study as { name?: unknown; kind?: unknown };
  if (typeof name === 'string' && name.trim() !== '') return name;
  return KIND_NAMES[kind as Study['kind']] ?? STUDY_FORMAT;
}
