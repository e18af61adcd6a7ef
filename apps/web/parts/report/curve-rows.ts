// The rows of the report's curves: as many as there are pixels to show, extremes kept.

import {
  at,
  type ComparisonFigures,
  exposures,
  multiplesOf,
  reduceCurves,
  type ShownRun,
} from '@plateau/core';
import type { Span } from '@/ui/chart/use-zoom.ts';

export type CurveUnit = 'money' | 'return';

export interface CurveRow {
  readonly day: number;
  readonly equity: number;
  readonly benchmark: number;
  /** the other curves, in their order */
  readonly comparisons: readonly number[];
  readonly drawdown: number;
  readonly benchmarkDrawdown: number;
  readonly exposure: number;
  readonly positions: number;
}

/** @param unit money, or multiples of what the span began with */
export function curveRows(
  run: ShownRun,
  comparisons: readonly ComparisonFigures[],
  { first, last }: Span,
  unit: CurveUnit,
  buckets: number,
): CurveRow[] {
  const { marks, drawdown, benchmarkDrawdown } = run;
  const exposure = exposures(marks);
  const shown = (curve: Float64Array): Float64Array => (unit === 'money' ? curve : multiplesOf(curve, first));
  const equity = shown(marks.equity);
  const benchmark = shown(run.benchmark);
  const others = comparisons.map((one) => shown(one.equity));
  return reduceCurves([equity, benchmark, exposure], first, last, buckets).map((t) => ({
    day: at(marks.day, t),
    equity: at(equity, t),
    benchmark: at(benchmark, t),
    comparisons: others.map((curve) => at(curve, t)),
    drawdown: at(drawdown, t),
    benchmarkDrawdown: at(benchmarkDrawdown, t),
    exposure: at(exposure, t),
    positions: at(marks.positions, t),
  }));
}
