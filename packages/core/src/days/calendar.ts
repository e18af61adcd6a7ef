// The run's calendar (simulation.md 1.2).

import { apartInMemory } from './apart-in-memory.ts';
import type { Day } from './day.ts';

/** The sorted union of the days in `columns` that lie within [from, to], both ends included. */
export function unionOfDays(columns: readonly Int32Array[], from: Day, to: Day): Int32Array {
  const apart = apartInMemory(columns);
  const { first, count } = spanOf(apart, from, to);
  const seen = new Uint8Array(count);
  let before: Int32Array | undefined;
  for (const days of apart) {
    tickDays(days, first, seen, before);
    before = days;
  }
  return daysTicked(first, seen);
}

/** The first day of `columns` within [from, to], and how many days until the last; none where they have none there. */
function spanOf(
  columns: readonly Int32Array[],
  from: Day,
  to: Day,
): { readonly first: Day; readonly count: number } {
  let first = Infinity;
  let last = -Infinity;
  for (const days of columns) {
    if (days.length === 0) continue;
    first = Math.min(first, days[0]!);
    last = Math.max(last, days[days.length - 1]!);
  }
  first = Math.max(first, from);
  last = Math.min(last, to);
  return first <= last ? { first, count: last - first + 1 } : { first: 0, count: 0 };
}

/**
 * Sets seen[day - first] of the days that have a place there.
 * @param like days that are set already: most instruments have bars on the same ones, which then are compared and not looked up
 */
function tickDays(days: Int32Array, first: Day, seen: Uint8Array, like?: Int32Array): void {
  const end = countUntil(days, first + seen.length - 1);
  let i = countUntil(days, first - 1);
  if (like && i < end) i = alike(days, like, i, end);
  for (; i < end; i++) seen[days[i]! - first] = 1;
}

/** The place of the first from `start` on that is not followed in `other` as it is in `days`. */
function alike(days: Int32Array, other: Int32Array, start: number, end: number): number {
  const ahead = countUntil(other, days[start]! - 1) - start;
  const stop = Math.min(end, other.length - ahead);
  let i = start;
  while (i < stop && days[i] === other[i + ahead]) i++;
  return i;
}

function daysTicked(first: Day, seen: Uint8Array): Int32Array {
  let count = 0;
  for (let at = 0; at < seen.length; at++) count += seen[at]!;
  const calendar = new Int32Array(count);
  let n = 0;
  for (let at = 0; at < seen.length; at++) if (seen[at] === 1) calendar[n++] = first + at;
  return calendar;
}

/** Finds a day's place in a calendar in constant time. */
export interface DayIndex {
  /** the place of `day`, or -1 when the calendar lacks it */
  at(day: Day): number;
}

export function indexDays(calendar: Int32Array): DayIndex {
  if (calendar.length === 0) return { at: () => -1 };
  const first = calendar[0]!;
  const table = new Int32Array(calendar[calendar.length - 1]! - first + 1).fill(-1);
  for (let t = 0; t < calendar.length; t++) table[calendar[t]! - first] = t;
  return {
    at(day) {
      const offset = day - first;
      return offset >= 0 && offset < table.length ? table[offset]! : -1;
    },
  };
}

/** The number of leading entries of a rising column that are <= day; the last of them stands at that number - 1. */
export function countUntil(days: Int32Array, day: Day): number {
  let low = 0;
  let high = days.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (days[middle]! <= day) low = middle + 1;
    else high = middle;
  }
  return low;
}
