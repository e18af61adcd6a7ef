// A sweep's table, as CSV or JSON: the dials of each setting, then its figures.

import type { Figures } from '@plateau/core';
import { withNulls, writtenFigures } from './summary.ts';
import { type Cell, writeCsv } from './write-csv.ts';

export interface SweepRow {
  readonly dials: Readonly<Record<string, number>>;
  readonly figures?: Figures | undefined;
  /** why it could not run */
  readonly why?: string | undefined;
}

/** @param rows one a setting; what has no figures, as a setting that could not run, has empty cells */
export function sweepCsv(dials: readonly string[], rows: readonly SweepRow[]): string {
  const some = rows.find(({ figures }) => figures)?.figures;
  const keys = Object.keys(some ?? {}).filter((key) => key !== 'benchmark');
  return writeCsv(
    [...dials, ...keys],
    rows.map((row): Cell[] => [
      ...dials.map((dial) => row.dials[dial]),
      ...keys.map((key) => {
        const value = row.figures?.[key as keyof Figures];
        return typeof value === 'number' && Number.isFinite(value) ? value : undefined;
      }),
    ]),
  );
}

/** The same as a list, figures under the keys of summary.json; undefined ones are null, as are those of what could not run. */
export function sweepJson(rows: readonly SweepRow[]): string {
  const list = rows.map(({ dials, figures, why }) => ({
    dials,
    figures: figures ? writtenFigures(figures) : null,
    ...(why !== undefined && { why }),
  }));
  return `${JSON.stringify(list, withNulls, 2)}\n`;
}
