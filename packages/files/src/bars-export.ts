// Bars out, with the columns that the import reads back, and as CSV. Their other formats stand apart: their writers are large.

import { BAR_VALUES, type Bars, isoFromDay } from '@plateau/core';
import { writeCsv } from './write-csv.ts';

/** The values that the bars have, in the order of their columns. */
export const valuesOf = (bars: Bars) => (bars.factor ? ([...BAR_VALUES, 'factor'] as const) : BAR_VALUES);
/** A value's name at the head of its column. */
export const titleOf = (name: string): string => `${name.charAt(0).toUpperCase()}${name.slice(1)}`;
export const headerOf = (bars: Bars): string[] => ['Date', ...valuesOf(bars).map(titleOf)];

export function numbersAt(bars: Bars, i: number): number[] {
  return valuesOf(bars).map((name) => bars[name]?.[i] ?? Number.NaN);
}

/** Prices as they are kept, adjusted for splits, in full. */
export function barsCsv(bars: Bars): string {
  return writeCsv(
    headerOf(bars),
    Array.from(bars.day, (day, i) => [isoFromDay(day), ...numbersAt(bars, i)]),
  );
}
