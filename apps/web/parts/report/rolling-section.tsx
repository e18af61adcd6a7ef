'use client';

import { at, figureEntry, isoFromDay, type Report, reduceCurves } from '@plateau/core';
import { memo, useMemo, useState } from 'react';
import { Line, LineChart, ReferenceLine, ResponsiveContainer, Tooltip, YAxis } from 'recharts';
import { Grid } from '@/ui/chart/grid.tsx';
import { HELD } from '@/ui/chart/land-and-water.tsx';
import { dayAxis, dayTicks, plainAxis, StrokeKey } from '@/ui/chart/time-axis.tsx';
import { percent, ratio } from '@/ui/format.ts';
import { Toggle } from '@/ui/toggle.tsx';

const WINDOWS = [
  ['one', 'one year'],
  ['three', 'three years'],
] as const;

const MEASURES = [
  ['growth', figureEntry('cagr').name, percent],
  ['volatility', figureEntry('volatility').name, percent],
  ['sharpe', figureEntry('sharpe').name, ratio],
  ['beta', figureEntry('beta').name, ratio],
] as const;
const BUCKETS = 120;

/** Four figures over a window that rolls along the run, beside the benchmark's. */
export const RollingSection = memo(function RollingSection({
  report,
  days,
}: {
  report: Report;
  days: Int32Array;
}) {
  const [window, setWindow] = useState<'one' | 'three'>('one');
  const rolling = report.rolling[window];
  const { first, last } = report;
  const ticks = useMemo(() => dayTicks(days, { first, last }, 6), [days, first, last]);
  return (
    <>
      <Toggle
        label="Length of the window"
        value={window}
        choices={WINDOWS}
        onChange={setWindow}
        className="mr-4 mb-2"
      />
      <StrokeKey text="The benchmark, held" {...HELD} />
      <div className="grid grid-cols-2 gap-4">
        {MEASURES.map(([key, title, show]) => (
          <Rolling
            key={key}
            title={title}
            show={show}
            values={rolling[key]}
            held={key === 'beta' ? undefined : rolling.benchmark[key]}
            days={days}
            first={first}
            ticks={ticks}
          />
        ))}
      </div>
    </>
  );
});

interface RollingProps {
  readonly title: string;
  readonly show: (value: number) => string;
  readonly values: Float64Array;
  /** the benchmark's; left out where it has none of its own */
  readonly held: Float64Array | undefined;
  readonly days: Int32Array;
  /** the place in `days` of the first value */
  readonly first: number;
  readonly ticks: ReturnType<typeof dayTicks>;
}

function Rolling({ title, show, values, held, days, first, ticks }: RollingProps) {
  const begin = values.findIndex((value) => !Number.isNaN(value));
  if (begin < 0) {
    return (
      <figure>
        <figcaption>{title}</figcaption>
        <p className="py-6 text-soft">
          Undefined here: the span is shorter than the window, or nothing moved.
        </p>
      </figure>
    );
  }
  const rows = reduceCurves(held ? [values, held] : [values], begin, values.length - 1, BUCKETS).map((t) => ({
    day: at(days, first + t),
    value: values[t],
    held: held?.[t],
  }));
  return (
    <figure>
      <figcaption>{title}</figcaption>
      <div className="h-32">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 400, height: 128 }}>
          <LineChart data={rows} margin={{ top: 4, right: 8, bottom: 0, left: 0 }}>
            <Grid />
            {dayAxis(ticks, true)}
            <YAxis width={52} tickFormatter={(value: number) => show(value)} {...plainAxis} />
            <ReferenceLine y={0} stroke="var(--hairline-strong)" />
            <Tooltip
              content={({ payload }) => {
                const row = payload?.[0]?.payload as
                  | { day: number; value: number; held: number | undefined }
                  | undefined;
                return row ? (
                  <p className="border border-strong bg-raised px-2 py-1">
                    {isoFromDay(row.day)}: {show(row.value)}
                    {row.held !== undefined && `, benchmark ${show(row.held)}`}
                  </p>
                ) : null;
              }}
            />
            {held && <Line dataKey="held" dot={false} strokeWidth={1} isAnimationActive={false} {...HELD} />}
            <Line
              dataKey="value"
              dot={false}
              stroke="var(--ridge)"
              strokeWidth={1.3}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}
