// One variant that was run to its end: its rules, what changed to make it, what came of it.

import {
  at,
  type BarUnit,
  changedConditions,
  type Figures,
  parseRule,
  printRule,
  reduceCurves,
  type ShownRun,
  type Strategy,
  withDialValues,
} from '@plateau/core';
import { barsOf } from '../sheet/bars.ts';
import { readDials } from '../sheet/dials.ts';
import type { Field } from '../sheet/field.ts';
import { fields, WORDS } from '../sheet/fields.ts';
import { isShown, readDraft } from '../sheet/read.ts';
import { type Draft, textOf } from '../sheet/sheet.ts';

/** Curves at about the pixels a small chart has. */
interface SmallCurve {
  readonly days: Int32Array;
  readonly equity: Float64Array;
  readonly benchmark: Float64Array;
}

export interface LogEntry {
  readonly id: string;
  /** the sheet it is a variant of */
  readonly sheet: string;
  /** milliseconds since 1970 */
  readonly at: number;
  /** what was run; two entries of a sheet never share it */
  readonly key: string;
  readonly draft: Draft;
  /** what changed since the variant before, in words */
  readonly changed: string;
  readonly benchmark: string;
  readonly figures: Figures;
  readonly curve: SmallCurve;
  readonly pinned: boolean;
  readonly name: string;
  readonly note: string;
}

const BUCKETS = 60;

/** What an entry keeps of a run. */
export type Drawn = Pick<ShownRun, 'marks' | 'benchmark' | 'figures'>;

export function smallCurve({ marks, benchmark }: Drawn): SmallCurve {
  const places = reduceCurves([marks.equity, benchmark], 0, marks.day.length - 1, BUCKETS);
  return {
    days: Int32Array.from(places, (t) => at(marks.day, t)),
    equity: Float64Array.from(places, (t) => at(marks.equity, t)),
    benchmark: Float64Array.from(places, (t) => at(benchmark, t)),
  };
}

/** What a universe is called, by its id. */
export type UniverseNames = (id: string) => string;
const asItIs: UniverseNames = (id) => id;

/** One line a difference: `slots 8 to 10 positions`, `dial pull 7 to 5`, `enter when: gaps up is new`. */
export function changesBetween(before: Draft, after: Draft, universe: UniverseNames = asItIs): string[] {
  return fields.flatMap((field) => {
    if (WORDS.has(field.key)) return [];
    const [from, to] = [before, after].map((draft) =>
      isShown(field, draft) ? textOf(draft, field.key) : '',
    );
    if (from === undefined || to === undefined || from === to) return [];
    if (field.kind === 'dials') return dialChanges(from, to);
    const label = (field.name ?? field.label).toLowerCase();
    if (field.kind === 'rule') return ruleChanges(label, from, to, barsOf(after));
    const said = (text: string): string => wordsOf(field, text, universe) || 'nothing';
    if (from && to && field.choices?.some(([, words]) => words === 'on')) return [`${label} ${said(to)}`];
    return [`${label} ${said(from)} to ${said(to)}${field.unit ? ` ${field.unit}` : ''}`];
  });
}

/** A field's text as the sheet shows it. */
function wordsOf(field: Field, text: string, universe: UniverseNames): string {
  if (field.kind === 'universe') return universe(text);
  return field.choices?.find(([value]) => value === text)?.[1] ?? text;
}

/** The conditions that changed; the whole rule where it does not read. */
function ruleChanges(label: string, from: string, to: string, unit: BarUnit): string[] {
  const changed = changedConditions(from, to, unit);
  if (!changed) return [`${label}: ${to || 'nothing'}`];
  const { gone, come, isJoinedOtherwise } = changed;
  if (isJoinedOtherwise) return [`${label}: the same conditions joined otherwise`];
  const [old, fresh] = [gone[0], come[0]];
  if (gone.length === 1 && come.length === 1) return [`${label}: ${old} to ${fresh}`];
  return [
    ...gone.map((condition) => `${label}: ${condition} is gone`),
    ...come.map((condition) => `${label}: ${condition} is new`),
  ];
}

function dialChanges(from: string, to: string): string[] {
  const [before, after] = [readDials(from), readDials(to)];
  if (!before.ok || !after.ok) return ['dials'];
  const names = new Set([...Object.keys(before.dials), ...Object.keys(after.dials)]);
  return [...names].flatMap((name) => {
    const [a, b] = [before.dials[name]?.value, after.dials[name]?.value];
    return a === b ? [] : [`dial ${name} ${a ?? 'none'} to ${b ?? 'none'}`];
  });
}

/**
 * Names what a draft runs, whatever it is written with: the same for a number and for the dial that has its value, and for two
 * ways of writing one rule; undefined where it does not read.
 */
export function runName(draft: Draft): string | undefined {
  const read = readDraft(draft);
  if (!read.ok) return undefined;
  const { strategy, ...rest } = read.request;
  return JSON.stringify([read.universe, rest, withoutDials(strategy)]);
}

function withoutDials({
  name: _name,
  notes: _notes,
  dials,
  dialled: _dialled,
  ...strategy
}: Strategy): unknown {
  const values = Object.fromEntries(Object.entries(dials).map(([name, { value }]) => [name, value]));
  const plain = (text: string): string => {
    const set = withDialValues(text, values, strategy.bars);
    const parsed = parseRule(set, strategy.bars);
    return parsed.ok ? printRule(parsed.tree, strategy.bars) : set;
  };
  return JSON.parse(JSON.stringify(strategy), (_key, value) =>
    typeof value === 'string' ? plain(value) : value,
  );
}

/** What a variant's file is called: its time, and its name or what changed. */
export function fileName({ at, name, changed }: LogEntry): string {
  const words = (name || changed)
    .replace(/[^\p{L}\p{N} ]+/gu, ' ')
    .trim()
    .slice(0, 60);
  return `${new Date(at).toISOString().replace(/[:.]/g, '-')} ${words}.json`;
}

/** A setting of two variants, and whether they differ in it. */
export interface VariantSetting {
  readonly label: string;
  readonly texts: readonly string[];
}

/** Every setting of variants, in the words of the sheet; those that none shows are left out. */
export function variantSettings(
  drafts: readonly Draft[],
  universe: UniverseNames = asItIs,
): VariantSetting[] {
  return fields
    .filter(({ key }) => !WORDS.has(key))
    .map((field) => ({
      label: field.name ?? field.label,
      texts: drafts.map((draft) => {
        const words = isShown(field, draft) ? wordsOf(field, textOf(draft, field.key), universe) : '';
        return words !== '' && field.unit ? `${words} ${field.unit}` : words;
      }),
    }))
    .filter(({ texts }) => texts.some((text) => text !== ''));
}
