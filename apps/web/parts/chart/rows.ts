// The bars in view as the chart draws them.

import { at, type Bars } from '@plateau/core';

/** One bar; `place` counts bars, so that weekends leave no holes. */
export interface Row {
  readonly place: number;
  readonly day: number;
  readonly open: number;
  readonly high: number;
  readonly low: number;
  readonly close: number;
  /** the return since the bar before */
  readonly change: number;
  readonly range: readonly [number, number];
  readonly volume: number;
  /** the measures drawn over the price, then the ones under it */
  readonly drawn: readonly number[];
  /** the other instrument's close, on the scale of this one's first close in view */
  readonly other: number;
}

export interface Columns {
  readonly bars: Bars;
  readonly changes: Float64Array | undefined;
  readonly measures: readonly (Float64Array | undefined)[];
  readonly other: Float64Array | undefined;
}

/** More bars than this are drawn some together: from the first's open to the last's close, with the highest and the lowest. */
const MOST = 700;

/** The bars of a span as rows; of many, as few as can be seen. */
export function rowsInView(columns: Columns, first: number, last: number): Row[] {
  const rows = eachRow(columns, first, last);
  const each = Math.ceil(rows.length / MOST);
  if (each < 2) return rows;
  return Array.from({ length: Math.ceil(rows.length / each) }, (_row, k) =>
    together(rows.slice(k * each, (k + 1) * each)),
  );
}

function together(rows: readonly Row[]): Row {
  const [begin, end] = [at(rows, 0), at(rows, rows.length - 1)];
  const high = Math.max(...rows.map((row) => row.high));
  const low = Math.min(...rows.map((row) => row.low));
  return {
    ...end,
    open: begin.open,
    high,
    low,
    range: [low, high],
    change: rows.reduce((all, row) => all * (1 + row.change), 1) - 1,
    volume: rows.reduce((sum, { volume }) => sum + volume, 0),
  };
}

function eachRow({ bars, changes, measures, other }: Columns, first: number, last: number): Row[] {
  const known = (column: Float64Array | undefined, i: number): number => column?.[i] ?? Number.NaN;
  const scale = rebased(bars.close, other, first, last);
  const rows: Row[] = [];
  for (let i = first; i <= last; i++) {
    const [high, low] = [at(bars.high, i), at(bars.low, i)];
    rows.push({
      place: i,
      day: at(bars.day, i),
      open: at(bars.open, i),
      high,
      low,
      close: at(bars.close, i),
      change: known(changes, i),
      range: [low, high],
      volume: at(bars.volume, i),
      drawn: measures.map((column) => known(column, i)),
      other: known(other, i) * scale,
    });
  }
  return rows;
}

/** What the other's closes are multiplied by to start, in view, where this one's does. */
function rebased(close: Float64Array, other: Float64Array | undefined, first: number, last: number): number {
  for (let i = first; i <= last; i++) {
    const its = other?.[i] ?? Number.NaN;
    if (its > 0) return (close[i] ?? Number.NaN) / its;
  }
  return Number.NaN;
}

/** The places where a new period begins, thinned to about nine. */
export function periodTicks(
  rows: readonly Pick<Row, 'place' | 'day'>[],
  periodOf: (day: number) => number,
): number[] {
  const starts = rows.filter((row, k) => {
    const before = rows[k - 1];
    return before !== undefined && periodOf(row.day) !== periodOf(before.day);
  });
  const each = Math.max(1, Math.ceil(starts.length / 9));
  return starts.filter((_row, k) => k % each === 0).map(({ place }) => place);
}
