'use client';

import { at, isoFromDay, monthOf, type TradeStory, yearOf } from '@plateau/core';
import { type ReactElement, useMemo } from 'react';
import {
  Bar,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { drawBar } from '@/parts/chart/marks.tsx';
import { periodTicks } from '@/parts/chart/rows.ts';
import { price } from '@/ui/format.ts';
import { Readout } from '@/ui/readout.tsx';
import { CURSOR, plainAxis, StrokeKey, TICK } from '@/ui/time-axis.tsx';
import { type StoryRow, storyRows } from './story-rows.ts';

const AXIS_WIDTH = 58;
const MARGIN = { top: 8, right: 8, bottom: 0, left: 0 };
const LINES = [
  { stroke: 'var(--waterline)' },
  { stroke: 'var(--ghost)', strokeDasharray: '6 2' },
  { stroke: 'var(--ridge)', strokeDasharray: '2 2' },
  { stroke: 'var(--word-instrument)', strokeDasharray: '8 3 2 3' },
  { stroke: 'var(--focus)', strokeDasharray: '1 3' },
] as const;
const STOP = { stroke: 'var(--loss)', strokeWidth: 1.2 } as const;
const TARGET = { stroke: 'var(--gain)', strokeWidth: 1.2 } as const;
const figures = new Intl.NumberFormat('en', { maximumSignificantDigits: 5 });
const YEARLY = 500;

/** The bars around a trade: band from entry dot to exit ring, stops and target as steps, the rules' measures over or under. */
export function StoryChart({ story }: { story: TradeStory }) {
  const rows = useMemo(() => storyRows(story), [story]);
  const { trade, entry, exit, lines } = story;
  const last = rows.length - 1;
  const ticks = periodTicks(rows, rows.length > YEARLY ? yearOf : monthOf);
  const over = lines.flatMap(({ isPrice }, k) => (isPrice ? [k] : []));
  const under = lines.flatMap(({ isPrice }, k) => (isPrice ? [] : [k]));
  const hasStop = rows.some(({ stop }) => stop !== undefined);
  const hasTarget = rows.some(({ target }) => target !== undefined);
  const stroke = (k: number) => LINES[k % LINES.length] ?? LINES[0];
  const line = (k: number) => (
    <Line
      key={lines[k]?.text}
      dataKey={(row: StoryRow) => row.lines[k]}
      dot={false}
      activeDot={false}
      strokeWidth={1.2}
      isAnimationActive={false}
      {...stroke(k)}
    />
  );
  const pane = (
    className: string,
    name: string,
    shown: boolean,
    children: ReactElement[],
    isPrice = false,
  ) => (
    <div key={name} className={className} data-testid={`story-${isPrice ? 'prices' : 'measure'}`}>
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 700, height: 200 }}>
        <ComposedChart data={rows} syncId="story" margin={MARGIN}>
          <CartesianGrid stroke="var(--hairline)" strokeWidth={0.6} vertical={false} />
          <XAxis
            dataKey="place"
            type="number"
            domain={[-0.5, last + 0.5]}
            ticks={ticks}
            tickFormatter={(place: number) => isoFromDay(at(rows, place).day).slice(0, 7)}
            height={shown ? 18 : 2}
            {...plainAxis}
            tick={shown ? TICK : false}
          />
          <YAxis
            width={AXIS_WIDTH}
            domain={['auto', 'auto']}
            tickCount={isPrice ? 9 : 3}
            tickFormatter={(value: number) => figures.format(value)}
            {...plainAxis}
          />
          <Tooltip
            isAnimationActive={false}
            cursor={CURSOR}
            content={({ active, payload }) => {
              const row = active ? (payload?.[0]?.payload as StoryRow | undefined) : undefined;
              return row && isPrice ? (
                <Readout
                  day={row.day}
                  rows={valuesOf(
                    row,
                    lines.map(({ text }) => text),
                  )}
                />
              ) : null;
            }}
          />
          {children}
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
  return (
    <div
      role="img"
      aria-label={`Bars of ${trade.symbol} from ${isoFromDay(at(rows, 0).day)} to ${isoFromDay(at(rows, last).day)}, with the trade on them`}
      className="flex min-h-0 flex-1 flex-col"
    >
      <div className="flex flex-wrap gap-x-4 text-soft">
        {over.map((k) => (
          <StrokeKey key={lines[k]?.text} text={lines[k]?.text ?? ''} {...stroke(k)} />
        ))}
        {hasStop && <StrokeKey text="Stop" {...STOP} />}
        {hasTarget && <StrokeKey text="Target" {...TARGET} />}
      </div>
      {pane(
        'min-h-0 flex-[4]',
        'prices',
        under.length === 0,
        [
          <Bar key="bars" dataKey="range" isAnimationActive={false} shape={drawBar} />,
          ...over.map(line),
          <Line
            key="stop"
            dataKey="stop"
            type="stepAfter"
            dot={false}
            activeDot={false}
            isAnimationActive={false}
            {...STOP}
          />,
          <Line
            key="target"
            dataKey="target"
            type="stepAfter"
            dot={false}
            activeDot={false}
            isAnimationActive={false}
            {...TARGET}
          />,
          <ReferenceLine
            key="band"
            segment={[
              { x: entry, y: trade.entryPrice },
              { x: exit ?? last, y: trade.exitPrice ?? rows[last]?.close ?? trade.entryPrice },
            ]}
            stroke="var(--accent)"
            strokeWidth={5}
            strokeOpacity={0.35}
            ifOverflow="visible"
          />,
          <ReferenceDot
            key="entry"
            x={entry}
            y={trade.entryPrice}
            r={4}
            fill="var(--accent)"
            stroke="var(--paper)"
            ifOverflow="visible"
          />,
          ...(exit === undefined || trade.exitPrice === undefined
            ? []
            : [
                <ReferenceDot
                  key="exit"
                  x={exit}
                  y={trade.exitPrice}
                  r={5}
                  fill="none"
                  stroke="var(--accent)"
                  strokeWidth={2}
                  ifOverflow="visible"
                />,
              ]),
        ],
        true,
      )}
      {under.map((k, place) => (
        <div key={lines[k]?.text} className="flex min-h-0 flex-1 flex-col">
          <StrokeKey text={lines[k]?.text ?? ''} {...stroke(k)} />
          {pane('min-h-0 flex-1', lines[k]?.text ?? '', place === under.length - 1, [line(k)])}
        </div>
      ))}
    </div>
  );
}

function valuesOf(row: StoryRow, names: readonly string[]): readonly (readonly [string, string])[] {
  const values: readonly (readonly [string, number | undefined])[] = [
    ['Open', row.open],
    ['High', row.high],
    ['Low', row.low],
    ['Close', row.close],
    ...names.map((name, k) => [name, row.lines[k]] as const),
    ...(row.stop === undefined ? [] : [['Stop', row.stop] as const]),
    ...(row.target === undefined ? [] : [['Target', row.target] as const]),
  ];
  return values.map(([name, value = Number.NaN]) => [
    name,
    Math.abs(value) < 1 ? figures.format(value) : price(value),
  ]);
}
