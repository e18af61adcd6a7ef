// Places for the day columns of many instruments. Most trade on the same days, so that the column of one is a part of another's:
// it need not stand in memory again.

import { countUntil } from '../days/calendar.ts';

/** How many columns one is held against before it is one of its own. */
const TRIES = 8;

/** Columns in one piece of memory: the n-th begins at its place starts[n], perhaps within another's. */
export interface PlacedDays {
  readonly starts: Int32Array;
  /** those that are no part of another */
  readonly own: readonly number[];
  /** how many days there are in all */
  readonly length: number;
}

/** Finds places for rising columns, those that follow each other within another's where that stands. */
export function placeDays(columns: readonly Int32Array[]): PlacedDays {
  const starts = new Int32Array(columns.length);
  const own: number[] = [];
  /** those that last had another as a part come first */
  let tried: number[] = [];
  let length = 0;
  const longestFirst = [...columns.keys()].sort((a, b) => columns[b]!.length - columns[a]!.length);
  for (const k of longestFirst) {
    const days = columns[k]!;
    const whole = tried.find((one) => placeWithin(columns[one]!, days) >= 0);
    if (whole === undefined) {
      own.push(k);
      starts[k] = length;
      length += days.length;
    } else starts[k] = starts[whole]! + placeWithin(columns[whole]!, days);
    const latest = whole ?? k;
    tried = [latest, ...tried.filter((one) => one !== latest)].slice(0, TRIES);
  }
  return { starts, own, length };
}

/** Where a column's days follow each other in another; -1 where they do not. */
function placeWithin(whole: Int32Array, days: Int32Array): number {
  const { length } = days;
  if (length === 0) return 0;
  const start = countUntil(whole, days[0]! - 1);
  if (whole[start + length - 1] !== days[length - 1]) return -1;
  for (let i = 0; i < length; i++) if (whole[start + i] !== days[i]) return -1;
  return start;
}
