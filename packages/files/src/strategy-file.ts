// The strategy file, plateau-strategy/2: JSON in, a strategy with all defaults out; and back. plateau-strategy/1 is read too.

import { type Strategy, withDials } from '@plateau/core';
import Joi from 'joi';
import { dialledSettings, withDialled } from './dialled-settings.ts';
import { readJson } from './json.ts';
import type { FileProblem, Result } from './problem.ts';

export const STRATEGY_FORMAT = 'plateau-strategy/2';
/** The same with `leave` where an exit is meant. */
const FIRST_FORMAT = 'plateau-strategy/1';

const positive = Joi.number().greater(0);
const atLeast0 = Joi.number().min(0);
const count = Joi.number().integer().min(1);
const window = Joi.number().integer().min(1).max(10_000);
const text = Joi.string().allow('').max(20_000);

const stop = Joi.alternatives(
  Joi.object({ percent: positive.required() }),
  Joi.object({ atr: window.required(), times: positive.required() }),
  Joi.object({ level: Joi.string().required() }),
).messages({ 'alternatives.match': '{{#label}} must hold percent, or atr and times, or level' });

const target = Joi.alternatives(
  Joi.object({ percent: positive.required() }),
  Joi.object({ atr: window.required(), times: positive.required() }),
  Joi.object({ r: positive.required() }),
).messages({ 'alternatives.match': '{{#label}} must hold percent, or atr and times, or r' });

const stops = Joi.object({
  initial: stop,
  trail: stop,
  target,
  trigger: Joi.valid('touch', 'close').default('touch'),
  bars: count,
}).default({ trigger: 'touch' });

const sideKeys = {
  enter: text.required(),
  exit: text.default(''),
  rank: Joi.object({ by: Joi.string().required(), first: Joi.valid('highest', 'lowest').default('highest') }),
  stops,
};

const rotation = Joi.object({
  review: Joi.alternatives(
    Joi.valid('day', 'week-end', 'month-end'),
    Joi.object({ every: count.required() }),
  ).required(),
  hold: count.required(),
  keep: count.default(Joi.ref('hold')),
  leave: Joi.valid('at-once'),
});

const sizeKeys = {
  fractional: Joi.boolean().default(false),
  unaffordable: Joi.valid('shrink', 'skip').default('shrink'),
  maxPercent: positive,
  maxOfTradedValue: positive,
  minValue: atLeast0,
  minFilledPercent: atLeast0.max(100),
};
const sizeOf = (method: string, keys: Joi.PartialSchemaMap = {}) => ({
  is: Joi.valid(method).required(),
  // biome-ignore lint/suspicious/noThenProperty: the name is Joi's
  then: Joi.object({ method: Joi.valid(method), ...keys, ...sizeKeys }),
});
const methods = [
  'percent-of-equity',
  'equal-slots',
  'cash',
  'shares',
  'risk-cash',
  'risk-percent',
  'volatility',
];
const size = Joi.alternatives()
  .conditional('.method', {
    switch: [
      sizeOf('percent-of-equity', { percent: positive.default(10) }),
      sizeOf('equal-slots'),
      sizeOf('cash', { amount: positive.required() }),
      sizeOf('shares', { count: positive.required() }),
      sizeOf('risk-cash', { amount: positive.required() }),
      sizeOf('risk-percent', { percent: positive.required() }),
      sizeOf('volatility', { percent: positive.required(), atr: window.required() }),
    ],
    otherwise: Joi.object({ method: Joi.valid(...methods).required() }).unknown(),
  })
  .default({ method: 'percent-of-equity', percent: 10, fractional: false, unaffordable: 'shrink' });

const timing = Joi.valid('next-open', 'next-close', 'same-close').default('next-open');
export const rateSchema = Joi.alternatives(Joi.number(), Joi.string());
const rate = rateSchema.default(0);

/** What a blend on one account shares with a strategy. */
export const accountSchema = Joi.object({
  capital: positive.default(100_000),
  leverage: Joi.number().min(1).default(1),
}).default({
  capital: 100_000,
  leverage: 1,
});

const commission = Joi.object({
  fixed: atLeast0.default(0),
  perShare: atLeast0.default(0),
  percent: atLeast0.default(0),
  min: atLeast0.default(0),
  maxPercent: atLeast0.default(100),
}).default({ fixed: 0, perShare: 0, percent: 0, min: 0, maxPercent: 100 });
const slippage = atLeast0.max(10_000).default(0);

export const costsSchema = Joi.object({
  commission,
  slippage,
  exit: Joi.object({ commission, slippage }),
  cashRate: rate,
  marginRate: rate,
  borrowRate: rate,
  riskFreeRate: rateSchema,
}).default({
  commission: { fixed: 0, perShare: 0, percent: 0, min: 0, maxPercent: 100 },
  slippage: 0,
  cashRate: 0,
  marginRate: 0,
  borrowRate: 0,
});

const strategySchema = Joi.object({
  format: Joi.valid(STRATEGY_FORMAT).required(),
  name: Joi.string().allow('').max(200).required(),
  notes: Joi.string().allow('').max(100_000).default(''),
  bars: Joi.valid('day', 'week', 'month').default('day'),
  dials: Joi.object()
    .pattern(
      /^[A-Za-z][A-Za-z0-9_ ]*$/,
      Joi.object({ value: Joi.number().required(), from: Joi.number(), to: Joi.number(), step: positive }),
    )
    .default({}),
  long: Joi.object({ ...sideKeys, rotate: rotation }),
  short: Joi.object(sideKeys),
  size,
  limits: Joi.object({
    positions: count,
    newPerDay: count,
    perGroup: count,
    afterMembership: Joi.valid('hold', 'exit').default('hold'),
  }).default({ afterMembership: 'hold' }),
  timing: Joi.object({ enter: timing, exit: timing }).default({ enter: 'next-open', exit: 'next-open' }),
  account: accountSchema,
  costs: costsSchema,
  seed: Joi.number().integer().default(1),
})
  .or('long', 'short')
  .messages({
    'object.unknown': '{{#label}} is not a key of a strategy file; remove or correct it',
    'object.missing': 'the strategy needs a “long” or a “short” side',
  });

