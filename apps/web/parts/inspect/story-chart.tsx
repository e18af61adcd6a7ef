'use client';

import { at, isoFromDay, monthOf, type TradeStory, yearOf } from '@plateau/core';
import { useMemo } from 'react';
import { Bar, Line, ReferenceDot, ReferenceLine } from 'recharts';
import { drawBar } from '@/parts/chart/marks.tsx';
import { placeAxis } from '@/parts/chart/place-axis.tsx';
import { periodTicks } from '@/parts/chart/rows.ts';
import { ChartPane, plainLine } from '@/ui/chart/pane.tsx';
import { StrokeKey } from '@/ui/chart/time-axis.tsx';
import { plainNumber, price } from '@/ui/format.ts';
import { type StoryRow, storyRows } from './story-rows.ts';

const AXIS_WIDTH = 58;
const LINES = [
  { stroke: 'var(--waterline)' },
  { stroke: 'var(--ghost)', strokeDasharray: '6 2' },
  { stroke: 'var(--ridge)', strokeDasharray: '2 2' },
  { stroke: 'var(--word-instrument)', strokeDasharray: '8 3 2 3' },
  { stroke: 'var(--focus)', strokeDasharray: '1 3' },
] as const;
const STOP = { stroke: 'var(--loss)', strokeWidth: 1.2 } as const;
const TARGET = { stroke: 'var(--gain)', strokeWidth: 1.2 } as const;
const YEARLY = 500;

const strokeOf = (k: number) => LINES[k % LINES.length] ?? LINES[0];

/** The bars around a trade: band from entry dot to exit ring, stops and target as steps, the rules' measures over or under. */
export function StoryChart({ story }: { story: TradeStory }) {
  const rows = useMemo(() => storyRows(story), [story]);
  const { trade, lines } = story;
  const last = rows.length - 1;
  const names = lines.map(({ text }) => text);
  const over = lines.flatMap(({ isPrice }, k) => (isPrice ? [k] : []));
  const under = inPanels(lines);
  const days = rows.map(({ day }) => day);
  const ticks = periodTicks(rows, rows.length > YEARLY ? yearOf : monthOf);
  const along = (shown: boolean) => placeAxis({ days, first: 0, last, ticks, shown });
  const values = (count: number) => ({ width: AXIS_WIDTH, ticks: count, format: plainNumber });
  return (
    <div
      role="img"
      aria-label={`Bars of ${trade.symbol} from ${isoFromDay(at(days, 0))} to ${isoFromDay(at(days, last))}, with the trade on them`}
      className="flex min-h-0 flex-1 flex-col"
    >
      <div className="flex flex-wrap gap-x-4 text-soft">
        {over.map((k) => (
          <StrokeKey key={names[k]} text={names[k] ?? ''} {...strokeOf(k)} />
        ))}
        {rows.some(({ stop }) => stop !== undefined) && <StrokeKey text="Stop" {...STOP} />}
        {rows.some(({ target }) => target !== undefined) && <StrokeKey text="Target" {...TARGET} />}
      </div>
      <ChartPane
        name="story-prices"
        className="min-h-0 flex-[4]"
        rows={rows}
        group="story"
        along={along(under.length === 0)}
        values={values(9)}
        readout={(row) => ({ day: row.day, rows: valuesOf(row, names) })}
      >
        <Bar dataKey="range" isAnimationActive={false} shape={drawBar} />
        {over.map((k) => lineOf(k, names[k]))}
        <Line dataKey="stop" type="stepAfter" {...plainLine} {...STOP} />
        <Line dataKey="target" type="stepAfter" {...plainLine} {...TARGET} />
        {tradeMarks(story, last, rows[last]?.close)}
      </ChartPane>
      {under.map((its, place) => (
        <div key={its.join(' ')} className="flex min-h-0 flex-1 flex-col">
          <span className="flex flex-wrap gap-x-4">
            {its.map((k) => (
              <StrokeKey key={names[k]} text={names[k] ?? ''} {...strokeOf(k)} />
            ))}
          </span>
          <ChartPane
            name="story-measure"
            className="min-h-0 flex-1"
            rows={rows}
            group="story"
            along={along(place === under.length - 1)}
            values={values(3)}
          >
            {its.map((k) => lineOf(k, names[k]))}
          </ChartPane>
        </div>
      ))}
    </div>
  );
}

/** The places of the lines that stand below the bars: what a rule compares shares a panel and its scale. */
function inPanels(lines: TradeStory['lines']): readonly (readonly number[])[] {
  const panels = new Map<number, number[]>();
  for (const [k, { isPrice, panel }] of lines.entries()) {
    if (!isPrice) panels.set(panel, [...(panels.get(panel) ?? []), k]);
  }
  return [...panels.values()];
}

function lineOf(k: number, name: string | undefined) {
  return (
    <Line
      key={name}
      dataKey={(row: StoryRow) => row.lines[k]}
      strokeWidth={1.2}
      {...plainLine}
      {...strokeOf(k)}
    />
  );
}

/** The band from the entry to the exit, or to the last bar of a trade that is open, and their marks. */
function tradeMarks({ trade, entry, exit }: TradeStory, last: number, lastClose: number | undefined) {
  const end = { x: exit ?? last, y: trade.exitPrice ?? lastClose ?? trade.entryPrice };
  return [
    <ReferenceLine
      key="band"
      segment={[{ x: entry, y: trade.entryPrice }, end]}
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
    exit !== undefined && trade.exitPrice !== undefined && (
      <ReferenceDot
        key="exit"
        x={exit}
        y={trade.exitPrice}
        r={5}
        fill="none"
        stroke="var(--accent)"
        strokeWidth={2}
        ifOverflow="visible"
      />
    ),
  ];
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
    Math.abs(value) < 1 ? plainNumber(value) : price(value),
  ]);
}
