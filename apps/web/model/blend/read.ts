// From a blend's draft to what the engine mixes, and from a blend back to a draft.

import {
  type Blend,
  type BlendAsked,
  dayFromIso,
  type Problem,
  readKept,
  type Strategy,
} from '@plateau/core';
import { BLEND_FORMAT, type Result, readBlend } from '@plateau/files';
import { dateOf, type Json, put, valueOf } from '../sheet/field-values.ts';
import { isOpened, readDraft } from '../sheet/read.ts';
import { type Draft, type Sheet, textOf } from '../sheet/sheet.ts';
import { blendField, blendFields, blendText, isShownInBlend } from './fields.ts';
import { type PartInDraft, partKey, partsOf, shareOf, withPartsAdded } from './parts.ts';
import { rulesText, strategyOf, strategyText } from './strategy-text.ts';

export type BlendDraftRead =
  | {
      readonly ok: true;
      readonly asked: BlendAsked;
      /** the parts that are on, as the blend lists them */
      readonly parts: readonly PartInDraft[];
    }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/** What a draft is read beside. */
export interface Surroundings {
  /** a sheet that is there, by its id */
  readonly sheetOf: (id: string) => Sheet | undefined;
  /** whether a universe is there; true while that is not known */
  readonly hasUniverse: (id: string) => boolean;
}

interface Resolved {
  readonly strategy: Strategy;
  readonly universe: string;
  readonly benchmark: string;
}

/** Reads every setting and part; all faults are told at once, each with its key. @param opened whether out-of-sample days may be seen */
export function readBlendDraft(draft: Draft, around: Surroundings, opened = false): BlendDraftRead {
  const problems: Problem[] = [];
  const all = partsOf(draft);
  const parts = all.filter(({ on }) => on === 'on');
  if (parts.length === 0) {
    const message =
      all.length === 0
        ? 'The blend has no part yet: add a sheet, a kept run, an instrument or cash.'
        : 'Every part is switched off: switch one on.';
    return { ok: false, problems: [{ path: 'parts', message }] };
  }
  const resolved = new Map(parts.map((part) => [part.id, resolve(part, around, problems)]));
  const dates = datesOf(draft, around, opened, problems);
  const value = blendValue(draft, all, resolved, problems);
  if (problems.length > 0) return { ok: false, problems };
  const readPart = (reference: unknown): Result<Strategy> => {
    const strategy = resolved.get((reference as { part: string }).part)?.strategy;
    return strategy
      ? { ok: true, value: strategy }
      : { ok: false, problems: [{ file: 'blend', message: 'it has no strategy' }] };
  };
  const read = readBlend(value, 'blend', readPart);
  if (!read.ok) {
    const told = read.problems.map(({ path = '', message }) => ({ path, message }));
    return { ok: false, problems: inDraft(told, parts) };
  }
  return { ok: true, asked: { blend: read.value, benchmark: textOf(draft, 'benchmark'), ...dates }, parts };
}

/** Faults of a blend under the keys of its draft, told as the page names things. @param parts as the blend lists them */
export function inDraft(problems: readonly Problem[], parts: readonly PartInDraft[]): Problem[] {
  return problems.map((problem) => {
    const [, place, key = ''] = /^parts\.(\d+)(?:\.(.*))?$/.exec(problem.path) ?? [];
    const part = place === undefined ? undefined : parts[Number(place)];
    if (!part) return { ...problem, path: nearestKey(problem.path), message: sentence(problem.message) };
    if (key.startsWith('strategy')) {
      const message = `“${part.name}”: ${problem.message}`;
      return { ...problem, path: partKey(part.id, 'strategy'), message: sentence(message) };
    }
    const own = key === '' ? 'name' : key.split('.')[0];
    const message = problem.message.replace(/“parts[^”]*”/, own === 'share' ? 'a share' : `its ${own}`);
    return { ...problem, path: `part.${part.id}.${own}`, message: sentence(message) };
  });
}

function nearestKey(path: string): string {
  let key = path;
  while (key && !blendField(key)) key = key.slice(0, Math.max(0, key.lastIndexOf('.')));
  return key || path;
}

function sentence(message: string): string {
  const named = message.replace(/“([A-Za-z.]+)”/, (whole, key: string) => {
    const label = blendField(key)?.label;
    return label ? `“${label}”` : whole;
  });
  const text = named.charAt(0).toUpperCase() + named.slice(1);
  return /[.!?]$/.test(text) ? text : `${text}.`;
}

