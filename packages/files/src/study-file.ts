// The study file, plateau-study/1: JSON in, a study with all defaults out (docs/studies.md).

import { dayFromIso, FIGURE_KEYS, NUDGES, STUDY_KINDS, type Study } from '@plateau/core';
import Joi from 'joi';
import { readJson } from './json.ts';
import type { FileProblem, Result } from './problem.ts';
import { costsSchema, readStrategy } from './strategy-file.ts';

export const STUDY_FORMAT = 'plateau-study/1';

const day = Joi.string()
  .custom((text: string, helpers) => dayFromIso(text) ?? helpers.error('any.invalid'))
  .messages({ 'any.invalid': '{{#label}} must be a day that exists, written YYYY-MM-DD' })
  .empty(null);
const text = Joi.string().min(1).max(20_000);
const symbol = Joi.string().min(1).max(200);
const positive = Joi.number().greater(0);
const count = Joi.number().integer().min(1);
const percent = Joi.number().min(0).max(100);

const common = {
  format: Joi.valid(STUDY_FORMAT).required(),
  kind: Joi.valid(...STUDY_KINDS).required(),
  name: Joi.string().allow('').max(200).default(''),
  notes: Joi.string().allow('').max(100_000).default(''),
  seed: Joi.number().integer().default(1),
  universe: Joi.string().allow('').default('').empty(null),
  benchmark: Joi.string().allow('').default('').empty(null),
  from: day,
  to: day,
};

const names = Joi.array().items(symbol).min(1).max(10_000).unique();
const axis = Joi.alternatives(
  Joi.object({
    dial: Joi.string().required(),
    from: Joi.number().required(),
    to: Joi.number().required(),
    step: Joi.number().required(),
  }),
  Joi.object({ universes: names.required() }),
  Joi.object({ instruments: names.required() }),
  Joi.object({ benchmarks: names.required() }),
  Joi.object({
    spans: Joi.array()
      .items(Joi.object({ from: day, to: day }))
      .min(1)
      .max(1000)
      .required(),
  }),
  Joi.object({
    condition: Joi.object({
      rule: Joi.valid('long.enter', 'long.exit', 'short.enter', 'short.exit').required(),
      number: count.required(),
    }).required(),
  }),
).messages({
  'alternatives.match':
    '{{#label}} must hold dial, from, to and step, or universes, instruments, benchmarks, spans or condition',
});

const overGrid = {
  strategy: Joi.object().unknown().required(),
  axes: Joi.array().items(axis).required(),
  figure: Joi.valid(...FIGURE_KEYS).default('mar'),
  height: Joi.alternatives(Joi.number(), Joi.object({ percentile: percent.required() }))
    .empty(null)
    .default({ percentile: 75 }),
};

const months = Joi.number().integer().min(1).max(1200);
const range = Joi.object({
  dial: Joi.string().required(),
  from: Joi.number().required(),
  to: Joi.number().required(),
  step: Joi.number().required(),
});

const bars = Joi.number().integer().min(2).max(100_000);

/** A search goes through a universe: its study names no legs. */
const legOf = Joi.when('search', {
  is: Joi.exist(),
  // biome-ignore lint/suspicious/noThenProperty: the name is Joi's
  then: Joi.string().allow('').default(''),
  otherwise: symbol.required(),
});

