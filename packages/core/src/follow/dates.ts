// Dates to come of what is followed: when to look at it again, and when held positions run out of time.

import { addMonths, type Day, nextWeekday } from '../days/day.ts';
import type { Trade } from '../simulation/records.ts';

/** A position whose time limit is about to be reached. */
export interface TimeExit {
  readonly part: number;
  readonly symbol: string;
  readonly side: 'long' | 'short';
  /** at whose close the exit will be decided, if every weekday is a session */
  readonly day: Day;
}

/** After so many months one looks at it again, and every twelve from then on. */
const REVIEWS = [1, 3, 6, 12, 24, 36, 48, 60] as const;

/** The days after `after` on which what is trusted since a day is to be looked at again. */
export function reviewDates(trusted: Day, after: Day): Day[] {
  return REVIEWS.map((months) => addMonths(trusted, months)).filter((day) => day > after);
}

/** @param limit bars after which a side of a part ends its positions; undefined without one */
export function timeExits(
  open: readonly Trade[],
  last: Day,
  limit: (part: number, side: 'long' | 'short') => number | undefined,
): TimeExit[] {
  return open.flatMap(({ part, symbol, side, barsHeld }) => {
    const bars = limit(part, side);
    if (bars === undefined || barsHeld >= bars) return [];
    let day = last;
    for (let k = barsHeld; k < bars; k++) day = nextWeekday(day);
    return [{ part, symbol, side, day }];
  });
}