/** What a strategy's part runs; undefined for what is no strategy, and where it cannot be told. */
function resolve(part: PartInDraft, around: Surroundings, problems: Problem[]): Resolved | undefined {
  const fault = (key: 'sheet' | 'strategy' | 'universe', message: string): undefined => {
    problems.push({ path: partKey(part.id, key), message });
    return undefined;
  };
  const known = (own: Resolved): Resolved | undefined =>
    around.hasUniverse(own.universe)
      ? own
      : fault(
          'universe',
          `The universe “${own.universe}” of “${part.name}” is not in the store: bring it back in Market, or give the sheet another.`,
        );
  if (part.kind === 'frozen') {
    const read = strategyOf(part.strategy);
    if (!read.ok)
      return fault(
        'strategy',
        `The rules kept in “${part.name}” cannot be read: ${read.problems[0]?.message}.`,
      );
    return known({ strategy: read.value, universe: part.universe, benchmark: part.benchmark });
  }
  if (part.kind !== 'sheet') return undefined;
  const sheet = around.sheetOf(part.sheet);
  if (!sheet) {
    return fault(
      'sheet',
      `The sheet that “${part.name}” follows is deleted: freeze the part as it was, or take it out.`,
    );
  }
  const read = readDraft(sheet.draft, true);
  if (!read.ok) {
    return fault(
      'sheet',
      `The sheet of “${part.name}” has a fault: ${read.problems[0]?.message ?? ''} Mend it on the sheet.`,
    );
  }
  const { universe, request } = read;
  return known({ strategy: request.strategy, universe, benchmark: request.benchmark });
}

/** The first day that may not be seen: the blend's own, or that of a sheet it follows; undefined when nothing is veiled. */
export function blendVeil(draft: Draft, { sheetOf }: Pick<Surroundings, 'sheetOf'>): number | undefined {
  const own = dayFromIso(textOf(draft, 'veil').trim());
  const followed = partsOf(draft).flatMap(({ kind, on, sheet: id }) => {
    const sheet = kind === 'sheet' && on === 'on' ? sheetOf(id) : undefined;
    const day = sheet && !isOpened(sheet) ? dayFromIso(textOf(sheet.draft, 'veil').trim()) : undefined;
    return day === undefined ? [] : [day];
  });
  const days = own === undefined ? followed : [own, ...followed];
  return days.length === 0 ? undefined : Math.min(...days);
}

function datesOf(
  draft: Draft,
  around: Surroundings,
  opened: boolean,
  problems: Problem[],
): Pick<BlendAsked, 'from' | 'to' | 'splitAt'> {
  const from = dateOf(draft, 'from', problems);
  const last = dateOf(draft, 'to', problems);
  dateOf(draft, 'veil', problems);
  const veil = blendVeil(draft, around);
  const to = veil === undefined || opened ? last : Math.min(veil - 1, last ?? Infinity);
  return {
    ...(from !== undefined && { from }),
    ...(to !== undefined && { to }),
    ...(veil !== undefined && opened && { splitAt: veil }),
  };
}

/** The draft as a blend file's value, unchecked; in place of a strategy stands the id of its part. */
function blendValue(
  draft: Draft,
  all: readonly PartInDraft[],
  resolved: ReadonlyMap<string, Resolved | undefined>,
  problems: Problem[],
): Json {
  const json: Json = { format: BLEND_FORMAT };
  for (const field of blendFields) {
    if (field.outside || field.key === 'benchmark' || !isShownInBlend(field, draft)) continue;
    if (/^(weights|review)\./.test(field.key)) continue;
    const value = valueOf(field, blendText(draft, field.key), problems, false);
    if (value !== undefined) put(json, field.key.split('.'), value);
  }
  const number = (key: string): unknown => {
    const field = blendField(key);
    return field && valueOf(field, blendText(draft, key), problems, false);
  };
  if (json.weights === 'inverse') json.weights = { inverseVolatility: number('weights.days') };
  if (json.review === 'drift') json.review = { drift: number('review.drift') };
  const scale = scaleOfShares(all);
  const equal = json.weights === 'equal';
  json.parts = all
    .filter(({ on }) => on === 'on')
    .map((part) => partValue(part, scale, equal, resolved.get(part.id), problems));
  return json;
}

/** What parts that are switched off leave is divided among the others, in proportion. */
function scaleOfShares(all: readonly PartInDraft[]): number {
  const sum = (parts: readonly PartInDraft[]): number =>
    parts.reduce((total, part) => total + shareOf(part), 0);
  const on = sum(all.filter((part) => part.on === 'on'));
  return on > 0 ? sum(all) / on : 1;
}

