// Calendar weeks, months and years of a run, and returns in them.

import { monthOf, weekOf, yearOf } from '../days/day.ts';

/** Successive periods of a curve's days. */
export interface Periods {
  /** the year, year * 12 + month - 1, or the number of its ISO week */
  readonly period: Int32Array;
  /** the place of the period's last day */
  readonly end: Int32Array;
}

export function periodsOf(days: Int32Array, by: 'year' | 'month' | 'week'): Periods {
  const periodOf = { year: yearOf, month: monthOf, week: weekOf }[by];
  const period: number[] = [];
  const end: number[] = [];
  let here = days.length > 0 ? periodOf(days[0]!) : 0;
  for (let i = 0; i < days.length; i++) {
    const next = i + 1 < days.length ? periodOf(days[i + 1]!) : Number.NaN;
    if (next === here) continue;
    period.push(here);
    end.push(i);
    here = next;
  }
  return { period: Int32Array.from(period), end: Int32Array.from(end) };
}

/** The curve's return in each period, from the last mark before it (the first mark, in the first) to its last mark. */
export function periodReturns({ end }: Periods, curve: Float64Array): Float64Array {
  const out = new Float64Array(end.length);
  for (let k = 0; k < end.length; k++) out[k] = curve[end[k]!]! / curve[k === 0 ? 0 : end[k - 1]!]! - 1;
  return out;
}

interface YearReturns {
  readonly year: number;
  readonly strategy: number;
  readonly benchmark: number;
}

/** The returns of a run and of its benchmark in each year. */
export function yearsOf(years: Periods, equity: Float64Array, benchmark: Float64Array): YearReturns[] {
  const ours = periodReturns(years, equity);
  const theirs = periodReturns(years, benchmark);
  return Array.from(years.period, (year, k) => ({
    year,
    strategy: ours[k]!,
    benchmark: theirs[k]!,
  }));
}
