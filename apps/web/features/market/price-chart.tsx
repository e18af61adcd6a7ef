'use client';

import { type Bars, type BarUnit, columnOf, dayFromIso, isoFromDay, monthOf, yearOf } from '@plateau/core';
import { clsx } from 'clsx';
import { ZoomIn, ZoomOut } from 'lucide-react';
import { type KeyboardEvent, useEffect, useMemo, useState, type WheelEvent } from 'react';
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
import { IconButton } from '@/ui/button';
import { percent } from '@/ui/format.ts';

interface PriceChartProps {
  readonly symbol: string;
  readonly bars: Bars;
  /** a day to bring into view, such as a finding's */
  readonly goTo?: number | undefined;
}

/** One bar as the chart draws it; `place` counts bars, so that weekends leave no holes. */
interface Row {
  readonly place: number;
  readonly day: number;
  readonly open: number;
  readonly high: number;
  readonly low: number;
  readonly close: number;
  /** the return since the bar before */
  readonly change: number;
  readonly range: readonly [number, number];
  readonly volume: number;
  readonly drawn: readonly number[];
}

const UNITS: readonly (readonly [BarUnit, string])[] = [
  ['day', 'Days'],
  ['week', 'Weeks'],
  ['month', 'Months'],
];
const FIRST_VIEW = 220;
const LEAST_VIEW = 20;
const MOST_VIEW = 700;
const AXIS_WIDTH = 58;
const LINES = ['var(--ghost)', 'var(--waterline)', 'var(--ridge)'];
const MOST_DRAWN = LINES.length;
const price = new Intl.NumberFormat('en', { maximumSignificantDigits: 6 });
const whole = new Intl.NumberFormat('en', { notation: 'compact', maximumFractionDigits: 1 });

