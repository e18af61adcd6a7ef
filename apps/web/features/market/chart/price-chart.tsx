'use client';

import { at, type Bars, type BarUnit, dayFromIso, isoFromDay, monthOf, yearOf } from '@plateau/core';
import { clsx } from 'clsx';
import { ZoomIn, ZoomOut } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import {
  Bar,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { StoredListing } from '@/model/rows.ts';
import { drawBar, valuesOf } from '@/parts/chart/marks.tsx';
import { periodTicks, type Row, rowsInView } from '@/parts/chart/rows.ts';
import { IconButton } from '@/ui/button';
import { ChartOut } from '@/ui/chart-out.tsx';
import { Readout } from '@/ui/readout.tsx';
import { useColumns } from './use-columns.ts';
import { useView } from './use-view.ts';

interface PriceChartProps {
  readonly symbol: string;
  readonly bars: Bars;
  /** what it can be compared with */
  readonly listings: readonly StoredListing[];
  /** a day to bring into view, such as a finding's */
  readonly goTo?: number | undefined;
}

const UNITS: readonly (readonly [BarUnit, string])[] = [
  ['day', 'Days'],
  ['week', 'Weeks'],
  ['month', 'Months'],
];
const AXIS_WIDTH = 58;
const LINES = ['var(--ghost)', 'var(--waterline)', 'var(--ridge)', 'var(--accent)', 'var(--ink)'];
const MARGIN = { top: 6, right: 8, bottom: 0, left: 0 };
const axis = { tick: { fill: 'var(--ink-soft)', fontSize: 11 }, tickLine: false, axisLine: false } as const;
const cursor = { stroke: 'var(--ink-soft)', strokeWidth: 0.7 };
const price = new Intl.NumberFormat('en', { maximumSignificantDigits: 6 });
const whole = new Intl.NumberFormat('en', { notation: 'compact', maximumFractionDigits: 1 });

/** Prices of one instrument; measures over or under them, another instrument beside them, volume below. */
export function PriceChart({ symbol, bars, listings, goTo }: PriceChartProps) {
  const [unit, setUnit] = useState<BarUnit>('day');
  const [log, setLog] = useState(false);
  const [text, setText] = useState('50-day average');
  const [beside, setBeside] = useState('');
  const other = listings.find((l) => l.symbol === beside.trim().toUpperCase() && l.symbol !== symbol);
  const columns = useColumns(symbol, bars, unit, text, other);
  const { bars: its, drawn, fault } = columns;
  const size = its.day.length;
  const view = useView(size);
  const { first, last, count } = view;
  const charts = useRef<HTMLDivElement>(null);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another day or other bars move the view, the view itself does not
  useEffect(() => {
    if (goTo === undefined) return view.reset();
    const place = its.day.findIndex((day) => day >= goTo);
    view.go(place < 0 ? size - 1 : place, 80);
  }, [goTo, its]);
  const rows = useMemo(() => rowsInView(columns, first, last), [columns, first, last]);
  // A gauge or a rate has one value a day: a line, and no volume.
  const isValue = useMemo(() => its.high.every((high, i) => high === its.low[i]), [its]);
  const hasVolume = useMemo(() => its.volume.some((volume) => volume > 0), [its]);
  const under = drawn.flatMap(({ isPrice }, k) => (isPrice ? [] : [k]));
  const names = drawn.map((measure) => measure.text);

  const go = (iso: string): void => {
    const day = dayFromIso(iso);
    if (day === undefined) return;
    const place = its.day.findIndex((d) => d >= day);
    view.go(place < 0 ? size - 1 : place);
  };
  const byYear = count > 300 || unit !== 'day';
  const ticks = periodTicks(rows, byYear ? yearOf : monthOf);
  const xAxis = (hidden: boolean) => (
    <XAxis
      dataKey="place"
      type="number"
      domain={[first - 0.5, last + 0.5]}
      ticks={ticks}
      tickFormatter={(place: number) => isoFromDay(at(its.day, place)).slice(0, byYear ? 4 : 7)}
      height={hidden ? 2 : 18}
      {...axis}
      tick={hidden ? false : axis.tick}
    />
  );
  const line = (k: number) => (
    <Line
      key={names[k]}
      dataKey={(row: Row) => row.drawn[k]}
      dot={false}
      activeDot={false}
      stroke={LINES[k] ?? 'var(--ink)'}
      strokeWidth={1.3}
      isAnimationActive={false}
    />
  );
  return (
    <div
      role="group"
      aria-label={`Prices of ${symbol}. Plus and minus zoom, arrows move.`}
      tabIndex={0}
      onKeyDown={view.onKeyDown}
      className="flex min-h-0 flex-1 flex-col"
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
        <div role="group" aria-label="Bars" className="flex">
          {UNITS.map(([value, name]) => (
            <button
              key={value}
              type="button"
              aria-pressed={unit === value}
              onClick={() => {
                setUnit(value);
                setText((before) => before.replace(/-(day|week|month)\b/g, `-${value}`));
              }}
              className={clsx(
                'border border-hairline px-2 py-0.5 first:rounded-l-sm last:rounded-r-sm',
                unit === value ? 'bg-accent-paper text-ink' : 'text-soft hover:text-ink',
              )}
            >
              {name}
            </button>
          ))}
        </div>
        <label className="flex items-center gap-1.5 text-soft">
          <input type="checkbox" checked={log} onChange={(event) => setLog(event.target.checked)} /> Log scale
        </label>
        <label className="flex items-center gap-1.5 text-soft">
          Go to
          <input
            type="date"
            aria-label="Go to a day"
            min={isoFromDay(at(its.day, 0))}
            max={isoFromDay(at(its.day, size - 1))}
            onChange={(event) => go(event.target.value)}
            className="rounded-sm border border-hairline bg-raised px-1 text-ink"
          />
        </label>
        <span className="ml-auto text-soft">
          {isoFromDay(at(its.day, first))} to {isoFromDay(at(its.day, last))}, {rows.length} bars
        </span>
        <div className="flex">
          <IconButton label="Zoom in (+)" icon={ZoomIn} onClick={() => view.zoom(0.6)} />
          <IconButton label="Zoom out (-)" icon={ZoomOut} onClick={() => view.zoom(1.7)} />
          <ChartOut name={`${symbol} ${isoFromDay(at(its.day, last))}`} charts={charts} />
        </div>
      </div>
      <div className="flex items-center gap-3 pb-1">
        <label className="flex min-w-0 flex-1 items-center gap-1.5 text-soft">
          Draw
          <input
            value={text}
            onChange={(event) => setText(event.target.value)}
            placeholder="values in rule text, up to five, between semicolons"
            aria-invalid={fault !== undefined}
            className={clsx(
              'min-w-40 flex-1 rounded-sm border bg-raised px-1.5 py-0.5 text-ink',
              fault ? 'border-loss' : 'border-hairline',
            )}
          />
        </label>
        <label className="flex items-center gap-1.5 text-soft">
          Beside
          <input
            value={beside}
            onChange={(event) => setBeside(event.target.value)}
            list="instruments-to-compare"
            placeholder="symbol"
            aria-invalid={beside.trim() !== '' && !other}
            className={clsx(
              'w-20 rounded-sm border bg-raised px-1.5 py-0.5 text-ink',
              beside.trim() !== '' && !other ? 'border-loss' : 'border-hairline',
            )}
          />
          <datalist id="instruments-to-compare">
            {beside.length > 0 &&
              listings
                .filter((l) => l.symbol.startsWith(beside.toUpperCase()))
                .slice(0, 20)
                .map((l) => (
                  <option key={l.symbol} value={l.symbol}>
                    {l.name}
                  </option>
                ))}
          </datalist>
        </label>
      </div>
      {fault && (
        <p role="alert" className="text-loss">
          {fault}
        </p>
      )}
      <div
        ref={charts}
        className="flex min-h-0 flex-1 cursor-grab flex-col active:cursor-grabbing"
        {...view.dragging}
      >
        <div className="min-h-0 flex-[4]" data-testid="price-chart">
          <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 700, height: 300 }}>
            <ComposedChart data={rows} syncId="prices" margin={MARGIN}>
              <CartesianGrid stroke="var(--hairline)" strokeWidth={0.6} vertical={false} />
              {xAxis(hasVolume || under.length > 0)}
              <YAxis
                width={AXIS_WIDTH}
                scale={log ? 'log' : 'auto'}
                domain={['auto', 'auto']}
                allowDataOverflow={log}
                tickFormatter={(value: number) => price.format(value)}
                {...axis}
              />
              <Tooltip
                isAnimationActive={false}
                cursor={cursor}
                content={({ active, payload }) => {
                  const row = active ? (payload?.[0]?.payload as Row | undefined) : undefined;
                  return row ? <Readout day={row.day} rows={valuesOf(row, names, other?.symbol)} /> : null;
                }}
              />
              {goTo !== undefined && (
                <ReferenceLine
                  x={its.day.findIndex((day) => day >= goTo)}
                  stroke="var(--accent)"
                  strokeDasharray="2 3"
                />
              )}
              {isValue ? (
                <Line
                  dataKey="close"
                  dot={false}
                  activeDot={false}
                  stroke="var(--ink)"
                  strokeWidth={1.2}
                  isAnimationActive={false}
                />
              ) : (
                <Bar dataKey="range" isAnimationActive={false} shape={drawBar} />
              )}
              {drawn.map(({ isPrice }, k) => (isPrice ? line(k) : null))}
              {other && (
                <Line
                  dataKey="other"
                  dot={false}
                  activeDot={false}
                  stroke="var(--ink)"
                  strokeWidth={1.1}
                  strokeDasharray="5 3"
                  isAnimationActive={false}
                />
              )}
            </ComposedChart>
          </ResponsiveContainer>
        </div>
        {under.length > 0 && (
          <div className="min-h-0 flex-[1.4]" data-testid="under-chart">
            <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 700, height: 100 }}>
              <ComposedChart data={rows} syncId="prices" margin={MARGIN}>
                <CartesianGrid stroke="var(--hairline)" strokeWidth={0.6} vertical={false} />
                {xAxis(hasVolume)}
                <YAxis
                  width={AXIS_WIDTH}
                  tickCount={3}
                  domain={['auto', 'auto']}
                  tickFormatter={(value: number) => price.format(value)}
                  {...axis}
                />
                <Tooltip cursor={cursor} content={() => null} />
                {under.map(line)}
              </ComposedChart>
            </ResponsiveContainer>
          </div>
        )}
        {hasVolume && (
          <div className="min-h-0 flex-1" data-testid="volume-chart">
            <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 700, height: 70 }}>
              <ComposedChart data={rows} syncId="prices" margin={MARGIN}>
                {xAxis(false)}
                <YAxis
                  width={AXIS_WIDTH}
                  tickCount={2}
                  tickFormatter={(value: number) => whole.format(value)}
                  {...axis}
                />
                <Tooltip cursor={cursor} content={() => null} />
                <Bar dataKey="volume" fill="var(--land)" isAnimationActive={false} />
              </ComposedChart>
            </ResponsiveContainer>
          </div>
        )}
      </div>
      <p className="flex flex-wrap gap-x-4 pb-1 text-soft">
        {names.map((name, k) => (
          <span key={name} className="flex items-center gap-1.5">
            <span aria-hidden className="inline-block w-5 border-t-2" style={{ borderColor: LINES[k] }} />
            {name}
          </span>
        ))}
        {other && (
          <span className="flex items-center gap-1.5">
            <span aria-hidden className="inline-block w-5 border-t border-dashed border-ink" />
            {other.symbol}, rebased to the first bar in view
          </span>
        )}
      </p>
    </div>
  );
}
