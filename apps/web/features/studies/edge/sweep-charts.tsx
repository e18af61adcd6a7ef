'use client';

import { type EdgeRow, wilsonInterval } from '@plateau/core';
import { Bar, ComposedChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { Grid } from '@/ui/chart/grid.tsx';
import { plainAxis } from '@/ui/chart/time-axis.tsx';
import { short } from '@/ui/format.ts';
import { anyBar, errorBand, outcomeLine, winsAxis } from './band.tsx';

interface SweepChartsProps {
  readonly dial: string;
  /** of one signal and horizon, a row a value of its dial */
  readonly rows: readonly EdgeRow[];
  readonly onOpen: (row: EdgeRow) => void;
}

/** A swept dial as two charts under one axis: how often it won, and on how many days it spoke. The more one asks, the fewer answer. */
export function SweepCharts({ dial, rows, onOpen }: SweepChartsProps) {
  const points = rows.map((row) => ({
    row,
    value: row.value,
    wins: Number.isNaN(row.wins) ? undefined : row.wins,
    base: row.baseWins,
    band: wilsonInterval(row.wins, row.n),
    n: row.n,
  }));
  const open = ({ activeTooltipIndex }: { activeTooltipIndex?: unknown }): void => {
    const point = points[Number(activeTooltipIndex)];
    if (point) onOpen(point.row);
  };
  const common = { data: points, margin: { top: 6, right: 10, bottom: 0, left: 0 }, onClick: open } as const;
  return (
    <figure className="min-w-80 flex-1" data-chart={`sweep of ${dial}`}>
      <figcaption>
        <span className="font-semibold">Share of wins</span>{' '}
        <span className="text-soft">
          by {dial}, 95% interval (Wilson); dashed: after any bar. Below: events.
        </span>
      </figcaption>
      <div className="h-36">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 420, height: 144 }}>
          <ComposedChart {...common}>
            <Grid />
            <XAxis dataKey="value" scale="band" tick={false} height={4} axisLine={false} tickLine={false} />
            {winsAxis}
            {errorBand}
            {anyBar}
            {outcomeLine('wins', 3)}
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <div className="h-24">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 420, height: 96 }}>
          <ComposedChart {...common}>
            <Grid />
            <XAxis dataKey="value" scale="band" {...plainAxis} />
            <YAxis width={56} tickFormatter={(tick: number) => short(tick)} tickCount={3} {...plainAxis} />
            <Bar dataKey="n" fill="var(--water)" stroke="var(--waterline)" isAnimationActive={false} />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}
