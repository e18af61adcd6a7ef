// The catalogue's figures as they are written: of a strategy, of its benchmark, and how they moved.

import { benchmarkFigureOf, type FigureEntry, type Figures, figureOf } from '@plateau/core';
import { percent, written } from './format.ts';

export function ours(entry: FigureEntry, figures: Figures): string {
  return written(figureOf(figures, entry), entry.kind);
}

/** The benchmark's; a dash where holding has none. */
export function theirs(entry: FigureEntry, figures: Figures): string {
  return written(benchmarkFigureOf(figures, entry) ?? Number.NaN, entry.kind);
}

/** How much a figure moved, with its sign; undefined where it did not, or where neither way is better. */
export function changeOf(entry: FigureEntry, now: Figures, before: Figures): string | undefined {
  if (!entry.better) return undefined;
  const write = (value: number): string =>
    entry.kind === 'fine-percent' ? percent(value, 2) : written(value, entry.kind);
  const [is, was] = [figureOf(now, entry), figureOf(before, entry)];
  const by = is - was;
  if (!Number.isFinite(by)) {
    // One of them is not defined: that is a change too, and none that can be counted.
    if (Number.isFinite(is)) return 'new';
    return Number.isFinite(was) ? `was ${write(was)}` : undefined;
  }
  const text = write(Math.abs(by));
  return text === write(0) ? undefined : `${by > 0 ? '+' : '−'}${text}`;
}
