// The rows the charts draw: as many as there are pixels to show, extremes kept.

import { reduceCurves } from '@plateau/core';
import type { ShownRun } from '@/workers/engine.worker.ts';
import type { Curve } from './use-live-run.ts';

export interface ChartRow {
  readonly day: number;
  readonly equity: number;
  readonly benchmark: number;
  readonly ghost: number | undefined;
  readonly drawdown: number;
  readonly benchmarkDrawdown: number;
}

/** A span of the run's days, as places in its calendar, both included. */
export interface Span {
  readonly first: number;
  readonly last: number;
}

export function chartRows(run: ShownRun, ghost: Curve | undefined, span: Span, buckets: number): ChartRow[] {
  const { marks, benchmark, drawdown, benchmarkDrawdown } = run;
  const places = reduceCurves([marks.equity, benchmark], span.first, span.last, buckets);
  let g = -1;
  return places.map((t) => {
    const day = marks.day[t] ?? 0;
    if (ghost) while (g + 1 < ghost.days.length && (ghost.days[g + 1] ?? 0) <= day) g++;
    return {
      day,
      equity: marks.equity[t] ?? 0,
      benchmark: benchmark[t] ?? 0,
      ghost: g >= 0 ? ghost?.equity[g] : undefined,
      drawdown: drawdown[t] ?? 0,
      benchmarkDrawdown: benchmarkDrawdown[t] ?? 0,
    };
  });
}

/** Days at which years (or, in a short span, months) begin, at most about a dozen. */
export function dayTicks(
  run: ShownRun,
  span: Span,
  startsPeriod: (day: number, before: number) => boolean,
): number[] {
  const ticks: number[] = [];
  for (let t = span.first + 1; t <= span.last; t++) {
    const day = run.marks.day[t] ?? 0;
    if (startsPeriod(day, run.marks.day[t - 1] ?? 0)) ticks.push(day);
  }
  const every = Math.ceil(ticks.length / 11);
  return ticks.filter((_tick, k) => k % every === 0);
}
