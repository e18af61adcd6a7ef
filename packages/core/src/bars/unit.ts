// What one bar stands for.

export type BarUnit = 'day' | 'week' | 'month';

/** Bars in a year: the annual factor of statistics.md. */
export function barsPerYear(unit: BarUnit): number {
  return { day: 252, week: 52, month: 12 }[unit];
}
