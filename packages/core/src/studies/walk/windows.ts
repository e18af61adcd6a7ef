// The windows of a walk: stretches to choose on, each before the stretch it is tried on (studies.md 2).

import { addMonths, type Day } from '../../days/day.ts';
import { at } from '../../numeric/at.ts';

export interface Window {
  readonly trainFrom: Day;
  readonly trainTo: Day;
  readonly testFrom: Day;
  readonly testTo: Day;
}

interface Stretches {
  /** calendar months */
  readonly train: number;
  readonly test: number;
  /** training begins at the first day in every window */
  readonly anchored: boolean;
}

/**
 * All days are days of the calendar. The last window may be short; there is none when the days end before a test can begin.
 * @param calendar the run's days, rising
 */
export function windowsOf(calendar: Int32Array, { train, test, anchored }: Stretches): Window[] {
  const start = at(calendar, 0);
  const placeOf = (day: Day): number => {
    const place = calendar.findIndex((one) => one >= day);
    return place < 0 ? calendar.length : place;
  };
  const windows: Window[] = [];
  for (let j = 0; ; j++) {
    const first = placeOf(addMonths(start, train + j * test));
    if (first >= calendar.length) return windows;
    const next = placeOf(addMonths(start, train + (j + 1) * test));
    // A test shorter than the calendar's holes has no day of its own.
    if (next === first) continue;
    const from = anchored ? 0 : placeOf(addMonths(start, j * test));
    windows.push({
      trainFrom: at(calendar, from),
      trainTo: at(calendar, first - 1),
      testFrom: at(calendar, first),
      testTo: at(calendar, next - 1),
    });
  }
}
