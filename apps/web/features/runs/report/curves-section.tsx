'use client';

import { at, type BesideFigures, isoFromDay, type ShownRun } from '@plateau/core';
import Joi from 'joi';
import { ZoomIn, ZoomOut } from 'lucide-react';
import { memo, type ReactElement, useMemo, useRef } from 'react';
import { Area, CartesianGrid, ComposedChart, Line, ResponsiveContainer, Tooltip, YAxis } from 'recharts';
import { useSetting } from '@/store/setting.ts';
import { IconButton } from '@/ui/button';
import { count, money, percent } from '@/ui/format.ts';
import { benchmarkRidge, HELD, land, water } from '@/ui/land-and-water.tsx';
import { Readout } from '@/ui/readout.tsx';
import { CURSOR, dayAxis, dayTicks, plainAxis, StrokeKey, selectedDays } from '@/ui/time-axis.tsx';
import { Toggle } from '@/ui/toggle.tsx';
import { type DaySpan, useZoom } from '@/ui/use-zoom.ts';
import { besideName } from './beside.tsx';
import { type CurveRow, type CurveUnit, curveRows } from './curve-rows.ts';

const BUCKETS = 190;
const AXIS_WIDTH = 62;
const MARGIN = { top: 6, right: 8, bottom: 0, left: 0 };
/** Strokes of the other curves: each differs by more than its colour. */
const BESIDE = [
  { stroke: 'var(--waterline)', strokeDasharray: '2 2' },
  { stroke: 'var(--accent)', strokeDasharray: '7 3 2 3' },
  { stroke: 'var(--word-instrument)', strokeDasharray: '4 2' },
  { stroke: 'var(--focus)', strokeDasharray: '1 3' },
] as const;

interface CurvesSectionProps {
  readonly run: ShownRun;
  readonly beside: readonly BesideFigures[];
  readonly benchmark: string;
  /** the part shown at first; all when left out */
  readonly days?: DaySpan;
  /** is told of the days in view; undefined for all of them */
  readonly onSpan: (span: DaySpan | undefined) => void;
  /** opens a day */
  readonly onDay: (day: number) => void;
}

