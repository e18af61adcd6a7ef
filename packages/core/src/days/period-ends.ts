// The last days of calendar periods.

import { type Day, nextWeekday } from './day.ts';

/**
 * 1 on each day after which another period begins. The calendar's last day counts when the next weekday falls in another.
 * @param periodOf a number shared by exactly the days of one period
 */
export function periodEnds(calendar: Int32Array, periodOf: (day: Day) => number): Uint8Array {
  const ends = new Uint8Array(calendar.length);
  for (let t = 0; t < ends.length; t++) {
    const next = t + 1 < ends.length ? calendar[t + 1]! : nextWeekday(calendar[t]!);
    if (periodOf(next) !== periodOf(calendar[t]!)) ends[t] = 1;
  }
  return ends;
}
