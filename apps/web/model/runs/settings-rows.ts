// Every setting that kept runs have, in the words of the sheet.

import { isoFromDay } from '@plateau/core';
import type { StoredRun } from '../rows.ts';
import { fields } from '../sheet/fields.ts';
import { draftFrom, isShown } from '../sheet/read.ts';
import { textOf } from '../sheet/sheet.ts';

export interface SettingRow {
  readonly label: string;
  /** one a run, empty where it has none */
  readonly texts: readonly string[];
}

/** Settings that are not the strategy's own: they come first, from the request. */
const PLACES = new Set(['universe', 'benchmark', 'from', 'to', 'veil', 'name', 'notes']);

export function settingRows(runs: readonly StoredRun[]): SettingRow[] {
  const drafts = runs.map(({ request }) => draftFrom(request.strategy));
  const outside: readonly (readonly [string, (run: StoredRun) => string])[] = [
    ['Universe', (run) => run.universeName],
    ['Benchmark', (run) => run.request.benchmark],
    ['From', ({ request: { from } }) => (from === undefined ? '' : isoFromDay(from))],
    ['To', ({ request: { to } }) => (to === undefined ? '' : isoFromDay(to))],
  ];
  return [
    ...outside.map(([label, of]) => ({ label, texts: runs.map(of) })),
    ...fields
      .filter(({ key }) => !PLACES.has(key))
      .map((field) => ({
        label: field.name ?? field.label,
        texts: drafts.map((draft) => {
          const text = isShown(field, draft) ? textOf(draft, field.key) : '';
          const shown = field.choices?.find(([value]) => value === text)?.[1] ?? text;
          return shown !== '' && field.unit ? `${shown} ${field.unit}` : shown;
        }),
      })),
  ].filter(({ texts }) => texts.some((text) => text !== ''));
}
