// Calendar weeks, months and years of a list of days.

import { monthBegins, monthOf, weekBegins, weekOf, yearBegins, yearOf } from './day.ts';

/** The number of a day's period, and the first day of a period by its number. */
const UNITS = {
  year: { of: yearOf, begins: yearBegins },
  month: { of: monthOf, begins: monthBegins },
  week: { of: weekOf, begins: weekBegins },
};

export type PeriodUnit = keyof typeof UNITS;

/**
 * Goes through the periods that have any of the days. A day's date takes divisions: it is worked out once a period.
 * @param days rising
 * @param use is given the places of a period's days, from one to before another, and its number as {@link Periods} have it
 */
export function eachPeriod(
  days: Int32Array,
  by: PeriodUnit,
  use: (from: number, to: number, number: number) => void,
): void {
  const { of, begins } = UNITS[by];
  for (let from = 0, to = 0; from < days.length; from = to) {
    const number = of(days[from]!);
    const next = begins(number + 1);
    while (to < days.length && days[to]! < next) to++;
    use(from, to, number);
  }
}

/** Successive periods of a curve's days. */
export interface Periods {
  /** the year, year * 12 + month - 1, or the number of its ISO week */
  readonly period: Int32Array;
  /** the place of the period's last day */
  readonly end: Int32Array;
}

/** @param days rising */
export function periodsOf(days: Int32Array, by: PeriodUnit): Periods {
  const period: number[] = [];
  const end: number[] = [];
  eachPeriod(days, by, (_from, to, number) => {
    period.push(number);
    end.push(to - 1);
  });
  return { period: Int32Array.from(period), end: Int32Array.from(end) };
}
