'use client';

import { type EdgeRow, excessError, winsError } from '@plateau/core';
import { ComposedChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis } from 'recharts';
import { Grid } from '@/ui/chart/grid.tsx';
import { Readout } from '@/ui/chart/readout.tsx';
import { CURSOR, plainAxis } from '@/ui/chart/time-axis.tsx';
import { count, percent } from '@/ui/format.ts';
import { anyBar, errorBand, outcomeLine, shareAxis } from './band.tsx';

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
        error={excessError}
        digits={2}
        onOpen={onOpen}
      />
      <HorizonChart
        title="Share of wins"
        rows={rows}
        value={({ wins }) => wins}
        base={({ baseWins }) => baseWins}
        error={winsError}
        digits={1}
        onOpen={onOpen}
      />
    </div>
  );
}

interface HorizonChartProps extends HorizonChartsProps {
  readonly title: string;
  readonly value: (row: EdgeRow) => number;
  readonly base: (row: EdgeRow) => number;
  readonly error: (row: EdgeRow) => number;
  readonly digits: number;
}

function HorizonChart({ title, rows, value, base, error, digits, onOpen }: HorizonChartProps) {
  const points = rows.map((row) => {
    const [is, wide] = [value(row), 2 * error(row)];
    return {
      row,
      horizon: row.horizon,
      value: Number.isNaN(is) ? undefined : is,
      base: Number.isNaN(base(row)) ? undefined : base(row),
      band: Number.isNaN(is + wide) ? undefined : [is - wide, is + wide],
    };
  });
  return (
    <figure className="min-w-80 flex-1" data-chart={title}>
      <figcaption>
        <span className="font-semibold">{title}</span>{' '}
        <span className="text-soft">by bars after the event, ± 2 standard errors; dashed: after any bar</span>
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
            {shareAxis(digits)}
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
