'use client';

import { type EdgeRow, excessError, wilsonInterval } from '@plateau/core';
import type { ReactNode } from 'react';
import { ComposedChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis } from 'recharts';
import { Grid } from '@/ui/chart/grid.tsx';
import { Readout } from '@/ui/chart/readout.tsx';
import { CURSOR, plainAxis } from '@/ui/chart/time-axis.tsx';
import { count, percent } from '@/ui/format.ts';
import { anyBar, errorBand, outcomeLine, shareAxis, winsAxis } from './band.tsx';

interface HorizonChartsProps {
  /** of one signal, a row a horizon */
  readonly rows: readonly EdgeRow[];
  readonly onOpen: (row: EdgeRow) => void;
}

/** What follows a signal by how long after it, beside what follows any bar: the mean move, and the share of wins. */
export function HorizonCharts({ rows, onOpen }: HorizonChartsProps) {
  return (
    <div className="flex flex-wrap gap-6">
      <HorizonChart
        title="Mean move"
        rows={rows}
        value={({ mean }) => mean}
        base={({ base }) => base}
        band={(row) => within(row.mean, 2 * excessError(row))}
        told="± 2 standard errors"
        axis={shareAxis(2)}
        onOpen={onOpen}
      />
      <HorizonChart
        title="Share of wins"
        rows={rows}
        value={({ wins }) => wins}
        base={({ baseWins }) => baseWins}
        band={({ wins, n }) => wilsonInterval(wins, n)}
        told="95% interval (Wilson)"
        axis={winsAxis}
        onOpen={onOpen}
      />
    </div>
  );
}

interface HorizonChartProps extends HorizonChartsProps {
  readonly title: string;
  readonly value: (row: EdgeRow) => number;
  readonly base: (row: EdgeRow) => number;
  /** from low to high; undefined where it is not known */
  readonly band: (row: EdgeRow) => readonly [number, number] | undefined;
  readonly told: string;
  readonly axis: ReactNode;
}

const within = (middle: number, wide: number): readonly [number, number] | undefined =>
  Number.isNaN(middle + wide) ? undefined : [middle - wide, middle + wide];

function HorizonChart({ title, rows, value, base, band, told, axis, onOpen }: HorizonChartProps) {
  const points = rows.map((row) => {
    const is = value(row);
    return {
      row,
      horizon: row.horizon,
      value: Number.isNaN(is) ? undefined : is,
      base: Number.isNaN(base(row)) ? undefined : base(row),
      band: band(row),
    };
  });
  return (
    <figure className="min-w-80 flex-1" data-chart={title}>
      <figcaption>
        <span className="font-semibold">{title}</span>{' '}
        <span className="text-soft">by bars after the event, {told}; dashed: after any bar</span>
      </figcaption>
      <div className="h-52">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 420, height: 208 }}>
          <ComposedChart
            data={points}
            margin={{ top: 6, right: 10, bottom: 0, left: 0 }}
            onClick={({ activeTooltipIndex }) => {
              const point = points[Number(activeTooltipIndex)];
              if (point) onOpen(point.row);
            }}
          >
            <Grid />
            <XAxis dataKey="horizon" {...plainAxis} />
            {axis}
            <ReferenceLine y={0} stroke="var(--hairline-strong)" />
            <Tooltip
              isAnimationActive={false}
              cursor={CURSOR}
              content={({ active, payload }) => {
                const point = active
                  ? (payload?.[0]?.payload as (typeof points)[number] | undefined)
                  : undefined;
                return point ? (
                  <Readout
                    day={0}
                    title={`After ${count(point.horizon, 'bar')}`}
                    rows={[
                      [title, percent(point.value ?? Number.NaN, 2)],
                      ['After any bar', percent(point.base ?? Number.NaN, 2)],
                      ['Events', count(point.row.n)],
                    ]}
                  />
                ) : null;
              }}
            />
            {errorBand}
            {anyBar}
            {outcomeLine('value', 3.5)}
          </ComposedChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}
