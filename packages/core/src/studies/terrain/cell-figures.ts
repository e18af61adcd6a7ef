// What the cells of a terrain can be held against each other by: every figure of a run, and its growth beyond its benchmark's.

import {
  type FigureKind,
  figureCatalogue,
  figureEntry,
  figureOf,
} from '../../statistics/figure-catalogue.ts';
import type { FigureKey } from '../../statistics/figure-keys.ts';
import type { Figures } from '../../statistics/figures.ts';
import type { AlphaTest } from './cell.ts';

/** `excess`: growth a year less the benchmark's */
export type CellFigure = FigureKey | 'excess';

export interface CellFigureEntry {
  readonly key: CellFigure;
  readonly name: string;
  readonly kind: FigureKind;
  readonly better?: 'more' | 'less';
}

const AGAINST: readonly CellFigureEntry[] = [
  { key: 'excess', name: 'CAGR less the benchmark’s', kind: 'percent', better: 'more' },
];

/** All of them, in the order they are offered. */
export const CELL_FIGURES: readonly CellFigureEntry[] = [...figureCatalogue, ...AGAINST];

export function cellFigureEntry(key: CellFigure): CellFigureEntry {
  return AGAINST.find((entry) => entry.key === key) ?? figureEntry(key as FigureKey);
}

export type CellPart = 'figures' | 'before' | 'after';

/** What a cell's figures and alpha say of all days, or of a part of them. */
export interface WithParts {
  readonly figures: Figures | undefined;
  readonly before: Figures | undefined;
  readonly after: Figures | undefined;
  readonly alpha: Readonly<Partial<Record<CellPart, AlphaTest>>> | undefined;
}

/** A cell's measure of a part of its days; NaN where it is undefined. */
export function cellFigureOf(cell: WithParts, key: CellFigure, part: CellPart): number {
  const figures = cell[part];
  if (!figures) return Number.NaN;
  if (key === 'excess') return figures.cagr - figures.benchmark.cagr;
  if (key === 'alphaT') return cell.alpha?.[part]?.t ?? Number.NaN;
  if (key === 'alphaP') return cell.alpha?.[part]?.p ?? Number.NaN;
  return figureOf(figures, figureEntry(key));
}
