// A sweep's table as CSV: the dials of each setting, then its figures.

import type { Figures } from '@plateau/core';
import { type Cell, writeCsv } from './write-csv.ts';

/** @param rows one a setting; what has no figures, as a setting that could not run, has empty cells */
export function sweepCsv(
  dials: readonly string[],
  rows: readonly {
    readonly dials: Readonly<Record<string, number>>;
    readonly figures?: Figures | undefined;
  }[],
): string {
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
