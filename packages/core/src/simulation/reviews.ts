// The days on which a rotation reviews its holdings (simulation.md 3, Rotation).

import { monthOf, weekOf } from '../days/day.ts';
import { periodEnds } from '../days/period-ends.ts';
import type { Rotation } from '../strategy/strategy.ts';

/** 1 on review days. The last day counts when the next weekday falls in another period. */
export function reviewDays(review: Rotation['review'], calendar: Int32Array): Uint8Array {
  const days = new Uint8Array(calendar.length);
  if (review === 'day') return days.fill(1);
  if (typeof review === 'object') {
    for (let t = 0; t < days.length; t += review.every) days[t] = 1;
    return days;
  }
  return periodEnds(calendar, review === 'week-end' ? weekOf : monthOf);
}
