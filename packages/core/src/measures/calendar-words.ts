// What a bar's day says: where it stands in its week, month and year.

import { monthBegins, weekdayOf, weekdaysBefore, yearBegins } from '../days/day.ts';
import { eachPeriod, type PeriodUnit } from '../days/periods.ts';
import { perBar } from './bar-words.ts';
import type { Measure } from './measure.ts';

/** @param values writes those of a period's bars, from one to before another, into `out`; `number` is that of eachPeriod */
function byPeriod(
  phrase: string,
  unit: PeriodUnit,
  formula: string,
  values: (days: Int32Array, from: number, to: number, number: number, out: Float64Array) => void,
): Measure {
  return perBar(phrase, 'calendar', formula, 0, ({ bars }, out) => {
    eachPeriod(bars.day, unit, (from, to, number) => values(bars.day, from, to, number, out));
  });
}

/** One value for all days of a month. @param valueOf its year and month, January = 0 */
function perMonth(
  phrase: string,
  formula: string,
  valueOf: (year: number, month: number) => number,
): Measure {
  return byPeriod(phrase, 'month', formula, (_days, from, to, number, out) => {
    const year = Math.floor(number / 12);
    out.fill(valueOf(year, number - 12 * year), from, to);
  });
}

export const calendarWords: readonly Measure[] = [
  perMonth('year', 'the calendar year', (year) => year),
  perMonth(
    'quarter',
    'January to March = 1, to October to December = 4',
    (_year, month) => Math.floor(month / 3) + 1,
  ),
  byPeriod('day of month', 'month', 'the date, 1 to 31', (days, from, to, month, out) => {
    const before = monthBegins(month) - 1;
    for (let i = from; i < to; i++) out[i] = days[i]! - before;
  }),
  byPeriod('day of year', 'year', '1 = January 1', (days, from, to, year, out) => {
    const before = yearBegins(year) - 1;
    for (let i = from; i < to; i++) out[i] = days[i]! - before;
  }),
  byPeriod(
    'weekdays left in month',
    'month',
    'Mondays to Fridays after today in the calendar month, holidays counted: known in advance',
    (days, from, to, month, out) => {
      const all = weekdaysBefore(monthBegins(month + 1));
      for (let i = from; i < to; i++) out[i] = all - weekdaysBefore(days[i]! + 1);
    },
  ),
  perBar('weekday', 'calendar', 'Monday = 1 to Sunday = 7', 0, ({ bars }, out) => {
    for (let i = 0; i < out.length; i++) out[i] = weekdayOf(bars.day[i]!);
  }),
  perMonth('month', 'January = 1 to December = 12', (_year, month) => month + 1),
  byPeriod(
    'trading day of month',
    'month',
    "1 = the instrument's first bar of the month",
    (_days, from, to, _month, out) => {
      for (let i = from; i < to; i++) out[i] = i - from + 1;
    },
  ),
];
