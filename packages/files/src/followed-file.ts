// The followed file, plateau-followed/1: a run or a blend that is followed past the day it was trusted from, with its trader's account.

import {
  type Blend,
  dayFromIso,
  type FollowSettings,
  isoFromDay,
  type RunRequest,
  type Tested,
  type Universe,
} from '@plateau/core';
import Joi from 'joi';
import { readBlend } from './blend-file.ts';
import { readJson } from './json.ts';
import { LIMITS } from './limits.ts';
import { ownAccountSchema, ownEventsSchema, ownFillsSchema, testedSchema } from './own-schema.ts';
import type { Result } from './problem.ts';
import { datedDays, readMembers } from './run-file.ts';
import { readStrategy } from './strategy-file.ts';
import { writableBlend } from './write-blend.ts';
import { writableStrategy } from './write-strategy.ts';

const FOLLOWED_FORMAT = 'plateau-followed/1';

interface NamedMembers {
  readonly id: string;
  readonly name: string;
  readonly members: Universe;
}

/** What is followed: a run of one universe, or a blend of several. */
export type FollowedRun =
  | { readonly kind: 'run'; readonly request: RunRequest; readonly universe: NamedMembers }
  | {
      readonly kind: 'blend';
      readonly blend: Blend;
      readonly benchmark: string;
      readonly from?: number;
      readonly universes: readonly NamedMembers[];
    };

export interface FollowedFile extends FollowSettings {
  readonly name: string;
  /** what the tested part came to when it was trusted */
  readonly tested: Tested;
  /** the engine that tested it */
  readonly engine: string;
  readonly run: FollowedRun;
}

const date = Joi.string()
  .required()
  .custom((text: string, helpers) => dayFromIso(text) ?? helpers.error('any.invalid'));
const members = Joi.object({
  id: Joi.string().required(),
  name: Joi.string().allow('').required(),
  members: Joi.array().max(LIMITS.members).custom(readMembers).required(),
});

const schema = Joi.object({
  format: Joi.valid(FOLLOWED_FORMAT).required(),
  name: Joi.string().allow('').max(1000).required(),
  trusted: date,
  engine: Joi.string().required(),
  tested: testedSchema(Joi.number().allow(null)),
  account: ownAccountSchema(date),
  fills: ownFillsSchema(date),
  events: ownEventsSchema(date),
  run: Joi.object({
    strategy: Joi.object().unknown().required(),
    benchmark: Joi.string().required(),
    from: date.optional(),
    begin: Joi.valid('when-filled'),
    universe: members.required(),
  }),
  blend: Joi.object({
    blend: Joi.object().unknown().required(),
    benchmark: Joi.string().required(),
    from: date.optional(),
    universes: Joi.array().items(members).required(),
  }),
}).xor('run', 'blend');

/** The text of a followed file; reading it gives the same. */
export function writeFollowedFile(followed: FollowedFile): string {
  const { name, trusted, engine, tested, account: own, fills, events, run } = followed;
  const file = {
    format: FOLLOWED_FORMAT,
    name,
    trusted: isoFromDay(trusted),
    engine,
    tested,
    account: datedDays(own),
    fills: fills.map(datedDays),
    events: events.map(datedDays),
    ...(run.kind === 'run' ? { run: writtenRun(run) } : { blend: writtenBlend(run) }),
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}

function writtenRun({ request, universe }: Extract<FollowedRun, { kind: 'run' }>): object {
  const { strategy, benchmark, from, begin } = request;
  return {
    strategy: writableStrategy(strategy),
    benchmark,
    ...(from !== undefined && { from: isoFromDay(from) }),
    ...(begin !== undefined && { begin }),
    universe: datedDays(universe),
  };
}

function writtenBlend({
  blend,
  benchmark,
  from,
  universes,
}: Extract<FollowedRun, { kind: 'blend' }>): object {
  return {
    blend: writableBlend(blend),
    benchmark,
    ...(from !== undefined && { from: isoFromDay(from) }),
    universes: universes.map(datedDays),
  };
}

/** Reads a followed file; every fault is told in a sentence. */
export function readFollowedFile(text: string, file: string): Result<FollowedFile> {
  const refuse = (message: string) => ({ ok: false, problems: [{ file, message }] }) as const;
  const json = readJson(text);
  if (!json.ok) return refuse(json.message);
  const { error, value } = schema.validate(json.value, { convert: false });
  if (error)
    return refuse(`this is nothing followed in Plateau: ${error.message.replace(/"([^"]*)"/g, '“$1”')}`);
  const run = value.run ? runIn(value.run, file) : blendIn(value.blend, file);
  if (!run.ok) return run;
  const { name, trusted, engine, tested, account: own, fills, events } = value;
  const number = (figure: number | null): number => figure ?? Number.NaN;
  const { endEquity, cagr, maxDrawdown } = tested;
  const known: Tested = {
    ...tested,
    endEquity: number(endEquity),
    cagr: number(cagr),
    maxDrawdown: number(maxDrawdown),
  };
  return {
    ok: true,
    value: { name, trusted, engine, tested: known, account: own, fills, events, run: run.value },
  };
}

/** What the schema lets through of a run, and of a blend. */
interface WrittenRun extends Omit<RunRequest, 'strategy'> {
  readonly strategy: unknown;
  readonly universe: NamedMembers;
}
interface WrittenBlend {
  readonly blend: unknown;
  readonly benchmark: string;
  readonly from?: number;
  readonly universes: readonly NamedMembers[];
}

function runIn(
  { strategy, benchmark, from, begin, universe }: WrittenRun,
  file: string,
): Result<FollowedRun> {
  const read = readStrategy(strategy, file);
  if (!read.ok) return read;
  const request: RunRequest = {
    strategy: read.value,
    benchmark,
    ...(from !== undefined && { from }),
    ...(begin !== undefined && { begin }),
  };
  return { ok: true, value: { kind: 'run', request, universe } };
}

function blendIn({ blend, benchmark, from, universes }: WrittenBlend, file: string): Result<FollowedRun> {
  const read = readBlend(blend, file);
  if (!read.ok) return read;
  return {
    ok: true,
    value: { kind: 'blend', blend: read.value, benchmark, ...(from !== undefined && { from }), universes },
  };
}
