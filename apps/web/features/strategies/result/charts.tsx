'use client';

import { at, isoFromDay, type ShownRun } from '@plateau/core';
import { ZoomIn, ZoomOut } from 'lucide-react';
import { memo, useMemo } from 'react';
import { CartesianGrid, ComposedChart, Line, ResponsiveContainer, Tooltip, YAxis } from 'recharts';
import { IconButton } from '@/ui/button';
import { money, percent } from '@/ui/format.ts';
import { benchmarkRidge, HELD, land, water } from '@/ui/land-and-water.tsx';
import { Readout } from '@/ui/readout.tsx';
import { CURSOR, dayAxis, dayTicks, plainAxis, StrokeKey, selectedDays } from '@/ui/time-axis.tsx';
import { useZoom } from '@/ui/use-zoom.ts';
import { type ChartRow, chartRows } from './chart-rows.ts';
import type { Curve } from './use-live-run.ts';

const BUCKETS = 170;
const AXIS_WIDTH = 62;

interface RunChartsProps {
  readonly run: ShownRun;
  readonly benchmark: string;
  readonly ghost: Curve | undefined;
}

/** Equity as land and drawdown as water under one time axis, crosshair and zoom. */
export const RunCharts = memo(function RunCharts({ run, benchmark, ghost }: RunChartsProps) {
  const { day } = run.marks;
  const { span, drag, isZoomed, zoomIn, showAll, onKeyDown, mouse } = useZoom(day);
  const rows = useMemo(() => chartRows(run, ghost, span, BUCKETS), [run, ghost, span]);
  const ticks = useMemo(() => dayTicks(day, span), [day, span]);
  return (
    <div
      role="group"
      aria-label="Charts of the run. Plus and minus zoom, arrows move, 0 shows all."
      tabIndex={0}
      onKeyDown={onKeyDown}
      className="flex min-h-0 flex-1 select-none flex-col"
    >
      <div className="flex flex-wrap items-center gap-x-3 px-2 pt-1 text-soft">
        <StrokeKey text="Strategy" stroke="var(--ridge)" />
        <StrokeKey text={`${benchmark} held`} {...HELD} />
        {ghost && <StrokeKey text="Before the last edit" stroke="var(--ghost)" strokeDasharray="1.5 2.5" />}
        <span className="ml-auto whitespace-nowrap">
          {isoFromDay(at(day, span.first))} to {isoFromDay(at(day, span.last))}
        </span>
        <div className="flex">
          <IconButton label="Zoom in (+)" icon={ZoomIn} onClick={zoomIn} />
          <IconButton label="Show all (0)" icon={ZoomOut} disabled={!isZoomed} onClick={showAll} />
        </div>
      </div>
      <div className="min-h-0 flex-[5]" data-testid="equity-chart">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 600, height: 240 }}>
          <ComposedChart
            data={rows}
            syncId="run"
            margin={{ top: 6, right: 8, bottom: 0, left: 0 }}
            {...mouse}
          >
            <CartesianGrid stroke="var(--hairline)" strokeWidth={0.6} vertical={false} />
            {dayAxis(ticks, false)}
            <YAxis width={AXIS_WIDTH} domain={['auto', 'auto']} tickFormatter={money} {...plainAxis} />
            <Tooltip
              isAnimationActive={false}
              cursor={CURSOR}
              content={({ active, payload }) => {
                const row = active ? (payload?.[0]?.payload as ChartRow | undefined) : undefined;
                return row ? <Readout day={row.day} rows={valuesOf(row, benchmark)} /> : null;
              }}
            />
            {land}
            <Line
              dataKey="ghost"
              dot={false}
              activeDot={false}
              stroke="var(--ghost)"
              strokeWidth={1.3}
              strokeDasharray="1.5 2.5"
              isAnimationActive={false}
            />
            {benchmarkRidge}
            {selectedDays(drag)}
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <div className="min-h-0 flex-[2]" data-testid="drawdown-chart">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 600, height: 100 }}>
          <ComposedChart
            data={rows}
            syncId="run"
            margin={{ top: 4, right: 8, bottom: 0, left: 0 }}
            {...mouse}
          >
            {dayAxis(ticks, true)}
            <YAxis
              width={AXIS_WIDTH}
              domain={['auto', 0]}
              tickFormatter={(value: number) => percent(value, 0)}
              tickCount={3}
              {...plainAxis}
            />
            <Tooltip isAnimationActive={false} cursor={CURSOR} content={() => null} />
            {water}
            {selectedDays(drag)}
          </ComposedChart>
        </ResponsiveContainer>
      </div>
    </div>
  );
});

function valuesOf(row: ChartRow, benchmark: string): readonly (readonly [string, string])[] {
  return [
    ['Strategy', money(row.equity)],
    [`${benchmark} held`, money(row.benchmark)],
    ...(row.ghost === undefined ? [] : [['Before the edit', money(row.ghost)] as const]),
    ['Drawdown', percent(row.drawdown)],
    [`${benchmark} drawdown`, percent(row.benchmarkDrawdown)],
  ];
}
