'use client';

import { civilFromDay, isoFromDay, monthOf, yearOf } from '@plateau/core';
import { clsx } from 'clsx';
import { ZoomIn, ZoomOut } from 'lucide-react';
import { type KeyboardEvent, memo, useMemo, useState } from 'react';
import {
  Area,
  Bar,
  BarChart,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { IconButton } from '@/ui/button';
import { money, percent } from '@/ui/format.ts';
import type { ShownRun } from '@/workers/engine.worker.ts';
import { type ChartRow, chartRows, dayTicks, type Span } from './chart-rows.ts';
import type { Curve } from './use-live-run.ts';

const BUCKETS = 170;
const AXIS_WIDTH = 62;
const LEAST_SPAN = 10;
const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

interface RunChartsProps {
  readonly run: ShownRun;
  readonly benchmark: string;
  readonly ghost: Curve | undefined;
  /** is told of the days in view; undefined for all of them */
  readonly onSpan?: (span: { from: number; to: number } | undefined) => void;
}

/** Equity as land and drawdown as water under one time axis, crosshair and zoom. */
export const RunCharts = memo(function RunCharts({ run, benchmark, ghost, onSpan }: RunChartsProps) {
  const size = run.marks.day.length;
  const [zoom, keepZoom] = useState<{ from: number; to: number } | undefined>();
  const setZoom = (next: { from: number; to: number } | undefined): void => {
    keepZoom(next);
    onSpan?.(next);
  };
  const [drag, setDrag] = useState<{ from: number; to: number } | undefined>();
  const span = useMemo(() => spanOf(run, zoom), [run, zoom]);
  const rows = useMemo(() => chartRows(run, ghost, span, BUCKETS), [run, ghost, span]);
  const short = (run.marks.day[span.last] ?? 0) - (run.marks.day[span.first] ?? 0) < 900;
  const ticks = useMemo(
    () =>
      dayTicks(run, span, short ? (a, b) => monthOf(a) !== monthOf(b) : (a, b) => yearOf(a) !== yearOf(b)),
    [run, span, short],
  );
  const label = (day: number): string => {
    const { year, month } = civilFromDay(day);
    return short ? `${months[month - 1]} ${String(year).slice(2)}` : String(year);
  };

  const toDays = ({ first, last }: Span) => ({
    from: run.marks.day[first] ?? 0,
    to: run.marks.day[last] ?? 0,
  });
  const scale = (by: number): void => {
    const middle = (span.first + span.last) / 2;
    const half = Math.max(LEAST_SPAN / 2, ((span.last - span.first) / 2) * by);
    if (half * 2 >= size) return setZoom(undefined);
    const first = Math.round(Math.max(0, Math.min(size - 1 - 2 * half, middle - half)));
    setZoom(toDays({ first, last: Math.round(Math.min(size - 1, first + 2 * half)) }));
  };
  const shift = (by: number): void => {
    const width = span.last - span.first;
    const first = Math.max(0, Math.min(size - 1 - width, Math.round(span.first + by * width)));
    setZoom(toDays({ first, last: first + width }));
  };
  const onKey = (event: KeyboardEvent): void => {
    const act = {
      '+': () => scale(0.6),
      '=': () => scale(0.6),
      '-': () => scale(1.7),
      ArrowLeft: () => shift(-0.2),
      ArrowRight: () => shift(0.2),
      '0': () => setZoom(undefined),
    }[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  };

  const mouse = {
    onMouseDown: ({ activeLabel }: { activeLabel?: string | number }) =>
      activeLabel !== undefined && setDrag({ from: Number(activeLabel), to: Number(activeLabel) }),
    onMouseMove: ({ activeLabel }: { activeLabel?: string | number }) =>
      drag && activeLabel !== undefined && setDrag({ ...drag, to: Number(activeLabel) }),
    onMouseUp: () => {
      if (drag && Math.abs(drag.to - drag.from) > LEAST_SPAN) {
        setZoom({ from: Math.min(drag.from, drag.to), to: Math.max(drag.from, drag.to) });
      }
      setDrag(undefined);
    },
  };
  const selection = drag && (
    <ReferenceArea x1={drag.from} x2={drag.to} fill="var(--focus)" fillOpacity={0.15} ifOverflow="hidden" />
  );
  const xAxis = (shown: boolean) => (
    <XAxis
      dataKey="day"
      type="number"
      domain={['dataMin', 'dataMax']}
      ticks={ticks}
      tickFormatter={label}
      tick={shown ? { fill: 'var(--ink-soft)', fontSize: 11 } : false}
      tickLine={{ stroke: 'var(--hairline)' }}
      axisLine={{ stroke: 'var(--hairline-strong)' }}
      height={shown ? 20 : 4}
    />
  );

  return (
    <div
      role="group"
      aria-label="Charts of the run. Plus and minus zoom, arrows move, 0 shows all."
      tabIndex={0}
      onKeyDown={onKey}
      className="flex min-h-0 flex-1 select-none flex-col"
    >
      <div className="flex items-center gap-4 px-2 pt-1 text-soft">
        <Key className="border-t-2 border-[var(--ridge)]" text="Strategy" />
        <Key className="border-t-2 border-dashed border-[var(--benchmark)]" text={`${benchmark} held`} />
        {ghost && (
          <Key className="border-t-2 border-dotted border-[var(--ghost)]" text="Before the last edit" />
        )}
        <span className="ml-auto">
          {isoFromDay(run.marks.day[span.first] ?? 0)} to {isoFromDay(run.marks.day[span.last] ?? 0)}
        </span>
        <div className="flex">
          <IconButton label="Zoom in (+)" icon={ZoomIn} onClick={() => scale(0.6)} />
          <IconButton
            label="Show all (0)"
            icon={ZoomOut}
            disabled={!zoom}
            onClick={() => setZoom(undefined)}
          />
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
            {xAxis(false)}
            <YAxis
              width={AXIS_WIDTH}
              domain={['auto', 'auto']}
              tickFormatter={money}
              tick={{ fill: 'var(--ink-soft)', fontSize: 11 }}
              tickLine={false}
              axisLine={false}
            />
            <Tooltip
              isAnimationActive={false}
              cursor={{ stroke: 'var(--ink-soft)', strokeWidth: 0.7 }}
              content={({ active, payload }) =>
                active && payload?.[0] ? (
                  <Readout row={payload[0].payload as ChartRow} benchmark={benchmark} />
                ) : null
              }
            />
            <Area
              dataKey="equity"
              type="linear"
              baseValue="dataMin"
              stroke="var(--ridge)"
              strokeWidth={1.6}
              fill="var(--land)"
              fillOpacity={0.75}
              isAnimationActive={false}
              activeDot={{ r: 3, fill: 'var(--ridge)', stroke: 'none' }}
            />
            <Line
              dataKey="ghost"
              dot={false}
              activeDot={false}
              stroke="var(--ghost)"
              strokeWidth={1.3}
              strokeDasharray="1.5 2.5"
              isAnimationActive={false}
            />
            <Line
              dataKey="benchmark"
              dot={false}
              activeDot={{ r: 3, fill: 'var(--benchmark)', stroke: 'none' }}
              stroke="var(--benchmark)"
              strokeWidth={1.3}
              strokeDasharray="6 3.5"
              isAnimationActive={false}
            />
            {selection}
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
            {xAxis(true)}
            <YAxis
              width={AXIS_WIDTH}
              domain={['auto', 0]}
              tickFormatter={(value: number) => percent(value, 0)}
              tickCount={3}
              tick={{ fill: 'var(--ink-soft)', fontSize: 11 }}
              tickLine={false}
              axisLine={false}
            />
            <Tooltip
              isAnimationActive={false}
              cursor={{ stroke: 'var(--ink-soft)', strokeWidth: 0.7 }}
              content={() => null}
            />
            <ReferenceLine y={0} stroke="var(--waterline)" />
            <Area
              dataKey="drawdown"
              type="linear"
              baseValue={0}
              stroke="var(--waterline)"
              strokeWidth={1}
              fill="var(--water)"
              fillOpacity={0.85}
              isAnimationActive={false}
              activeDot={false}
            />
            <Line
              dataKey="benchmarkDrawdown"
              dot={false}
              activeDot={false}
              stroke="var(--benchmark)"
              strokeWidth={1}
              strokeDasharray="6 3.5"
              isAnimationActive={false}
            />
            {selection}
          </ComposedChart>
        </ResponsiveContainer>
      </div>
    </div>
  );
});

function spanOf(run: ShownRun, zoom: { from: number; to: number } | undefined): Span {
  const { day } = run.marks;
  const all = { first: 0, last: day.length - 1 };
  if (!zoom) return all;
  const first = Math.max(
    0,
    day.findIndex((d) => d >= zoom.from),
  );
  let last = day.length - 1;
  while (last > first && (day[last] ?? 0) > zoom.to) last--;
  return last - first < 2 ? all : { first, last };
}

function Key({ className, text }: { className: string; text: string }) {
  return (
    <span className="flex items-center gap-1.5">
      <span aria-hidden className={clsx('inline-block w-6', className)} />
      {text}
    </span>
  );
}

function Readout({ row, benchmark }: { row: ChartRow; benchmark: string }) {
  return (
    <dl className="grid grid-cols-[auto_auto] gap-x-4 border border-strong bg-raised/95 px-3 py-2">
      <dt className="col-span-2 font-semibold">{isoFromDay(row.day)}</dt>
      <dt>Strategy</dt>
      <dd className="text-right">{money(row.equity)}</dd>
      <dt>{benchmark} held</dt>
      <dd className="text-right">{money(row.benchmark)}</dd>
      {row.ghost !== undefined && (
        <>
          <dt>Before the edit</dt>
          <dd className="text-right">{money(row.ghost)}</dd>
        </>
      )}
      <dt>Drawdown</dt>
      <dd className="text-right">{percent(row.drawdown)}</dd>
      <dt>{benchmark} drawdown</dt>
      <dd className="text-right">{percent(row.benchmarkDrawdown)}</dd>
    </dl>
  );
}

/** Each year's return, strategy beside benchmark. */
export const YearsChart = memo(function YearsChart({ run, benchmark }: { run: ShownRun; benchmark: string }) {
  return (
    <div className="flex h-full min-h-0">
      <div className="min-w-0 flex-1">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 600, height: 200 }}>
          <BarChart
            data={run.years as { year: number; strategy: number; benchmark: number }[]}
            margin={{ top: 8, right: 8, bottom: 0, left: 0 }}
            barGap={0}
          >
            <CartesianGrid stroke="var(--hairline)" strokeWidth={0.6} vertical={false} />
            <XAxis
              dataKey="year"
              tick={{ fill: 'var(--ink-soft)', fontSize: 11 }}
              tickLine={false}
              axisLine={false}
            />
            <YAxis
              width={AXIS_WIDTH}
              tickFormatter={(value: number) => percent(value, 0)}
              tick={{ fill: 'var(--ink-soft)', fontSize: 11 }}
              tickLine={false}
              axisLine={false}
            />
            <ReferenceLine y={0} stroke="var(--hairline-strong)" />
            <Bar dataKey="strategy" fill="var(--ridge)" isAnimationActive={false} />
            <Bar
              dataKey="benchmark"
              fill="var(--paper-sunk)"
              stroke="var(--benchmark)"
              strokeDasharray="3 2"
              isAnimationActive={false}
            />
          </BarChart>
        </ResponsiveContainer>
      </div>
      <div className="w-60 overflow-auto border-l border-hairline px-3">
        <table className="w-full text-right" aria-label="Yearly returns">
          <thead className="sticky top-0 bg-paper">
            <tr>
              <th scope="col" className="text-left font-normal text-soft">
                Year
              </th>
              <th scope="col">Strategy</th>
              <th scope="col" className="font-semibold">
                {benchmark}
              </th>
            </tr>
          </thead>
          <tbody>
            {run.years.map(({ year, strategy, benchmark: theirs }) => (
              <tr key={year} className="border-t border-hairline">
                <th scope="row" className="text-left font-normal">
                  {year}
                </th>
                <td className={strategy < 0 ? 'text-loss' : 'text-gain'}>{percent(strategy)}</td>
                <td className="text-soft">{percent(theirs)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
});
