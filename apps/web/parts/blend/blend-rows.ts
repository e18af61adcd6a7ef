// The rows of a blend's charts: as many as there are pixels to show, extremes kept.

import { at, reduceCurves, type ShownBlend } from '@plateau/core';
import type { Span } from '@/ui/chart/use-zoom.ts';

/** A curve from before the last edit. */
export interface GhostCurve {
  readonly days: Int32Array;
  readonly equity: Float64Array;
}

export interface BlendRow {
  readonly day: number;
  readonly equity: number;
  readonly benchmark: number;
  readonly ghost: number | undefined;
  readonly drawdown: number;
  readonly benchmarkDrawdown: number;
  /** each part alone, from the blend's capital; none until they have run */
  readonly parts: readonly number[];
  readonly partDrawdowns: readonly number[];
}

export function blendRows(
  { marks, benchmark, drawdown, benchmarkDrawdown, beside }: ShownBlend,
  ghost: GhostCurve | undefined,
  span: Span,
  buckets: number,
): BlendRow[] {
  const parts = beside?.parts ?? [];
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
      parts: parts.map(({ curve }) => at(curve, t)),
      partDrawdowns: parts.map((part) => at(part.drawdown, t)),
    };
  });
}
