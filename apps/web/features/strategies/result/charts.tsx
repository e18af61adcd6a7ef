'use client';

import { at, isoFromDay, type ShownRun } from '@plateau/core';
import { memo, useMemo, useRef } from 'react';
import { Line } from 'recharts';
import type { Curve } from '@/parts/live/use-live.ts';
import { ChartGroup } from '@/ui/chart/chart-group.tsx';
import { ChartOut } from '@/ui/chart/chart-out.tsx';
import { benchmarkRidge, HELD, land, water } from '@/ui/chart/land-and-water.tsx';
import { ChartPane, plainLine } from '@/ui/chart/pane.tsx';
import { dayAxis, dayTicks, StrokeKey, selectedDays } from '@/ui/chart/time-axis.tsx';
import { useSpanInAddress } from '@/ui/chart/use-span-in-address.ts';
import { useZoom } from '@/ui/chart/use-zoom.ts';
import { ZoomButtons } from '@/ui/chart/zoom-buttons.tsx';
import { money, percent } from '@/ui/format.ts';
import { type ChartRow, chartRows } from './chart-rows.ts';

const BUCKETS = 170;
const OWN = { stroke: 'var(--word-instrument)', strokeDasharray: '7 2 1.5 2' } as const;
const GHOST = { stroke: 'var(--ghost)', strokeDasharray: '1.5 2.5' } as const;

interface RunChartsProps {
  /** the sheet's, over their picture */
  readonly name: string;
  readonly run: ShownRun;
  readonly benchmark: string;
  readonly ghost: Curve | undefined;
  /** what the ghost is, in words */
  readonly ghostName: string;
  /** what the account begins with */
  readonly capital: number;
}

/** Equity as land and drawdown as water under one time axis, crosshair and zoom. */
export const RunCharts = memo(function RunCharts(props: RunChartsProps) {
  const { name, run, benchmark, ghost, ghostName, capital } = props;
  // Where the benchmark is the instrument itself, its line is there already.
  const own = run.held && run.held.symbol !== benchmark ? `${run.held.symbol} held` : undefined;
  const panes = useRef<HTMLDivElement>(null);
  const { day } = run.marks;
  const [asked, keepSpan] = useSpanInAddress();
  const zoom = useZoom(day, { initial: asked, onSpan: keepSpan });
  const { span, drag, mouse } = zoom;
  const rows = useMemo(() => chartRows(run, ghost, capital, span, BUCKETS), [run, ghost, capital, span]);
  const ticks = useMemo(() => dayTicks(day, span), [day, span]);
  return (
    <ChartGroup name="Charts of the run" zoom={zoom} wheel className="flex min-h-0 flex-1 flex-col">
      <div className="flex flex-wrap items-center gap-x-3 px-2 pt-1 text-soft">
        <StrokeKey text="Strategy" stroke="var(--ridge)" />
        <StrokeKey text={`${benchmark} held`} {...HELD} />
        {own !== undefined && <StrokeKey text={own} {...OWN} />}
        {ghost && (
          <StrokeKey
            text={ghost.capital === capital ? ghostName : `${ghostName}, from today’s capital`}
            {...GHOST}
          />
        )}
        <span className="ml-auto flex items-center gap-2 whitespace-nowrap">
          {/* All of it is what the axis says. */}
          {zoom.isZoomed && `${isoFromDay(at(day, span.first))} to ${isoFromDay(at(day, span.last))}`}
          <ZoomButtons zoom={zoom} />
          <ChartOut name={name} charts={panes} />
        </span>
      </div>
      <div ref={panes} className="flex min-h-0 flex-1 flex-col">
        <ChartPane
          name="equity"
          className="min-h-0 flex-[5]"
          rows={rows}
          group="run"
          along={dayAxis(ticks, false)}
          values={{ format: money }}
          readout={(row) => ({ day: row.day, rows: valuesOf(row, benchmark, own) })}
          mouse={mouse}
        >
          {land}
          {own !== undefined && <Line dataKey="held" strokeWidth={1.2} {...plainLine} {...OWN} />}
          <Line dataKey="ghost" strokeWidth={1.3} {...plainLine} {...GHOST} />
          {benchmarkRidge}
          {selectedDays(drag)}
        </ChartPane>
        <ChartPane
          name="drawdown"
          className="min-h-0 flex-[2]"
          rows={rows}
          group="run"
          along={dayAxis(ticks, true)}
          values={{ format: (value) => percent(value, 0), domain: ['auto', 0], ticks: 3 }}
          mouse={mouse}
          grid={false}
        >
          {water}
          {selectedDays(drag)}
        </ChartPane>
      </div>
    </ChartGroup>
  );
});

function valuesOf(
  row: ChartRow,
  benchmark: string,
  own: string | undefined,
): readonly (readonly [string, string])[] {
  return [
    ['Strategy', money(row.equity)],
    [`${benchmark} held`, money(row.benchmark)],
    ...(own === undefined || row.held === undefined ? [] : [[own, money(row.held)] as const]),
    ...(row.ghost === undefined ? [] : [['Before the edit', money(row.ghost)] as const]),
    ['Drawdown', percent(row.drawdown)],
    [`${benchmark} drawdown`, percent(row.benchmarkDrawdown)],
  ];
}
