// What a row of a study must be.

import type { StudyResult } from '@plateau/core';
import { readStudy } from '@plateau/files';
import Joi from 'joi';

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

/** A ratio may be undefined, which is NaN. */
const figureNumber = Joi.any().custom((value, helpers) =>
  typeof value === 'number' ? value : helpers.error('any.invalid'),
);

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
    market: Joi.string().allow(''),
    result,
  }),
  took: Joi.number().min(0),
  origin: Joi.object({
    of: Joi.valid('sheet', 'run').required(),
    id: Joi.string().required(),
    name: Joi.string().allow('').required(),
    key: Joi.string(),
    tried: Joi.array().items(figureNumber).required(),
    veil: Joi.object({ from: Joi.number().integer().required(), to: Joi.number().integer() }),
    openings: Joi.array().items(Joi.number()),
  }),
}).unknown();
