// Every setting that kept runs have, in the words of the sheet.

import { isoFromDay } from '@plateau/core';
import { blendVariantSettings } from '../blend/changes.ts';
import { draftFromBlend } from '../blend/read.ts';
import { isBlendRun, type KeptRun } from '../rows.ts';
import { fields, WORDS } from '../sheet/fields.ts';
import { draftFrom, isShown } from '../sheet/read.ts';
import { textOf } from '../sheet/sheet.ts';
import { benchmarkOf, blendAskedOf } from './kept.ts';

export interface SettingRow {
  readonly label: string;
  /** one a run, empty where it has none */
  readonly texts: readonly string[];
}

/** Settings that are not the strategy's own: they come first, from the request. */
const PLACES = new Set(['universe', 'benchmark', 'from', 'to', 'begin', 'veil', ...WORDS]);

const dayText = (day: number | undefined): string => (day === undefined ? '' : isoFromDay(day));

export function settingRows(runs: readonly KeptRun[]): SettingRow[] {
  const drafts = runs.map((run) => (isBlendRun(run) ? undefined : draftFrom(run.request.strategy)));
  const outside: readonly (readonly [string, (run: KeptRun) => string])[] = [
    ['Universe', (run) => run.universeName],
    ['Benchmark', benchmarkOf],
    ['From', (run) => dayText(isBlendRun(run) ? run.from : run.request.from)],
    ['To', (run) => dayText(isBlendRun(run) ? run.to : run.request.to)],
    ['Begins', (run) => (!isBlendRun(run) && run.request.begin ? 'when all windows are filled' : '')],
  ];
  return [
    ...outside.map(([label, of]) => ({ label, texts: runs.map(of) })),
    ...blendRows(runs),
    ...fields
      .filter(({ key }) => !PLACES.has(key))
      .map((field) => ({
        label: field.name ?? field.label,
        texts: drafts.map((draft) => {
          if (!draft) return '';
          const text = isShown(field, draft) ? textOf(draft, field.key) : '';
          const shown = field.choices?.find(([value]) => value === text)?.[1] ?? text;
          return shown !== '' && field.unit ? `${shown} ${field.unit}` : shown;
        }),
      })),
  ].filter(({ texts }) => texts.some((text) => text !== ''));
}

/** The parts and settings of those that are blends; empty for the others. */
function blendRows(runs: readonly KeptRun[]): SettingRow[] {
  const blends = runs.filter(isBlendRun);
  const drafts = blends.map((run) => {
    // One name, one row: the parts of different blends have ids of their own.
    const ids = new Map<string, number>();
    const { blend, benchmark } = blendAskedOf(run);
    return draftFromBlend(blend, benchmark, () => {
      const name = blend.parts[ids.size]?.name ?? '';
      ids.set(name, ids.size);
      return encodeURIComponent(name).replaceAll('.', '%2E');
    });
  });
  return blendVariantSettings(drafts).map(({ label, texts }) => ({
    label,
    texts: runs.map((run) => (isBlendRun(run) ? (texts[blends.indexOf(run)] ?? '') : '')),
  }));
}
