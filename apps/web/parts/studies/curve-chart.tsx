'use client';

import { at, reduceCurves } from '@plateau/core';
import { memo, useMemo } from 'react';
import { Line, ReferenceArea } from 'recharts';
import { HELD } from '@/ui/chart/land-and-water.tsx';
import { ChartPane, plainLine } from '@/ui/chart/pane.tsx';
import { dayAxis, dayTicks, StrokeKey } from '@/ui/chart/time-axis.tsx';
import { money } from '@/ui/format.ts';

export interface DrawnCurve {
  readonly name: string;
  readonly equity: Float64Array;
  readonly stroke: string;
  readonly strokeDasharray?: string;
  readonly strokeWidth?: number;
}

/** The benchmark's curve. */
export const held = (name: string, equity: Float64Array): DrawnCurve => ({
  name: `${name} held`,
  equity,
  ...HELD,
});

interface CurveChartProps {
  readonly name: string;
  readonly days: Int32Array;
  /** each over these days */
  readonly curves: readonly DrawnCurve[];
  readonly className?: string;
  readonly buckets?: number;
  /** days that are set apart, as those of a training */
  readonly shaded?: { readonly from: number; readonly to: number } | undefined;
}

/** A few curves over the same days, with their names. */
export const CurveChart = memo(function CurveChart(props: CurveChartProps) {
  const { name, days, curves, className = 'h-44', buckets = 170, shaded } = props;
  const span = useMemo(() => ({ first: 0, last: days.length - 1 }), [days]);
  const rows = useMemo(
    () =>
      reduceCurves(
        curves.map(({ equity }) => equity),
        0,
        days.length - 1,
        buckets,
      ).map((t) => ({ day: at(days, t), values: curves.map(({ equity }) => at(equity, t)) })),
    [days, curves, buckets],
  );
  const ticks = useMemo(() => dayTicks(days, span), [days, span]);
  return (
    <div data-charts={name}>
      <div className="flex flex-wrap gap-x-4 text-soft">
        {curves.map(({ name: one, equity: _equity, ...stroke }) => (
          <StrokeKey key={one} text={one} {...stroke} />
        ))}
      </div>
      <ChartPane
        name={name}
        className={className}
        rows={rows}
        along={dayAxis(ticks, true)}
        values={{ format: money }}
        readout={(row) => ({
          day: row.day,
          rows: curves.map((curve, k) => [curve.name, money(row.values[k] ?? Number.NaN)] as const),
        })}
      >
        {shaded && (
          <ReferenceArea
            x1={shaded.from}
            x2={shaded.to}
            fill="var(--accent-paper)"
            fillOpacity={0.7}
            zIndex={-20}
            ifOverflow="hidden"
          />
        )}
        {curves.map(({ name: one, equity: _equity, strokeWidth = 1.4, ...stroke }, k) => (
          <Line
            key={one}
            dataKey={(row: (typeof rows)[number]) => row.values[k]}
            strokeWidth={strokeWidth}
            {...plainLine}
            {...stroke}
          />
        ))}
      </ChartPane>
    </div>
  );
});
