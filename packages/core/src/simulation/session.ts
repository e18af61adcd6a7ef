// The session of a fill. A weekly or monthly bar is dated by its period's last day, but is traded within it (simulation.md 1.6).

import type { Bars } from '../bars/bars.ts';
import { type Day, isoFromDay, weekBegins, weekOf, yearBegins, yearOf } from '../days/day.ts';
import { at } from '../numeric/at.ts';
import type { Session, Trade } from './records.ts';

/**
 * @param bar its place among the instrument's
 * @returns undefined for daily bars, whose day is the session
 */
export function sessionOf(
  { day, sessions }: Bars,
  bar: number,
  moment: 'open' | 'close' | 'touch',
): Session | undefined {
  if (!sessions) return undefined;
  if (moment === 'touch') return { day: at(day, bar), within: sessions.unit };
  return { day: at(moment === 'open' ? sessions.first : sessions.last, bar) };
}

export function entrySession({ entryDay, entrySession }: Pick<Trade, 'entryDay' | 'entrySession'>): Session {
  return entrySession ?? { day: entryDay };
}

/** Undefined of an open trade. */
export function exitSession({
  exitDay,
  exitSession,
}: Pick<Trade, 'exitDay' | 'exitSession'>): Session | undefined {
  return exitSession ?? (exitDay === undefined ? undefined : { day: exitDay });
}

/** 2006-02-13, the month 2006-02 or the ISO week 2006-W07. */
export function sessionText({ day, within }: Session): string {
  if (within === 'month') return isoFromDay(day).slice(0, 7);
  return within === 'week' ? isoWeek(day) : isoFromDay(day);
}

/** An ISO week belongs to the year of its Thursday. */
function isoWeek(day: Day): string {
  const thursday = weekBegins(weekOf(day)) + 3;
  const year = yearOf(thursday);
  const number = Math.floor((thursday - yearBegins(year)) / 7) + 1;
  return `${year}-W${String(number).padStart(2, '0')}`;
}