const CASH_RATE = { label: 'Rate', kind: 'rate', initial: '0' } as const;

function partValue(
  part: PartInDraft,
  scale: number,
  equal: boolean,
  own: Resolved | undefined,
  problems: Problem[],
): Json {
  const shareRead = readKept(part.share);
  if (part.share.trim() !== '' && shareRead.kind === 'none')
    problems.push({ path: partKey(part.id, 'share'), message: shareRead.why });
  const share = shareOf(part) * scale;
  const named = {
    name: part.name.trim(),
    ...(part.share.trim() !== '' && !(equal && share <= 0) && { share }),
  };
  if (part.kind === 'hold') return { ...named, hold: part.hold };
  if (part.kind === 'cash') {
    const rate = valueOf({ ...CASH_RATE, key: partKey(part.id, 'cash') }, part.cash, problems, false);
    return { ...named, cash: rate ?? 0 };
  }
  return {
    ...named,
    strategy: { part: part.id },
    ...(own && { universe: own.universe, benchmark: own.benchmark }),
  };
}

/** Names what is mixed: the same for the same parts, shares, settings and days, whatever they are called. */
export function blendKey({ blend, benchmark, from, to }: BlendAsked): string {
  const parts = blend.parts.map((part) => {
    const { name: _name, ...own } = part;
    return own.kind === 'strategy' ? { ...own, strategy: rulesText(own.strategy) } : own;
  });
  return JSON.stringify([{ ...blend, name: '', notes: '', parts }, benchmark, from, to]);
}

/** The draft with what its followed sheets hold now, so that a variant can be brought back when they have changed. */
export function pinnedDraft(draft: Draft, { asked, parts }: Extract<BlendDraftRead, { ok: true }>): Draft {
  const pinned = parts.flatMap(({ id, kind }, k) => {
    const part = asked.blend.parts[k];
    if (kind !== 'sheet' || part?.kind !== 'strategy') return [];
    return [
      [partKey(id, 'strategy'), strategyText(part.strategy)],
      [partKey(id, 'universe'), part.universe],
      [partKey(id, 'benchmark'), part.benchmark ?? asked.benchmark],
    ] as const;
  });
  return { ...draft, ...Object.fromEntries(pinned) };
}

/** Every setting at its start: a draft holds all of them, so that an undo can put back what was there. */
export function freshBlend(name: string): Draft {
  const own = Object.fromEntries(blendFields.map(({ key, initial }) => [key, initial]));
  return { ...own, name, parts: '' };
}

/** A draft that reads back as this blend, its strategies frozen. */
export function draftFromBlend(blend: Blend, benchmark: string | undefined, newId: () => string): Draft {
  const draft: Record<string, string> = { ...freshBlend(blend.name || 'Untitled blend'), form: blend.form };
  draft.notes = blend.notes;
  if (benchmark !== undefined) draft.benchmark = benchmark;
  const set = (key: string, value: unknown): void => {
    if (value === undefined) return;
    draft[key] = typeof value === 'boolean' ? (value ? 'on' : 'off') : String(value);
  };
  if (blend.form === 'apart') {
    const { weights, review } = blend;
    set('account.capital', blend.capital);
    set('moveCost', blend.moveCost);
    set('weights', typeof weights === 'string' ? weights : 'inverse');
    if (typeof weights === 'object') set('weights.days', weights.inverseVolatility);
    set('review', typeof review === 'string' ? review : 'drift');
    if (typeof review === 'object') set('review.drift', review.drift);
  } else {
    for (const [group, values] of Object.entries({ limits: blend.limits, account: blend.account })) {
      for (const [key, value] of Object.entries(values)) set(`${group}.${key}`, value);
    }
    const { commission, ...rates } = blend.costs;
    for (const [key, value] of Object.entries(commission)) set(`costs.commission.${key}`, value);
    for (const [key, value] of Object.entries(rates)) set(`costs.${key}`, value);
  }
  const parts = blend.parts.map((part) => {
    const own = { name: part.name, share: part.share > 0 ? String(part.share) : '' };
    if (part.kind === 'hold') return { ...own, kind: 'hold' as const, hold: part.symbol };
    if (part.kind === 'cash') return { ...own, kind: 'cash' as const, cash: String(part.rate) };
    return {
      ...own,
      kind: 'frozen' as const,
      strategy: strategyText(part.strategy),
      universe: part.universe,
      benchmark: part.benchmark ?? benchmark ?? draft.benchmark ?? '',
    };
  });
  return { ...draft, ...withPartsAdded(draft, parts, newId) };
}
