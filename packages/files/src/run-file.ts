// The run file, plateau-run/1: one kept run as JSON, to be repeated bit for bit on another machine.

import { dayFromIso, isoFromDay, type RunRequest, type Universe } from '@plateau/core';
import Joi from 'joi';
import { readJson } from './json.ts';
import { LIMITS } from './limits.ts';
import type { Result } from './problem.ts';
import { readStrategy, STRATEGY_FORMAT } from './strategy-file.ts';

const RUN_FORMAT = 'plateau-run/1';

export interface RunFile {
  readonly name: string;
  /** milliseconds since 1970 */
  readonly at: number;
  readonly request: RunRequest;
  readonly universe: { readonly id: string; readonly name: string; readonly members: Universe };
  /** fingerprint of the bars and memberships that were read */
  readonly data: string;
  readonly engine: string;
  /** summary.json of the run */
  readonly summary: string;
  readonly tried: readonly number[];
}

const date = Joi.string().custom((text: string, helpers) => dayFromIso(text) ?? helpers.error('any.invalid'));
/** One by one, for a universe may have a hundred thousand rows. */
export function readMembers(rows: readonly unknown[], helpers: Joi.CustomHelpers): unknown {
  const members: unknown[] = [];
  for (const row of rows) {
    const { symbol, from, to, group, ...more } = (row ?? {}) as Record<string, unknown>;
    const days = [from, to].map((text) => (text === undefined ? undefined : dayFromIso(String(text))));
    const [first, last] = days;
    const sound =
      typeof symbol === 'string' &&
      symbol !== '' &&
      (from === undefined || first !== undefined) &&
      (to === undefined || last !== undefined) &&
      (group === undefined || typeof group === 'string') &&
      Object.keys(more).length === 0;
    if (!sound) return helpers.error('any.invalid');
    members.push({
      symbol,
      ...(first !== undefined && { from: first }),
      ...(last !== undefined && { to: last }),
      ...(group !== undefined && { group }),
    });
  }
  return members;
}

const schema = Joi.object({
  format: Joi.valid(RUN_FORMAT).required(),
  name: Joi.string().allow('').max(1000).required(),
  at: Joi.number().required(),
  strategy: Joi.object().unknown().required(),
  benchmark: Joi.string().required(),
  from: date,
  to: date,
  splitAt: date,
  begin: Joi.valid('when-filled'),
  universe: Joi.object({
    id: Joi.string().required(),
    name: Joi.string().allow('').required(),
    members: Joi.array().max(LIMITS.members).custom(readMembers).required(),
  }).required(),
  data: Joi.string().required(),
  engine: Joi.string().required(),
  summary: Joi.object({ figures: Joi.object().unknown().required() }).unknown().required(),
  tried: Joi.array().items(Joi.number().allow(null)).required(),
});

const DAYS: ReadonlySet<string> = new Set(['day', 'from', 'to', 'splitAt']);

/** The same value with its days as YYYY-MM-DD. */
export const datedDays = <T extends object>(value: T): T =>
  JSON.parse(JSON.stringify(value), (key, value) =>
    DAYS.has(key) && typeof value === 'number' ? isoFromDay(value) : value,
  );

/** The text of a run file; reading it gives the same run. */
export function writeRunFile({ name, at, request, universe, data, engine, summary, tried }: RunFile): string {
  const { strategy, ...rest } = request;
  const file = {
    format: RUN_FORMAT,
    name,
    at,
    strategy: { format: STRATEGY_FORMAT, ...strategy },
    ...datedDays(rest),
    universe: { ...universe, members: universe.members.map(datedDays) },
    data,
    engine,
    summary: JSON.parse(summary),
    tried,
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}

/** Reads a run file; every fault is told in a sentence. */
export function readRunFile(text: string, file: string): Result<RunFile> {
  const refuse = (message: string) => ({ ok: false, problems: [{ file, message }] }) as const;
  const json = readJson(text);
  if (!json.ok) return refuse(json.message);
  const { error, value } = schema.validate(json.value, { convert: false });
  if (error) return refuse(`this is no run of Plateau: ${error.message.replace(/"([^"]*)"/g, '“$1”')}`);
  const strategy = readStrategy(value.strategy, file);
  if (!strategy.ok) return strategy;
  const { name, at, benchmark, from, to, splitAt, begin, universe, data, engine, summary, tried } = value;
  return {
    ok: true,
    value: {
      name,
      at,
      request: {
        strategy: strategy.value,
        benchmark,
        ...(from !== undefined && { from }),
        ...(to !== undefined && { to }),
        ...(splitAt !== undefined && { splitAt }),
        ...(begin !== undefined && { begin }),
      },
      universe,
      data,
      engine,
      summary: `${JSON.stringify(summary, null, 2)}\n`,
      tried: tried.map((sharpe: number | null) => sharpe ?? Number.NaN),
    },
  };
}
