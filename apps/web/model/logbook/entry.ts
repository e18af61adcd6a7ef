// One variant that was run to its end: its rules, what changed to make it, what came of it.

import { at, type Figures, reduceCurves, type ShownRun } from '@plateau/core';
import { readDials } from '../sheet/dials.ts';
import { fields } from '../sheet/fields.ts';
import { isShown } from '../sheet/read.ts';
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
const LONGEST_TEXT = 60;

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

/** One line a difference: `slots 8 to 10`, `dial pull 7 to 5`. */
export function changesBetween(before: Draft, after: Draft): string[] {
  return fields.flatMap((field) => {
    if (field.key === 'name' || field.key === 'notes') return [];
    const [from, to] = [before, after].map((draft) =>
      isShown(field, draft) ? textOf(draft, field.key) : '',
    );
    if (from === undefined || to === undefined || from === to) return [];
    if (field.kind === 'dials') return dialChanges(from, to);
    const label = field.label.toLowerCase();
    const said = (text: string): string => {
      const words = field.choices?.find(([value]) => value === text)?.[1] ?? text;
      return words === ''
        ? 'nothing'
        : words.length > LONGEST_TEXT
          ? `${words.slice(0, LONGEST_TEXT - 1)}…`
          : words;
    };
    return [`${label} ${said(from)} to ${said(to)}`];
  });
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
export function variantSettings(drafts: readonly Draft[]): VariantSetting[] {
  return fields
    .filter(({ key }) => key !== 'name' && key !== 'notes')
    .map((field) => ({
      label: field.label,
      texts: drafts.map((draft) => {
        const text = isShown(field, draft) ? textOf(draft, field.key) : '';
        return field.choices?.find(([value]) => value === text)?.[1] ?? text;
      }),
    }))
    .filter(({ texts }) => texts.some((text) => text !== ''));
}
