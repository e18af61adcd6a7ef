// The rows the charts draw: as many as there are pixels to show, extremes kept.

import { at, reduceCurves, type ShownRun } from '@plateau/core';
import type { Curve } from '@/parts/live/use-live.ts';
import type { Span } from '@/ui/chart/use-zoom.ts';

export interface ChartRow {
  readonly day: number;
  readonly equity: number;
  readonly benchmark: number;
  /** holding the one instrument it trades */
  readonly held: number | undefined;
  readonly ghost: number | undefined;
  readonly drawdown: number;
  readonly benchmarkDrawdown: number;
}

/** @param capital what the account begins with: a ghost that began with another is drawn as if it had been this */
export function chartRows(
  run: ShownRun,
  ghost: Curve | undefined,
  capital: number,
  span: Span,
  buckets: number,
): ChartRow[] {
  const { marks, benchmark, drawdown, benchmarkDrawdown } = run;
  const places = reduceCurves([marks.equity, benchmark], span.first, span.last, buckets);
  const times = ghost ? capital / ghost.capital : 1;
  let g = -1;
  return places.map((t) => {
    const day = at(marks.day, t);
    if (ghost) while (g + 1 < ghost.days.length && at(ghost.days, g + 1) <= day) g++;
    return {
      day,
      equity: at(marks.equity, t),
      benchmark: at(benchmark, t),
      held: run.held?.equity[t],
      ghost: ghost && g >= 0 ? at(ghost.equity, g) * times : undefined,
      drawdown: at(drawdown, t),
      benchmarkDrawdown: at(benchmarkDrawdown, t),
    };
  });
}
