// Missing sessions as a calendar, years by weeks.

import { civilFromDay, type Day, dayFromCivil } from '../days/day.ts';

export interface GapYear {
  readonly year: number;
  /** sessions of the market while the series lived, in each of 53 weeks counted in sevens from 1 January */
  readonly sessions: Uint8Array;
  /** of these, the ones without a bar */
  readonly missing: Uint8Array;
  /** the first day of each week's first missing session; 0 where none is missing */
  readonly firstMissing: Int32Array;
}

const WEEKS = 53;

/** The years in which the series lived. @param calendar the market's sessions, rising */
export function gapCalendar(days: Int32Array, calendar: Int32Array): GapYear[] {
  const years = new Map<number, GapYear>();
  const first = days[0]!;
  const last = days[days.length - 1]!;
  let i = 0;
  for (const session of calendar) {
    if (!(session >= first && session <= last)) continue;
    const { year, week } = weekOfYear(session);
    const row = years.get(year) ?? {
      year,
      sessions: new Uint8Array(WEEKS),
      missing: new Uint8Array(WEEKS),
      firstMissing: new Int32Array(WEEKS),
    };
    years.set(year, row);
    row.sessions[week]!++;
    while (days[i]! < session) i++;
    if (days[i] === session) continue;
    if (row.missing[week] === 0) row.firstMissing[week] = session;
    row.missing[week]!++;
  }
  return [...years.values()];
}

function weekOfYear(day: Day): { year: number; week: number } {
  const { year } = civilFromDay(day);
  return { year, week: Math.floor((day - dayFromCivil(year, 1, 1)) / 7) };
}
