// The rows that the charts of longs and shorts draw.

import { at, reduceCurves, type ShownRun } from '@plateau/core';
import type { Span } from '@/ui/chart/use-zoom.ts';

export interface SideRow {
  readonly day: number;
  readonly both: number;
  readonly long: number;
  readonly short: number;
  readonly longDrawdown: number;
  readonly shortDrawdown: number;
}

/** As many rows as there are pixels to show, the extremes of both sides kept. */
export function sideRows(
  { marks }: ShownRun,
  { long, short }: NonNullable<ShownRun['sides']>,
  span: Span,
  buckets: number,
): SideRow[] {
  return reduceCurves([long.equity, short.equity], span.first, span.last, buckets).map((t) => ({
    day: at(marks.day, t),
    both: at(marks.equity, t),
    long: at(long.equity, t),
    short: at(short.equity, t),
    longDrawdown: at(long.drawdown, t),
    shortDrawdown: at(short.drawdown, t),
  }));
}
