// The exchange's sessions: weekdays but for the Isles' holidays.

import { civilFromDay, type Day, dayFromCivil, weekdayOf } from '@plateau/core';

const LAST_YEAR = 2025;

/** Month and date of the days the exchange stays shut: new year, the three quarter days, midwinter. */
const HOLIDAYS: readonly (readonly [number, number])[] = [
  [1, 1],
  [2, 2],
  [5, 1],
  [8, 1],
  [11, 11],
  [12, 25],
  [12, 26],
];

/** Whether the exchange stays shut, weekends apart. */
export function isHoliday(day: Day): boolean {
  const { month, date } = civilFromDay(day);
  return HOLIDAYS.some(([m, d]) => m === month && d === date);
}

/** All sessions from the beginning of a year to the end of 2025. */
export function sessionsSince(firstYear: number): Int32Array {
  const days: Day[] = [];
  const last = dayFromCivil(LAST_YEAR, 12, 31);
  for (let day = dayFromCivil(firstYear, 1, 1); day <= last; day++) {
    if (weekdayOf(day) <= 5 && !isHoliday(day)) days.push(day);
  }
  return Int32Array.from(days);
}