/** Equity, drawdown, exposure and number of positions under one time axis. */
export const CurvesSection = memo(function CurvesSection({
  run,
  beside,
  benchmark,
  days,
  onSpan,
  onDay,
}: CurvesSectionProps) {
  const [unit, setUnit] = useSetting<CurveUnit>('curve unit', Joi.valid('money', 'return'), 'money');
  const [scale, setScale] = useSetting<'linear' | 'log'>('curve scale', Joi.valid('linear', 'log'), 'linear');
  const { day } = run.marks;
  const { span, drag, isZoomed, zoomIn, showAll, onKeyDown, mouse } = useZoom(day, onSpan, days);
  const rows = useMemo(() => curveRows(run, beside, span, unit, BUCKETS), [run, beside, span, unit]);
  const ticks = useMemo(() => dayTicks(day, span), [day, span]);
  /** the day under the pointer */
  const under = useRef<number>(undefined);
  const write = unit === 'money' ? money : (multiple: number) => percent(multiple - 1, 0);
  const names = [`${benchmark} held`, ...beside.map(besideName)];
  // An account that lost all it had has no logarithm.
  const canLog = rows.every(({ equity, benchmark: held }) => equity > 0 && held > 0);
  const log = scale === 'log' && canLog;
  const pane = (
    height: string,
    name: string,
    children: ReactElement[],
    axis: ReactElement,
    shown = false,
  ) => (
    // biome-ignore lint/a11y/noStaticElementInteractions: the Days part below opens a day by keys
    <div
      className={height}
      data-testid={`${name}-chart`}
      data-chart={name}
      onDoubleClick={() => under.current !== undefined && onDay(under.current)}
    >
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 900, height: 100 }}>
        <ComposedChart
          data={rows}
          syncId="report"
          margin={MARGIN}
          {...mouse}
          onMouseMove={(pointed) => {
            if (pointed.activeLabel !== undefined) under.current = Number(pointed.activeLabel);
            mouse.onMouseMove(pointed);
          }}
        >
          <CartesianGrid stroke="var(--hairline)" strokeWidth={0.6} vertical={false} />
          {dayAxis(ticks, shown)}
          {axis}
          <Tooltip
            isAnimationActive={false}
            cursor={CURSOR}
            content={({ active, payload }) => {
              const row = active ? (payload?.[0]?.payload as CurveRow | undefined) : undefined;
              return row && name === 'equity' ? (
                <Readout day={row.day} rows={valuesOf(row, names, write)} />
              ) : null;
            }}
          />
          {children}
          {selectedDays(drag)}
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
  return (
    <div
      role="group"
      aria-label="Charts of the run. Plus and minus zoom, arrows move, 0 shows all."
      tabIndex={0}
      onKeyDown={onKeyDown}
      className="select-none"
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 pb-1 text-soft">
        <StrokeKey text="Strategy" stroke="var(--ridge)" />
        <StrokeKey text={names[0] ?? ''} {...HELD} />
        {beside.map((one, k) => (
          <StrokeKey key={besideName(one)} text={besideName(one)} {...(BESIDE[k] ?? HELD)} />
        ))}
        <Toggle
          label="Equity as"
          value={unit}
          choices={[
            ['money', 'money'],
            ['return', 'return'],
          ]}
          onChange={setUnit}
          className="ml-auto"
        />
        <Toggle
          label="Scale"
          value={log ? 'log' : 'linear'}
          choices={[
            ['linear', 'linear'],
            ['log', 'log'],
          ]}
          onChange={setScale}
        />
        <span>
          {isoFromDay(at(day, span.first))} to {isoFromDay(at(day, span.last))}
        </span>
        <span className="flex">
          <IconButton label="Zoom in (+)" icon={ZoomIn} onClick={zoomIn} />
          <IconButton label="Show all (0)" icon={ZoomOut} disabled={!isZoomed} onClick={showAll} />
        </span>
      </div>
      {pane(
        'h-56',
        'equity',
        [
          land,
          benchmarkRidge,
          ...beside.map((one, k) => (
            <Line
              key={besideName(one)}
              dataKey={(row: CurveRow) => row.beside[k]}
              dot={false}
              activeDot={false}
              strokeWidth={1.3}
              isAnimationActive={false}
              {...(BESIDE[k] ?? HELD)}
            />
          )),
        ],
        <YAxis
          width={AXIS_WIDTH}
          scale={log ? 'log' : 'auto'}
          domain={['auto', 'auto']}
          allowDataOverflow={log}
          tickFormatter={write}
          {...plainAxis}
        />,
      )}
      {pane(
        'h-24',
        'drawdown',
        water,
        <YAxis
          width={AXIS_WIDTH}
          domain={['auto', 0]}
          tickFormatter={(value: number) => percent(value, 0)}
          tickCount={3}
          {...plainAxis}
        />,
      )}
      <Caption text="Exposure: longs and shorts, of the equity" />
      {pane(
        'h-16',
        'exposure',
        [steps('exposure')],
        <YAxis
          width={AXIS_WIDTH}
          domain={[0, 'auto']}
          tickFormatter={(value: number) => percent(value, 0)}
          tickCount={3}
          {...plainAxis}
        />,
      )}
      <Caption text="Positions" />
      {pane(
        'h-20',
        'positions',
        [steps('positions')],
        <YAxis
          width={AXIS_WIDTH}
          domain={[0, 'auto']}
          allowDecimals={false}
          tickFormatter={count}
          tickCount={3}
          {...plainAxis}
        />,
        true,
      )}
    </div>
  );
});

/** A quantity that stays until it changes. */
function steps(dataKey: 'exposure' | 'positions') {
  return (
    <Area
      key={dataKey}
      dataKey={dataKey}
      type="stepAfter"
      stroke="var(--hairline-strong)"
      strokeWidth={1}
      fill="var(--paper-sunk)"
      isAnimationActive={false}
      activeDot={false}
    />
  );
}

function Caption({ text }: { text: string }) {
  return <p className="pt-1 pl-[62px] text-soft">{text}</p>;
}

function valuesOf(
  row: CurveRow,
  names: readonly string[],
  write: (value: number) => string,
): readonly (readonly [string, string])[] {
  return [
    ['Strategy', write(row.equity)],
    ...[row.benchmark, ...row.beside].map((value, k) => [names[k] ?? '', write(value)] as const),
    ['Drawdown', percent(row.drawdown)],
    ['Exposure', percent(row.exposure)],
    ['Positions', count(row.positions)],
  ];
}