/** Prices of one instrument, with measures by rule text drawn over them and volume below. */
export function PriceChart({ symbol, bars, goTo }: PriceChartProps) {
  const [unit, setUnit] = useState<BarUnit>('day');
  const [log, setLog] = useState(false);
  const [text, setText] = useState('50-day average');
  const [view, setView] = useState<{ last: number; count: number }>();
  const market = useMemo(() => new Map([[symbol, bars]]), [symbol, bars]);
  const shown = useMemo(() => columnOf(market, symbol, `1-${unit} return`, unit), [market, symbol, unit]);
  const changes = shown.ok ? shown.values : undefined;
  const measures = useMemo(
    () =>
      text
        .split(';')
        .map((part) => part.trim())
        .filter((part) => part !== '')
        .slice(0, MOST_DRAWN)
        .map((part) => ({ part, column: columnOf(market, symbol, part, unit) })),
    [market, symbol, text, unit],
  );
  const fault = measures
    .map(({ column }) => (column.ok ? undefined : column.problems[0]?.message))
    .find(Boolean);
  const its = shown.ok ? shown.bars : bars;
  const size = its.day.length;
  const count = Math.min(size, view?.count ?? FIRST_VIEW);
  const last = Math.min(size - 1, Math.max(count - 1, view?.last ?? size - 1));
  const first = Math.max(0, last - count + 1);

  useEffect(() => {
    if (goTo === undefined) return;
    let place = its.day.findIndex((day) => day >= goTo);
    if (place < 0) place = its.day.length - 1;
    setView({ last: place + 40, count: 80 });
  }, [goTo, its]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another instrument or unit begins at its end
  useEffect(() => {
    if (goTo === undefined) setView(undefined);
  }, [symbol, unit]);

  const rows = useMemo(() => {
    const out: Row[] = [];
    for (let i = first; i <= last; i++) {
      const [open, high, low, close] = [its.open, its.high, its.low, its.close].map(
        (c) => c[i] ?? Number.NaN,
      ) as [number, number, number, number];
      out.push({
        place: i,
        day: its.day[i] ?? 0,
        open,
        high,
        low,
        close,
        change: changes?.[i] ?? Number.NaN,
        range: [low, high],
        volume: its.volume[i] ?? 0,
        drawn: measures.map(({ column }) => (column.ok ? (column.values[i] ?? Number.NaN) : Number.NaN)),
      });
    }
    return out;
  }, [its, first, last, measures, changes]);

  // A gauge or a rate has one value a day: a line, and no volume.
  const isValue = useMemo(() => its.high.every((high, i) => high === its.low[i]), [its]);
  const hasVolume = useMemo(() => its.volume.some((volume) => volume > 0), [its]);

  const zoom = (by: number): void => {
    const next = Math.round(Math.min(MOST_VIEW, size, Math.max(LEAST_VIEW, count * by)));
    setView({ count: next, last: Math.min(size - 1, last + Math.round((next - count) / 2)) });
  };
  const shift = (by: number): void => {
    setView({ count, last: Math.min(size - 1, Math.max(count - 1, last + Math.round(by))) });
  };
  const onKey = (event: KeyboardEvent): void => {
    if (event.target instanceof HTMLInputElement) return;
    const act = {
      '+': () => zoom(0.6),
      '=': () => zoom(0.6),
      '-': () => zoom(1.7),
      ArrowLeft: () => shift(-count / 8),
      ArrowRight: () => shift(count / 8),
      PageUp: () => shift(-count),
      PageDown: () => shift(count),
      Home: () => shift(-size),
      End: () => shift(size),
    }[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  };
  const onWheel = (event: WheelEvent): void => {
    if (event.shiftKey || Math.abs(event.deltaX) > Math.abs(event.deltaY)) {
      shift(((event.deltaX || event.deltaY) / 600) * count);
    } else zoom(event.deltaY > 0 ? 1.15 : 0.87);
  };
  const go = (iso: string): void => {
    const day = dayFromIso(iso);
    if (day === undefined) return;
    const place = its.day.findIndex((d) => d >= day);
    setView({ count, last: Math.min(size - 1, (place < 0 ? size - 1 : place) + Math.round(count / 2)) });
  };

  const ticks = periodTicks(rows, count > 300 || unit !== 'day' ? yearOf : monthOf);
  const label = (place: number): string => {
    const iso = isoFromDay(its.day[place] ?? 0);
    return count > 300 || unit !== 'day' ? iso.slice(0, 4) : iso.slice(0, 7);
  };
  const axis = { tick: { fill: 'var(--ink-soft)', fontSize: 11 }, tickLine: false, axisLine: false } as const;
  const xAxis = (hidden: boolean) => (
    <XAxis
      dataKey="place"
      type="number"
      domain={[first - 0.5, last + 0.5]}
      ticks={ticks}
      tickFormatter={label}
      height={hidden ? 2 : 18}
      {...axis}
      tick={hidden ? false : axis.tick}
    />
  );

  return (
    <div
      role="group"
      aria-label={`Prices of ${symbol}. Plus and minus zoom, arrows move.`}
      tabIndex={0}
      onKeyDown={onKey}
      className="flex min-h-0 flex-1 flex-col"
    >
      <div className="flex flex-wrap items-center gap-3 py-1">
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
        <label className="flex min-w-0 flex-1 items-center gap-1.5 text-soft">
          Draw
          <input
            value={text}
            onChange={(event) => setText(event.target.value)}
            placeholder="values in rule text, up to three, between semicolons"
            aria-invalid={fault !== undefined}
            className={clsx(
              'min-w-40 flex-1 rounded-sm border bg-raised px-1.5 py-0.5 text-ink',
              fault ? 'border-loss' : 'border-hairline',
            )}
          />
        </label>
        <label className="flex items-center gap-1.5 text-soft">
          Go to
          <input
            type="date"
            aria-label="Go to a day"
            min={isoFromDay(its.day[0] ?? 0)}
            max={isoFromDay(its.day[size - 1] ?? 0)}
            onChange={(event) => go(event.target.value)}
            className="rounded-sm border border-hairline bg-raised px-1 text-ink"
          />
        </label>
        <div className="flex">
          <IconButton label="Zoom in (+)" icon={ZoomIn} onClick={() => zoom(0.6)} />
          <IconButton label="Zoom out (-)" icon={ZoomOut} onClick={() => zoom(1.7)} />
        </div>
      </div>
      {fault && (
        <p role="alert" className="text-loss">
          {fault}
        </p>
      )}
      <div className="min-h-0 flex-[4]" data-testid="price-chart" onWheel={onWheel}>
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 700, height: 300 }}>
          <ComposedChart data={rows} syncId="prices" margin={{ top: 6, right: 8, bottom: 0, left: 0 }}>
            <CartesianGrid stroke="var(--hairline)" strokeWidth={0.6} vertical={false} />
            {xAxis(hasVolume)}
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
              cursor={{ stroke: 'var(--ink-soft)', strokeWidth: 0.7 }}
              content={({ active, payload }) =>
                active && payload?.[0] ? (
                  <Readout row={payload[0].payload as Row} names={measures.map(({ part }) => part)} />
                ) : null
              }
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
            {measures.map(({ part }, k) => (
              <Line
                key={part}
                dataKey={(row: Row) => row.drawn[k]}
                dot={false}
                activeDot={false}
                stroke={LINES[k] ?? 'var(--ink)'}
                strokeWidth={1.3}
                isAnimationActive={false}
              />
            ))}
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      {hasVolume && (
        <div className="min-h-0 flex-1" data-testid="volume-chart">
          <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 700, height: 70 }}>
            <ComposedChart data={rows} syncId="prices" margin={{ top: 2, right: 8, bottom: 0, left: 0 }}>
              {xAxis(false)}
              <YAxis
                width={AXIS_WIDTH}
                tickCount={2}
                tickFormatter={(v: number) => whole.format(v)}
                {...axis}
              />
              <Tooltip cursor={{ stroke: 'var(--ink-soft)', strokeWidth: 0.7 }} content={() => null} />
              <Bar dataKey="volume" fill="var(--land)" isAnimationActive={false} />
            </ComposedChart>
          </ResponsiveContainer>
        </div>
      )}
      <p className="flex gap-4 pb-1 text-soft">
        {measures.map(({ part }, k) => (
          <span key={part} className="flex items-center gap-1.5">
            <span aria-hidden className="inline-block w-5 border-t-2" style={{ borderColor: LINES[k] }} />
            {part}
          </span>
        ))}
        <span className="ml-auto">
          {isoFromDay(rows[0]?.day ?? 0)} to {isoFromDay(rows.at(-1)?.day ?? 0)}, {rows.length} bars
        </span>
      </p>
    </div>
  );
}

