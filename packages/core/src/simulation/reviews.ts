// The days on which a rotation reviews its holdings (simulation.md 3, Rotation).

import { monthOf, nextWeekday, weekOf } from '../days/day.ts';
import type { Rotation } from '../strategy/strategy.ts';

/** 1 on review days. The last day counts when the next weekday falls in another period. */
export function reviewDays(review: Rotation['review'], calendar: Int32Array): Uint8Array {
  const days = new Uint8Array(calendar.length);
  if (review === 'day') return days.fill(1);
  if (typeof review === 'object') {
    for (let t = 0; t < days.length; t += review.every) days[t] = 1;
    return days;
  }
  const periodOf = review === 'week-end' ? weekOf : monthOf;
  for (let t = 0; t < days.length; t++) {
    const next = t + 1 < days.length ? calendar[t + 1]! : nextWeekday(calendar[t]!);
    if (periodOf(next) !== periodOf(calendar[t]!)) days[t] = 1;
  }
  return days;
}
