// The blend file, plateau-blend/1: JSON in, a blend with all defaults out (docs/blends.md).

import type { ApartBlend, Blend, Part, Strategy, StrategyPart, TogetherBlend } from '@plateau/core';
import Joi from 'joi';
import { readJson } from './json.ts';
import type { FileProblem, Result } from './problem.ts';
import { accountSchema, costsSchema, rateSchema, readStrategy } from './strategy-file.ts';

export const BLEND_FORMAT = 'plateau-blend/1';

/** A sum of shares may be off by what writing them as decimals leaves. */
const SHARE_SLACK = 1e-6;

const share = Joi.number().greater(0);
const name = Joi.string().min(1).max(200).required();
const count = Joi.number().integer().min(1);
const OTHER_FORM = '{{#label}} belongs to the other form of a blend; remove it, or change “form”';
const otherForm = Joi.forbidden().messages({ 'any.unknown': OTHER_FORM });

const strategyPart = Joi.object({
  name,
  share,
  strategy: Joi.object().unknown().required(),
  universe: Joi.string().required(),
  benchmark: Joi.string(),
});
const holdPart = Joi.object({ name, share, hold: Joi.string().required() });
const cashPart = Joi.object({ name, share, cash: rateSchema.required() });
const onlyStrategies = Joi.forbidden().messages({
  'any.unknown': 'on one account only strategies may be parts; take {{#label}} out, or set “form” to “apart”',
});

/** A part is told by what it has; its faults are then those of that kind alone. */
const part = Joi.when(Joi.object({ hold: Joi.exist() }).unknown(), {
  // biome-ignore lint/suspicious/noThenProperty: the name is Joi's
  then: holdPart,
  otherwise: Joi.when(Joi.object({ cash: Joi.exist() }).unknown(), {
    // biome-ignore lint/suspicious/noThenProperty: the name is Joi's
    then: cashPart,
    otherwise: strategyPart,
  }),
});

const common = {
  format: Joi.valid(BLEND_FORMAT).required(),
  name: Joi.string().allow('').max(200).default(''),
  notes: Joi.string().allow('').max(100_000).default(''),
  form: Joi.valid('apart', 'together').required(),
};

const apart = Joi.object({
  ...common,
  parts: Joi.array().items(part).min(1).required(),
  weights: Joi.alternatives(
    Joi.valid('shares', 'equal'),
    Joi.object({ inverseVolatility: Joi.number().integer().min(2).max(10_000).required() }),
  ).default('shares'),
  review: Joi.alternatives(
    Joi.valid('never', 'month-end', 'quarter-end', 'year-end'),
    Joi.object({ drift: Joi.number().greater(0).max(100).required() }),
  ).default('never'),
  moveCost: Joi.number().min(0).max(10_000).default(0),
  account: Joi.object({ capital: Joi.number().greater(0).default(100_000), leverage: otherForm }).default({
    capital: 100_000,
  }),
  limits: otherForm,
  costs: otherForm,
});

const together = Joi.object({
  ...common,
  parts: Joi.array()
    .items(
      Joi.when(Joi.object({ hold: Joi.exist() }).unknown(), {
        // biome-ignore lint/suspicious/noThenProperty: the name is Joi's
        then: Joi.object({ hold: onlyStrategies }).unknown(),
        otherwise: Joi.when(Joi.object({ cash: Joi.exist() }).unknown(), {
          // biome-ignore lint/suspicious/noThenProperty: the name is Joi's
          then: Joi.object({ cash: onlyStrategies }).unknown(),
          otherwise: strategyPart.keys({ share: share.required() }),
        }),
      }),
    )
    .min(1)
    .required(),
  limits: Joi.object({
    positions: count,
    perGroup: count,
    onePart: Joi.boolean().default(true),
    oppose: Joi.boolean().default(false),
    turn: Joi.valid('listed', 'round').default('listed'),
  }).default({ onePart: true, oppose: false, turn: 'listed' }),
  account: accountSchema,
  costs: costsSchema,
  weights: otherForm,
  review: otherForm,
  moveCost: otherForm,
});

const UNKNOWN = { 'object.unknown': '{{#label}} is not a key of a blend file; remove or correct it' };

/**
 * Checks a value read from JSON and fills in all defaults. Every fault is named by its path, as `parts.1.strategy.long.enter`.
 * @param readPart reads a part's strategy, where it stands as something else than a strategy file's value
 */
export function readBlend(
  value: unknown,
  file: string,
  readPart: ReadStrategy = readStrategy,
): Result<Blend> {
  const form =
    typeof value === 'object' && value !== null && 'form' in value && value.form === 'together'
      ? together
      : apart;
  const { error, value: read } = form
    .messages(UNKNOWN)
    .validate(value, { abortEarly: false, convert: false });
  if (error) return { ok: false, problems: error.details.map((detail) => problemOf(detail, file)) };
  const problems: FileProblem[] = [];
  const parts = (read.parts as readonly WrittenPart[]).map((written, k) =>
    partOf(written, k, file, readPart, problems),
  );
  problems.push(...faultsOfNames(parts, file), ...faultsOfShares(read, file), ...faultsOfBars(parts, file));
  if (problems.length > 0) return { ok: false, problems };
  return { ok: true, value: withParts(read, parts) };
}

