// From a draft to what the engine runs, and from a strategy file back to a draft.

import { dayFromIso, type Problem, type RunRequest, type Strategy } from '@plateau/core';
import { readStrategy, STRATEGY_FORMAT } from '@plateau/files';
import { writeDials } from './dials.ts';
import type { Field } from './field.ts';
import { dateOf, type Json, put, valueOf } from './field-values.ts';
import { fieldOf, fields, WORDS } from './fields.ts';
import { type Draft, type Sheet, textOf } from './sheet.ts';

export type DraftRead =
  | { readonly ok: true; readonly universe: string; readonly request: RunRequest }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/** A draft never changes: what is read from it is worked out once, though several parts of the page ask for it. */
function oncePerDraft<Read>(read: (draft: Draft) => Read): (draft: Draft) => Read {
  const known = new WeakMap<Draft, Read>();
  return (draft) => {
    let result = known.get(draft);
    if (result === undefined) {
      result = read(draft);
      known.set(draft, result);
    }
    return result;
  };
}

const readVeiled = oncePerDraft((draft) => readAll(draft, false));
const readOpened = oncePerDraft((draft) => readAll(draft, true));

/**
 * Reads every field; all faults are told at once, each with its field's key.
 * @param opened whether the out-of-sample part may be seen; while it is veiled, nothing after it is even computed
 */
export function readDraft(draft: Draft, opened = false): DraftRead {
  return opened ? readOpened(draft) : readVeiled(draft);
}

function readAll(draft: Draft, opened: boolean): DraftRead {
  const problems: Problem[] = [];
  const strategy = strategyJson(draft, problems);
  const from = dateOf(draft, 'from', problems);
  const last = dateOf(draft, 'to', problems);
  const holdout = dateOf(draft, 'veil', problems);
  const to = holdout === undefined || opened ? last : Math.min(holdout - 1, last ?? Infinity);
  if (problems.length > 0) return { ok: false, problems };
  const read = readStrategy(strategy, 'sheet');
  if (!read.ok)
    return {
      ok: false,
      problems: read.problems.map(({ path, message }) => ({
        path: keyFor(path ?? ''),
        message: inWords(path ?? '', message),
      })),
    };
  return {
    ok: true,
    universe: textOf(draft, 'universe'),
    request: {
      strategy: read.value,
      benchmark: textOf(draft, 'benchmark'),
      ...(from !== undefined ? { from } : {}),
      ...(to !== undefined ? { to } : {}),
      ...(textOf(draft, 'begin') === 'when-filled' && { begin: 'when-filled' as const }),
      ...(holdout !== undefined && opened ? { splitAt: holdout } : {}),
    },
  };
}

/** A fault names the setting as the sheet does, not as the file does. */
function inWords(path: string, message: string): string {
  const key = keyFor(path);
  const label = fieldOf(key)?.label ?? key;
  const text = message
    .replace(/“[A-Za-z.]+”/, `“${label}”`)
    .replace('must be an integer', 'must be a whole number');
  return /[.!?]$/.test(text) ? text : `${text}.`;
}

/** What the setting at a strategy’s path is called, or the nearest above it; undefined where none is. */
export const labelOf = (path: string): string | undefined => fieldOf(keyFor(path))?.label;

/** A fault in a part of a setting belongs to the nearest field above it. */
function keyFor(path: string): string {
  for (let key = path; key !== ''; key = key.slice(0, Math.max(0, key.lastIndexOf('.')))) {
    if (fieldOf(key)) return key;
    if (fieldOf(`${key}.form`)) return `${key}.form`;
  }
  return path;
}

function isShown(field: Field, draft: Draft): boolean {
  if (!field.when) return true;
  const other = fieldOf(field.when.key);
  if (other && !isShown(other, draft)) return false;
  return field.when.is.includes(textOf(draft, field.when.key));
}

export { isShown };

/** Fields that came after the first sheets were kept. */
const LATER = new Set([
  'veil',
  'size.minFilledPercent',
  'long.rotate.leave',
  'begin',
  'costs.riskFreeRate',
  'costs.exits',
]);

