// A rate of interest on the days of a calendar (simulation.md 6).

import type { Bars } from '../bars/bars.ts';
import { countUntil } from '../days/calendar.ts';
import { alignNumbers } from '../evaluation/align.ts';
import { at } from '../numeric/at.ts';

/** Percent a year at each tick; before an instrument's first day its rate is not known, and nothing is paid. */
export function ratesOn(rate: number | Bars, calendar: Int32Array): Float64Array {
  const column = new Float64Array(calendar.length);
  if (typeof rate === 'number') return column.fill(rate);
  alignNumbers(calendar, rate.day, rate.close, column);
  return column.fill(0, 0, countUntil(calendar, at(rate.day, 0) - 1));
}