/** A hairline from low to high with a notch at the close: teal and to the right after a rise, rust and to the left after a fall. */
function drawBar(properties: unknown) {
  const { x, width, y, height, payload } = properties as {
    x: number;
    width: number;
    y: number;
    height: number;
    payload: Row;
  };
  const middle = x + width / 2;
  const reach = Math.max(1.5, Math.min(5, width * 0.8));
  const rose = !(payload.change < 0);
  const span = payload.high - payload.low;
  const at = span > 0 ? y + ((payload.high - payload.close) / span) * height : y;
  const colour = rose ? 'var(--gain)' : 'var(--loss)';
  return (
    <path
      d={`M${middle} ${y}V${y + Math.max(1, height)}M${middle} ${at}h${rose ? reach : -reach}`}
      stroke={colour}
      strokeWidth={width > 5 ? 1.4 : 1}
      fill="none"
    />
  );
}

function Readout({ row, names }: { row: Row; names: readonly string[] }) {
  const values = [
    ['Open', row.open],
    ['High', row.high],
    ['Low', row.low],
    ['Close', row.close],
    ...names.map((name, k) => [name, row.drawn[k]] as const),
  ] as const;
  return (
    <dl className="grid grid-cols-[auto_auto] gap-x-4 border border-strong bg-raised/95 px-3 py-2">
      <dt className="col-span-2 font-semibold">{isoFromDay(row.day)}</dt>
      {values.map(([name, value]) => (
        <div key={name} className="contents">
          <dt>{name}</dt>
          <dd className="text-right">{Number.isFinite(value) ? price.format(value as number) : '–'}</dd>
        </div>
      ))}
      <dt>Change</dt>
      <dd className={clsx('text-right', row.change < 0 ? 'text-loss' : 'text-gain')}>
        {percent(row.change)}
      </dd>
      <dt>Volume</dt>
      <dd className="text-right">{row.volume.toLocaleString('en')}</dd>
    </dl>
  );
}

/** The places where a new period begins, thinned to about eight. */
function periodTicks(rows: readonly Row[], periodOf: (day: number) => number): number[] {
  const starts = rows.filter((row, k) => {
    const before = rows[k - 1];
    return before !== undefined && periodOf(row.day) !== periodOf(before.day);
  });
  const each = Math.max(1, Math.ceil(starts.length / 9));
  return starts.filter((_row, k) => k % each === 0).map(({ place }) => place);
}
