'use client';

import { at, type ComparisonFigures, isoFromDay, type ShownRun } from '@plateau/core';
import Joi from 'joi';
import { memo, type ReactNode, useMemo, useRef } from 'react';
import { Area, Line } from 'recharts';
import { useSetting } from '@/store/setting.ts';
import { ChartGroup } from '@/ui/chart/chart-group.tsx';
import { benchmarkRidge, HELD, land, water } from '@/ui/chart/land-and-water.tsx';
import { ChartPane, plainLine, type ValueAxis } from '@/ui/chart/pane.tsx';
import type { ReadoutRows } from '@/ui/chart/readout.tsx';
import { dayAxis, dayTicks, StrokeKey, selectedDays } from '@/ui/chart/time-axis.tsx';
import { type DaySpan, useZoom, type Zoom } from '@/ui/chart/use-zoom.ts';
import { ZoomButtons } from '@/ui/chart/zoom-buttons.tsx';
import { count, money, percent } from '@/ui/format.ts';
import { Toggle } from '@/ui/toggle.tsx';
import { comparisonName } from './comparison-name.ts';
import { type CurveRow, type CurveUnit, curveRows } from './curve-rows.ts';

const BUCKETS = 190;
const SHARES = { format: (value: number) => percent(value, 0), ticks: 3 } as const;
/** Strokes of the other curves: each differs by more than its colour. */
const BESIDE = [
  { stroke: 'var(--waterline)', strokeDasharray: '2 2' },
  { stroke: 'var(--accent)', strokeDasharray: '7 3 2 3' },
  { stroke: 'var(--word-instrument)', strokeDasharray: '4 2' },
  { stroke: 'var(--focus)', strokeDasharray: '1 3' },
] as const;

interface CurvesSectionProps {
  readonly run: ShownRun;
  readonly comparisons: readonly ComparisonFigures[];
  readonly benchmark: string;
  /** the part shown at first; all when left out */
  readonly days?: DaySpan | undefined;
  /** is told of the days in view; undefined for all of them */
  readonly onSpan: (span: DaySpan | undefined) => void;
  /** opens a day */
  readonly onDay: (day: number) => void;
}

/** Equity, drawdown, exposure and number of positions under one time axis. */
export const CurvesSection = memo(function CurvesSection(props: CurvesSectionProps) {
  const { run, comparisons, benchmark, days, onSpan, onDay } = props;
  const [unit, setUnit] = useSetting<CurveUnit>('curve unit', Joi.valid('money', 'return'), 'money');
  const [scale, setScale] = useSetting<'linear' | 'log'>('curve scale', Joi.valid('linear', 'log'), 'linear');
  const { day } = run.marks;
  const zoom = useZoom(day, { onSpan, initial: days });
  const { span } = zoom;
  const rows = useMemo(
    () => curveRows(run, comparisons, span, unit, BUCKETS),
    [run, comparisons, span, unit],
  );
  const ticks = useMemo(() => dayTicks(day, span), [day, span]);
  // An account that lost all it had has no logarithm.
  const canLog = rows.every(({ equity, benchmark: held }) => equity > 0 && held > 0);
  const log = scale === 'log' && canLog;
  const pane = { rows, zoom, ticks, onDay } as const;
  return (
    <ChartGroup name="Charts of the run" zoom={zoom}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 pb-1 text-soft">
        <CurveKeys benchmark={benchmark} comparisons={comparisons} />
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
        <ZoomButtons zoom={zoom} />
      </div>
      <EquityPane {...pane} benchmark={benchmark} comparisons={comparisons} unit={unit} log={log} />
      <Pane {...pane} name="drawdown" className="h-24" values={{ ...SHARES, domain: ['auto', 0] }}>
        {water}
      </Pane>
      <Caption text="Exposure: longs and shorts, of the equity" />
      <Pane {...pane} name="exposure" className="h-16" values={{ ...SHARES, domain: [0, 'auto'] }}>
        {steps('exposure')}
      </Pane>
      <Caption text="Positions" />
      <Pane
        {...pane}
        name="positions"
        className="h-20"
        values={{ format: count, domain: [0, 'auto'], ticks: 3, decimals: false }}
        labelled
      >
        {steps('positions')}
      </Pane>
    </ChartGroup>
  );
});

interface CurvesOf {
  readonly benchmark: string;
  readonly comparisons: readonly ComparisonFigures[];
}

function CurveKeys({ benchmark, comparisons }: CurvesOf) {
  return (
    <>
      <StrokeKey text="Strategy" stroke="var(--ridge)" />
      <StrokeKey text={`${benchmark} held`} {...HELD} />
      {comparisons.map((one, k) => (
        <StrokeKey key={comparisonName(one)} text={comparisonName(one)} {...(BESIDE[k] ?? HELD)} />
      ))}
    </>
  );
}

interface PaneOf {
  readonly rows: readonly CurveRow[];
  readonly zoom: Zoom;
  readonly ticks: ReturnType<typeof dayTicks>;
  readonly onDay: (day: number) => void;
}

interface EquityPaneProps extends PaneOf, CurvesOf {
  readonly unit: CurveUnit;
  readonly log: boolean;
}

function EquityPane({ benchmark, comparisons, unit, log, ...pane }: EquityPaneProps) {
  const write = unit === 'money' ? money : (multiple: number) => percent(multiple - 1, 0);
  const names = [`${benchmark} held`, ...comparisons.map(comparisonName)];
  return (
    <Pane
      {...pane}
      name="equity"
      className="h-56"
      values={{ format: write, log }}
      readout={(row) => ({ day: row.day, rows: valuesOf(row, names, write) })}
    >
      {land}
      {benchmarkRidge}
      {comparisons.map((one, k) => (
        <Line
          key={comparisonName(one)}
          dataKey={(row: CurveRow) => row.comparisons[k]}
          strokeWidth={1.3}
          {...plainLine}
          {...(BESIDE[k] ?? HELD)}
        />
      ))}
    </Pane>
  );
}

interface PaneProps extends PaneOf {
  readonly name: string;
  readonly className: string;
  readonly values: ValueAxis;
  readonly readout?: (row: CurveRow) => Omit<ReadoutRows, 'title'>;
  /** with the days below it */
  readonly labelled?: boolean;
  readonly children: ReactNode;
}

/** One of the panes; a double click opens the day under the pointer. */
function Pane({ rows, zoom, ticks, onDay, labelled = false, children, ...pane }: PaneProps) {
  const under = useRef<number>(undefined);
  const { mouse, drag } = zoom;
  const seeing = {
    ...mouse,
    onMouseMove: (pointed: Parameters<Zoom['mouse']['onMouseMove']>[0]) => {
      if (pointed.activeLabel !== undefined) under.current = Number(pointed.activeLabel);
      mouse.onMouseMove(pointed);
    },
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the Days part below opens a day by keys
    <div onDoubleClick={() => under.current !== undefined && onDay(under.current)}>
      <ChartPane rows={rows} group="report" along={dayAxis(ticks, labelled)} mouse={seeing} {...pane}>
        {children}
        {selectedDays(drag)}
      </ChartPane>
    </div>
  );
}

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
    ...[row.benchmark, ...row.comparisons].map((value, k) => [names[k] ?? '', write(value)] as const),
    ['Drawdown', percent(row.drawdown)],
    ['Exposure', percent(row.exposure)],
    ['Positions', count(row.positions)],
  ];
}
