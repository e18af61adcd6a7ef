// The rows the charts draw: as many as there are pixels to show, extremes kept.

import { at, reduceCurves, type ShownRun } from '@plateau/core';
import type { Curve } from '@/parts/live/use-live.ts';
import type { Span } from '@/ui/chart/use-zoom.ts';

export interface ChartRow {
  readonly day: number;
  readonly equity: number;
  readonly benchmark: number;
  readonly ghost: number | undefined;
  readonly drawdown: number;
  readonly benchmarkDrawdown: number;
}

export function chartRows(run: ShownRun, ghost: Curve | undefined, span: Span, buckets: number): ChartRow[] {
  const { marks, benchmark, drawdown, benchmarkDrawdown } = run;
  const places = reduceCurves([marks.equity, benchmark], span.first, span.last, buckets);
  let g = -1;
  return places.map((t) => {
    const day = at(marks.day, t);
    if (ghost) while (g + 1 < ghost.days.length && at(ghost.days, g + 1) <= day) g++;
    return {
      day,
      equity: at(marks.equity, t),
      benchmark: at(benchmark, t),
      ghost: g >= 0 ? ghost?.equity[g] : undefined,
      drawdown: at(drawdown, t),
      benchmarkDrawdown: at(benchmarkDrawdown, t),
    };
  });
}
