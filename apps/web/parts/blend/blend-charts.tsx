'use client';

import { at, isoFromDay, type ShownBlend } from '@plateau/core';
import { clsx } from 'clsx';
import { scaleLinear } from 'd3-scale';
import { memo, useMemo, useRef } from 'react';
import { Line } from 'recharts';
import { ChartGroup } from '@/ui/chart/chart-group.tsx';
import { ChartOut } from '@/ui/chart/chart-out.tsx';
import { HELD } from '@/ui/chart/land-and-water.tsx';
import { ChartPane, plainLine } from '@/ui/chart/pane.tsx';
import { type ChartPath, Paths } from '@/ui/chart/paths.tsx';
import { dayAxis, dayTicks, StrokeKey, selectedDays } from '@/ui/chart/time-axis.tsx';
import { type DaySpan, useZoom } from '@/ui/chart/use-zoom.ts';
import { ZoomButtons } from '@/ui/chart/zoom-buttons.tsx';
import { money, percent } from '@/ui/format.ts';
import { type BlendRow, blendRows, type GhostCurve } from './blend-rows.ts';
import { strokeOf } from './strokes.ts';

const BUCKETS = 170;
const TOLD = 3;
const GHOST = { stroke: 'var(--ghost)', strokeDasharray: '1.5 2.5' } as const;

interface BlendChartsProps {
  readonly name: string;
  readonly run: ShownBlend;
  readonly benchmark: string;
  readonly ghost?: GhostCurve | undefined;
  /** the days in view at first; all when left out */
  readonly days?: DaySpan | undefined;
  /** is told of the days in view; undefined for all of them */
  readonly onSpan?: (span: DaySpan | undefined) => void;
  /** the part that is lit; the others step back */
  readonly lit: number | undefined;
  readonly onLit: (part: number | undefined) => void;
}

/** The blend as land, its parts as thin lines of which one may be lit; drawdowns as water below. */
export const BlendCharts = memo(function BlendCharts(props: BlendChartsProps) {
  const { name, run, benchmark, ghost, days, onSpan, lit, onLit } = props;
  const panes = useRef<HTMLDivElement>(null);
  const { day } = run.marks;
  const zoom = useZoom(day, { initial: days, onSpan });
  const { span, drag, mouse } = zoom;
  const rows = useMemo(() => blendRows(run, ghost, span, BUCKETS), [run, ghost, span]);
  const ticks = useMemo(() => dayTicks(day, span), [day, span]);
  // The chart's own series is for the crosshair alone, which needs fewer places than the curves.
  const told = useMemo(() => rows.filter((_row, k) => k % TOLD === 0 || k === rows.length - 1), [rows]);
  const [low, high] = useMemo(() => rangeOf(rows), [rows]);
  const curves = useMemo(() => curvePaths(run, lit, ghost !== undefined), [run, lit, ghost]);
  const falls = useMemo(() => drawdownPaths(run, lit), [run, lit]);
  const deepest = useMemo(
    () => Math.min(...rows.map((row) => Math.min(row.drawdown, row.benchmarkDrawdown, ...row.partDrawdowns))),
    [rows],
  );
  return (
    <ChartGroup name="Charts of the blend" zoom={zoom} className="flex min-h-0 min-w-0 flex-1 flex-col">
      <div className="flex flex-wrap items-center gap-x-3 px-2 pt-1 text-soft">
        <StrokeKey text="Blend" stroke="var(--ridge)" />
        <StrokeKey text={`${benchmark} held`} {...HELD} />
        {ghost && <StrokeKey text="Before the last edit" {...GHOST} />}
        {run.parts.map((part, k) => (
          <button
            key={part.name}
            type="button"
            aria-pressed={lit === k}
            title={`Light ${part.name}, alone`}
            onClick={() => onLit(lit === k ? undefined : k)}
            className={clsx(
              'max-w-44 overflow-hidden rounded-sm px-1 hover:bg-sunk',
              lit === k && 'bg-sunk text-ink',
            )}
          >
            <StrokeKey text={part.name} {...strokeOf(k)} />
          </button>
        ))}
        <span className="ml-auto flex items-center gap-2 whitespace-nowrap">
          {zoom.isZoomed && `${isoFromDay(at(day, span.first))} to ${isoFromDay(at(day, span.last))}`}
          <ZoomButtons zoom={zoom} />
          <ChartOut name={name} charts={panes} />
        </span>
      </div>
      <div ref={panes} className="flex min-h-0 flex-1 flex-col">
        <ChartPane
          name="equity"
          className="min-h-0 flex-[5]"
          rows={told}
          group="blend"
          along={dayAxis(ticks, false)}
          values={{ format: money, domain: [low, high], ticks: TICKS }}
          readout={(row) => ({ day: row.day, rows: valuesOf(row, run, benchmark) })}
          mouse={mouse}
        >
          {pointed('equity')}
          <Paths rows={rows} paths={curves} />
          {selectedDays(drag)}
        </ChartPane>
        <ChartPane
          name="drawdown"
          className="min-h-0 flex-[2]"
          rows={told}
          group="blend"
          along={dayAxis(ticks, true)}
          values={{ format: (value) => percent(value, 0), domain: [roundDown(deepest), 0], ticks: 3 }}
          mouse={mouse}
          grid={false}
        >
          {pointed('drawdown')}
          <Paths rows={rows} paths={falls} />
          {selectedDays(drag)}
        </ChartPane>
      </div>
    </ChartGroup>
  );
});