const schemas: Readonly<Record<Study['kind'], Joi.ObjectSchema>> = {
  terrain: Joi.object({ ...common, ...overGrid, split: day }),
  walk: Joi.object({
    ...common,
    ...overGrid,
    train: months.required(),
    test: months.required(),
    anchored: Joi.boolean().default(false),
    choose: Joi.valid('best', 'middle').default('middle'),
  }),
  edge: Joi.object({
    ...common,
    instrument: symbol.empty(null),
    signals: Joi.array()
      .items(
        Joi.object({
          name: Joi.string().min(1).max(200).required(),
          rule: text.required(),
          side: Joi.valid('long', 'short').default('long'),
          sweep: range.empty(null),
        }),
      )
      .min(1)
      .max(8)
      .unique('name')
      .required(),
    horizons: Joi.array().items(Joi.number().integer().min(1).max(1000)).min(1).max(30).unique().required(),
    entry: Joi.valid('close', 'next-open').default('next-open'),
    cost: Joi.number().min(0).max(10_000).default(0),
    once: Joi.boolean().default(false),
    gauge: text.empty(null),
  }),
  pair: Joi.object({
    ...common,
    y: legOf,
    x: legOf,
    search: Joi.object({ group: symbol.empty(null) }).empty(null),
    prices: Joi.valid('close', 'log').default('close'),
    hedge: Joi.alternatives(
      Joi.object({ method: Joi.valid('origin', 'intercept').required() }),
      Joi.object({ method: Joi.valid('rolling').required(), bars: bars.required() }),
    ).default({ method: 'intercept' }),
    training: Joi.alternatives(
      Joi.object({ bars: bars.required() }),
      Joi.object({ from: day.required(), to: day.required() }),
    ).default({ bars: 252 }),
    scale: Joi.alternatives(Joi.valid('training'), Joi.object({ rolling: bars.required() })).default(
      'training',
    ),
    in: positive.default(2),
    out: Joi.number().default(0),
    stop: positive.empty(null),
    bars: count.empty(null),
    timing: Joi.valid('next-open', 'same-close').default('next-open'),
    gross: positive.default(100),
    account: Joi.object({ capital: positive.default(100_000) }).default({ capital: 100_000 }),
    costs: costsSchema,
  }),
  shake: Joi.object({
    ...common,
    strategy: Joi.object().unknown().required(),
    repetitions: Joi.number().integer().min(1).max(10_000).default(200),
    nudges: Joi.array()
      .items(Joi.valid(...NUDGES))
      .min(1)
      .unique()
      .default([...NUDGES]),
  }),
};

const UNKNOWN = { 'object.unknown': '{{#label}} is not a key of this kind of study; remove or correct it' };

/** Checks a value read from JSON and fills in all defaults. Every fault is named by its path, as `strategy.long.enter`. */
export function readStudy(value: unknown, file: string): Result<Study> {
  const kind = typeof value === 'object' && value !== null && 'kind' in value ? value.kind : undefined;
  const schema = schemas[STUDY_KINDS.find((one) => one === kind) ?? 'terrain'];
  const { error, value: read } = schema
    .messages(UNKNOWN)
    .validate(value, { abortEarly: false, convert: false });
  if (error) return { ok: false, problems: error.details.map((detail) => problemOf(detail, file)) };
  const { format: _format, ...study } = read;
  const faults = faultsOf(study, file);
  if (faults.length > 0) return { ok: false, problems: faults };
  if (study.kind === 'edge') study.horizons.sort((a: number, b: number) => a - b);
  if (!('strategy' in study)) return { ok: true, value: study };
  const strategy = readStrategy(study.strategy, file);
  return strategy.ok
    ? { ok: true, value: { ...study, strategy: strategy.value } }
    : { ok: false, problems: strategy.problems.map((problem) => within('strategy', problem)) };
}

/** Reads the text of a study file. */
export function readStudyFile(text: string, file: string): Result<Study> {
  const json = readJson(text);
  return json.ok ? readStudy(json.value, file) : { ok: false, problems: [{ file, message: json.message }] };
}

function problemOf({ message, path }: Joi.ValidationErrorItem, file: string): FileProblem {
  return { file, path: path.join('.'), message: message.replace(/"([^"]*)"/g, '“$1”') };
}

const within = (path: string, problem: FileProblem): FileProblem => ({
  ...problem,
  path: problem.path ? `${path}.${problem.path}` : path,
});

/** What is wrong between keys, each of which is right by itself. */
function faultsOf(study: Record<string, unknown> & { kind: Study['kind'] }, file: string): FileProblem[] {
  const faults: FileProblem[] = [];
  const fault = (path: string, message: string): void => void faults.push({ file, path, message });
  const { from, to } = study as { from?: number; to?: number };
  if (from !== undefined && to !== undefined && from > to) fault('to', 'the last day is before the first');
  if (study.kind === 'pair') {
    const pair = study as unknown as Extract<Study, { kind: 'pair' }>;
    if (!pair.search && pair.x === pair.y) fault('x', `a pair needs two instruments; both are ${pair.x}`);
    if (pair.out >= pair.in) fault('out', `“out” (${pair.out}) must be below “in” (${pair.in})`);
    if (pair.stop !== undefined && pair.stop <= pair.in) {
      fault('stop', `“stop” (${pair.stop}) must be above “in” (${pair.in})`);
    }
    const { training } = pair;
    if ('from' in training && training.from > training.to) {
      fault('training.to', 'the last day of the training is before its first');
    }
  }
  return faults;
}