/** Checks a value read from JSON and fills in all defaults. Every fault is named by its path. */
export function readStrategy(value: unknown, file: string): Result<Strategy> {
  const format = typeof value === 'object' && value !== null && 'format' in value ? value.format : undefined;
  if (format === FIRST_FORMAT) return readFirst(value as Json, file);
  if (format !== STRATEGY_FORMAT) {
    const found = format === undefined ? 'it names none' : `this one says “${String(format).slice(0, 60)}”`;
    return {
      ok: false,
      problems: [{ file, message: `a strategy file has the format “${STRATEGY_FORMAT}”; ${found}` }],
    };
  }
  const dialled = dialledSettings(value);
  const problems = unknownDials(value as Json, dialled, file);
  if (problems.length > 0) return { ok: false, problems };
  const read = checked(turned(value as Json, dialled, 'value'), file);
  if (!read.ok || Object.keys(dialled).length === 0) return read;
  const beyond = faultOfRanges(value as Json, dialled, file);
  if (beyond.length > 0) return { ok: false, problems: beyond };
  return { ok: true, value: { ...read.value, dialled } };
}

/** The strategy with its dials turned, as a strategy that can be run. */
export function turnDials(
  strategy: Strategy,
  values: Readonly<Record<string, number>>,
  file: string,
): Result<Strategy> {
  const { dialled, ...settings } = withDials(strategy, values);
  const read = checked({ format: STRATEGY_FORMAT, ...settings }, file);
  return read.ok && dialled ? { ok: true, value: { ...read.value, dialled } } : read;
}

function checked(value: unknown, file: string): Result<Strategy> {
  const { error, value: strategy } = strategySchema.validate(value, { abortEarly: false, convert: false });
  if (error) {
    const problems = error.details.map(({ message, path }) => ({
      file,
      path: path.join('.'),
      message: message.replace(/"([^"]*)"/g, '“$1”'),
    }));
    return { ok: false, problems };
  }
  const { format: _format, ...rest } = strategy;
  return { ok: true, value: rest as Strategy };
}

type Dialled = Readonly<Record<string, string>>;
const dialsOf = (value: Json): Json => (isJson(value.dials) ? value.dials : {});

function unknownDials(value: Json, dialled: Dialled, file: string): FileProblem[] {
  const dials = dialsOf(value);
  return Object.entries(dialled)
    .filter(([, name]) => !(name in dials))
    .map(([path, name]) => ({
      file,
      path,
      message: `“${path}” is {${name}}, but there is no such dial; make one, or write a number`,
    }));
}

/** The value with each dialled setting at what its dial says under a key. */
function turned(value: Json, dialled: Dialled, key: 'value' | 'from' | 'to'): Json {
  const dials = dialsOf(value);
  return withDialled(value, dialled, (name) => {
    const dial = dials[name];
    return isJson(dial) ? (dial[key] ?? dial.value) : undefined;
  });
}

/** What a setting cannot be though its dial goes there: a slider or a grid would run into it. */
function faultOfRanges(value: Json, dialled: Dialled, file: string): FileProblem[] {
  const found = new Map<string, FileProblem>();
  for (const end of ['from', 'to'] as const) {
    const read = checked(turned(value, dialled, end), file);
    for (const problem of read.ok ? [] : read.problems) {
      const name = dialled[problem.path ?? ''];
      const dial = name === undefined ? undefined : (dialsOf(value)[name] as Json);
      if (!dial || found.has(problem.path ?? '')) continue;
      found.set(problem.path ?? '', {
        ...problem,
        message: `${problem.message}, but its dial goes to ${dial[end]}`,
      });
    }
  }
  return [...found.values()];
}

type Json = Readonly<Record<string, unknown>>;

/** A file of the first format: its faults are told by its own words. */
function readFirst(value: Json, file: string): Result<Strategy> {
  const names = ['long', 'short', 'timing'].filter((name) => isJson(value[name]));
  const known = names.find((name) => 'exit' in (value[name] as Json));
  if (known) {
    const message = `“${known}.exit” is not a key of ${FIRST_FORMAT}, where it is “leave”; correct it or the format`;
    return { ok: false, problems: [{ file, path: `${known}.exit`, message }] };
  }
  const renamed = names.map((name) => [name, withExit(value[name] as Json)]);
  const read = readStrategy({ ...value, ...Object.fromEntries(renamed), format: STRATEGY_FORMAT }, file);
  if (read.ok) return read;
  const own = (text: string): string => text.replace(/\b(long|short|timing)\.exit\b/g, '$1.leave');
  const problems = read.problems.map((problem) => ({
    ...problem,
    ...(problem.path !== undefined && { path: own(problem.path) }),
    message: own(problem.message),
  }));
  return { ok: false, problems };
}

const isJson = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function withExit({ leave, ...rest }: Json): Json {
  return leave === undefined ? rest : { ...rest, exit: leave };
}

/** Reads the text of a strategy file. */
export function readStrategyFile(text: string, file: string): Result<Strategy> {
  const json = readJson(text);
  return json.ok
    ? readStrategy(json.value, file)
    : { ok: false, problems: [{ file, message: json.message }] };
}