/** How many values the axis tells, about. */
const TICKS = 5;

/** From the lowest to the highest of all that is drawn, on round values. */
function rangeOf(rows: readonly BlendRow[]): readonly [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (const { equity, benchmark, ghost, parts } of rows) {
    low = Math.min(low, equity, benchmark, ghost ?? equity, ...parts);
    high = Math.max(high, equity, benchmark, ghost ?? equity, ...parts);
  }
  const [first = 0, last = 1] = scaleLinear().domain([low, high]).nice(TICKS).domain();
  return [first, last];
}

const roundDown = (fall: number): number => scaleLinear().domain([fall, 0]).nice(3).domain()[0] ?? fall;

/** What the crosshair follows. */
const pointed = (key: 'equity' | 'drawdown') => <Line dataKey={key} stroke="none" {...plainLine} />;

const LAND: ChartPath<BlendRow> = {
  key: 'land',
  of: (row) => row.equity,
  stroke: 'var(--ridge)',
  strokeWidth: 1.6,
  fillTo: 'bottom',
  fill: 'var(--land)',
  fillOpacity: 0.75,
};

const WATER: ChartPath<BlendRow> = {
  key: 'water',
  of: (row) => row.drawdown,
  stroke: 'var(--waterline)',
  strokeWidth: 1,
  fillTo: 'top',
  fill: 'var(--water)',
  fillOpacity: 0.85,
};

const BENCHMARK: ChartPath<BlendRow> = {
  key: 'benchmark',
  of: (row) => row.benchmark,
  strokeWidth: 1.3,
  ...HELD,
};

function partPaths(
  { parts }: ShownBlend,
  lit: number | undefined,
  of: (row: BlendRow, part: number) => number | undefined,
): ChartPath<BlendRow>[] {
  return parts.map(({ name }, k) => ({
    key: `part ${name}`,
    of: (row) => of(row, k),
    ...strokeOf(k),
    strokeWidth: lit === k ? 2 : 0.9,
    strokeOpacity: lit === undefined ? 0.8 : lit === k ? 1 : 0.18,
  }));
}

function curvePaths(run: ShownBlend, lit: number | undefined, hasGhost: boolean): ChartPath<BlendRow>[] {
  return [
    LAND,
    ...(hasGhost ? [{ key: 'ghost', of: (row: BlendRow) => row.ghost, strokeWidth: 1.3, ...GHOST }] : []),
    ...partPaths(run, lit, (row, part) => row.parts[part]),
    BENCHMARK,
  ];
}

function drawdownPaths(run: ShownBlend, lit: number | undefined): ChartPath<BlendRow>[] {
  return [
    WATER,
    ...partPaths(run, lit, (row, part) => row.partDrawdowns[part]),
    { ...BENCHMARK, of: (row) => row.benchmarkDrawdown, strokeWidth: 1 },
  ];
}

function valuesOf(
  row: BlendRow,
  { parts }: ShownBlend,
  benchmark: string,
): readonly (readonly [string, string])[] {
  return [
    ['Blend', money(row.equity)],
    [`${benchmark} held`, money(row.benchmark)],
    ...(row.ghost === undefined ? [] : [['Before the edit', money(row.ghost)] as const]),
    ...row.parts.map((value, k) => [`${parts[k]?.name ?? ''}, alone`, money(value)] as const),
    ['Drawdown', percent(row.drawdown)],
    [`${benchmark} drawdown`, percent(row.benchmarkDrawdown)],
  ];
}
