// Months by years.

import type { Periods } from '../days/periods.ts';
import { periodReturns } from './periods.ts';

export interface CalendarRow {
  readonly year: number;
  /** the return in each month, January first; NaN where the run has no day */
  readonly months: Float64Array;
  readonly total: number;
}

export interface CalendarTable {
  readonly rows: readonly CalendarRow[];
  readonly bestMonth: number;
  readonly worstMonth: number;
  /** shares of the months and years with a return above 0 */
  readonly winningMonths: number;
  readonly winningYears: number;
}

/** The curve's returns by month and year; the first and last of each may be of part of it. */
export function calendarTable(curve: Float64Array, months: Periods, years: Periods): CalendarTable {
  const monthly = periodReturns(months, curve);
  const yearly = periodReturns(years, curve);
  const rows = Array.from(years.period, (year, k): CalendarRow => {
    const row = new Float64Array(12).fill(Number.NaN);
    months.period.forEach((period, m) => {
      if (Math.floor(period / 12) === year) row[period % 12] = monthly[m]!;
    });
    return { year, months: row, total: yearly[k]! };
  });
  return {
    rows,
    bestMonth: monthly.length > 0 ? Math.max(...monthly) : Number.NaN,
    worstMonth: monthly.length > 0 ? Math.min(...monthly) : Number.NaN,
    winningMonths: shareAbove0(monthly),
    winningYears: shareAbove0(yearly),
  };
}

/** How far one was ahead of the other in each month and year; NaN where the other has none. */
export function calendarDifference(one: CalendarTable, other: CalendarTable): CalendarRow[] {
  const others = new Map(other.rows.map((row) => [row.year, row]));
  return one.rows.map(({ year, months, total }) => {
    const its = others.get(year);
    return {
      year,
      months: months.map((own, m) => own - (its ? its.months[m]! : Number.NaN)),
      total: total - (its ? its.total : Number.NaN),
    };
  });
}

function shareAbove0(returns: Float64Array): number {
  return returns.length > 0 ? returns.filter((r) => r > 0).length / returns.length : Number.NaN;
}