/** The parts of a draft that a run depends on; a new name or note is no new run. */
export const runKey = oncePerDraft((draft): string => {
  const shown = fields.filter(({ key }) => !WORDS.has(key));
  return JSON.stringify(
    shown
      // Sheets had none of these once: where they are empty a variant keeps the name it had.
      .filter((field) => isShown(field, draft) && !(LATER.has(field.key) && textOf(draft, field.key) === ''))
      .map(({ key }) => [key, textOf(draft, key)]),
  );
});

/** Whether the out-of-sample part of this very variant has been opened; an edit veils it again. */
export function isOpened({ draft, openings = [] }: Sheet): boolean {
  return openings[openings.length - 1]?.key === runKey(draft);
}

/** The first day that may not be seen; Infinity when nothing is veiled. */
export function holdoutFrom(sheet: Sheet): number {
  const day = isOpened(sheet) ? undefined : dayFromIso(textOf(sheet.draft, 'veil').trim());
  return day ?? Infinity;
}

/** The sheet as a strategy file's value, unchecked; fields that cannot be read are told as problems. */
function strategyJson(draft: Draft, problems: Problem[]): Json {
  const json: Json = { format: STRATEGY_FORMAT };
  const sides = textOf(draft, 'sides');
  for (const field of fields) {
    if (field.outside || !isShown(field, draft)) continue;
    if (field.key.startsWith('long.') && sides === 'short') continue;
    if (field.key.startsWith('short.') && sides === 'long') continue;
    const value = valueOf(field, textOf(draft, field.key), problems);
    if (value !== undefined) put(json, field.key.split('.'), value);
    else if (isNeeded(field) && !problems.some(({ path }) => path === field.key))
      problems.push({
        path: field.key,
        message: `${field.label} is empty; without it nothing can be worked out.`,
      });
  }
  for (const side of ['long', 'short']) {
    const rank = at(json, [side, 'rank']) as Json | undefined;
    if (rank && rank.by === undefined) delete (json[side] as Json).rank;
    if (sides !== 'both' && sides !== side) delete json[side];
  }
  return json;
}

/** Whether nothing can be run while the field is empty. */
const isNeeded = (field: Field): boolean => isFormPart(field) || field.key === 'account.capital';

/** Whether a field belongs to one form of a stop or a size, and so is needed while that form is chosen. */
function isFormPart({ when }: Field): boolean {
  return when !== undefined && /\.(form|method|review)$/.test(when.key);
}

function at(value: unknown, path: readonly string[]): unknown {
  return path.reduce<unknown>(
    (inner, key) => (typeof inner === 'object' && inner !== null ? (inner as Json)[key] : undefined),
    value,
  );
}

/** A draft that reads back as this strategy. */
export function draftFrom(strategy: Strategy): Draft {
  const draft: Record<string, string> = {};
  for (const field of fields) {
    if (field.outside || field.kind === 'dials') continue;
    const value = at(strategy, field.key.split('.'));
    if (typeof value === 'string') draft[field.key] = value;
    else if (strategy.dialled?.[field.key] !== undefined)
      draft[field.key] = `{${strategy.dialled[field.key]}}`;
    else if (typeof value === 'number') draft[field.key] = String(value);
    else if (typeof value === 'boolean') draft[field.key] = value ? 'on' : 'off';
    else if (value === undefined && (field.kind === 'number' || field.kind === 'value') && !isFormPart(field))
      draft[field.key] = '';
  }
  for (const side of ['long', 'short'] as const) {
    const stops = strategy[side]?.stops;
    for (const part of ['initial', 'trail', 'target'] as const) {
      const setting = stops?.[part];
      const form =
        setting === undefined ? 'none' : ['percent', 'atr', 'level', 'r'].find((name) => name in setting);
      draft[`${side}.stops.${part}.form`] = form ?? 'none';
    }
  }
  const { long, short } = strategy;
  draft.sides = long && short ? 'both' : short ? 'short' : 'long';
  draft['costs.exits'] = strategy.costs.exit ? 'own' : '';
  draft.dials = writeDials(strategy.dials);
  draft['long.rotate'] = long?.rotate ? 'on' : 'off';
  const review = long?.rotate?.review;
  if (typeof review === 'object') {
    draft['long.rotate.review'] = 'every';
    draft['long.rotate.review.every'] ??= String(review.every);
  }
  return draft;
}