/** Reads the text of a blend file. */
export function readBlendFile(text: string, file: string): Result<Blend> {
  const json = readJson(text);
  return json.ok ? readBlend(json.value, file) : { ok: false, problems: [{ file, message: json.message }] };
}

export type ReadStrategy = (value: unknown, file: string) => Result<Strategy>;

interface WrittenPart {
  readonly name: string;
  readonly share?: number;
  readonly strategy?: unknown;
  readonly universe?: string;
  readonly benchmark?: string;
  readonly hold?: string;
  readonly cash?: number | string;
}

/** What both forms hold once they are read, and the keys of either. */
interface WrittenBlend extends Omit<TogetherBlend, 'parts' | 'form'> {
  readonly form: Blend['form'];
  readonly parts: readonly WrittenPart[];
  readonly weights: ApartBlend['weights'];
  readonly review: ApartBlend['review'];
  readonly moveCost: number;
}

function problemOf({ message, path }: Joi.ValidationErrorItem, file: string): FileProblem {
  return { file, path: path.join('.'), message: message.replace(/"([^"]*)"/g, '“$1”') };
}

function partOf(
  written: WrittenPart,
  k: number,
  file: string,
  readPart: ReadStrategy,
  problems: FileProblem[],
): Part {
  const { name, share = 0 } = written;
  if (written.hold !== undefined) return { kind: 'hold', name, share, symbol: written.hold };
  if (written.cash !== undefined) return { kind: 'cash', name, share, rate: written.cash };
  const read = readPart(written.strategy, file);
  const path = `parts.${k}.strategy`;
  if (!read.ok) {
    const own = read.problems.map((problem) => ({
      ...problem,
      path: problem.path ? `${path}.${problem.path}` : path,
      message: `part “${name}”: ${problem.message}`,
    }));
    problems.push(...own);
  }
  return {
    kind: 'strategy',
    name,
    share,
    // A faulty one never leaves this file.
    strategy: (read.ok ? read.value : undefined) as StrategyPart['strategy'],
    universe: written.universe ?? '',
    ...(written.benchmark !== undefined && { benchmark: written.benchmark }),
  };
}

function faultsOfNames(parts: readonly Part[], file: string): FileProblem[] {
  return parts.flatMap(({ name }, k) =>
    parts.findIndex((other) => other.name === name) < k
      ? [{ file, path: `parts.${k}.name`, message: `two parts are named “${name}”; give one another name` }]
      : [],
  );
}

function faultsOfShares({ form, parts, weights, account }: WrittenBlend, file: string): FileProblem[] {
  if (form === 'apart' && weights === 'equal') return [];
  const missing = parts.flatMap((written, k) =>
    written.share === undefined
      ? [{ file, path: `parts.${k}.share`, message: `part “${written.name}” needs a share in percent` }]
      : [],
  );
  if (missing.length > 0) return missing;
  const sum = parts.reduce((total, written) => total + (written.share ?? 0), 0);
  const told = Number(sum.toFixed(6));
  if (form === 'apart' && Math.abs(sum - 100) > SHARE_SLACK) {
    return [{ file, path: 'parts', message: `the shares add up to ${told}%; they must add up to 100%` }];
  }
  const most = 100 * account.leverage;
  if (form === 'together' && sum > most + SHARE_SLACK) {
    const message = `the shares add up to ${told}%; with a leverage of ${account.leverage} they may add up to ${most}%`;
    return [{ file, path: 'parts', message }];
  }
  return [];
}

function faultsOfBars(parts: readonly Part[], file: string): FileProblem[] {
  const [first, ...others] = parts.flatMap((part) =>
    part.kind === 'strategy' && part.strategy ? [part] : [],
  );
  const odd = others.find(({ strategy }) => strategy.bars !== first?.strategy.bars);
  if (!first || !odd) return [];
  const message = `part “${odd.name}” reads ${odd.strategy.bars} bars and “${first.name}” ${first.strategy.bars} bars; all parts must read the same`;
  return [{ file, path: 'parts', message }];
}

function withParts(read: WrittenBlend, parts: readonly Part[]): Blend {
  const { name, notes, account } = read;
  if (read.form === 'apart') {
    const { weights, review, moveCost } = read;
    return { form: 'apart', name, notes, parts, weights, review, moveCost, capital: account.capital };
  }
  const { limits, costs } = read;
  return {
    form: 'together',
    name,
    notes,
    parts: parts.filter((part) => part.kind === 'strategy'),
    limits,
    account,
    costs,
  };
}
