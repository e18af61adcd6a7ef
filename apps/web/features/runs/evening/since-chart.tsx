'use client';

import { at, reduceCurves, type Since } from '@plateau/core';
import { memo, useMemo } from 'react';
import { Area, Line } from 'recharts';
import { ChartGroup } from '@/ui/chart/chart-group.tsx';
import { HELD } from '@/ui/chart/land-and-water.tsx';
import { ChartPane, plainLine } from '@/ui/chart/pane.tsx';
import { dayAxis, dayTicks, StrokeKey, selectedDays } from '@/ui/chart/time-axis.tsx';
import { useZoom } from '@/ui/chart/use-zoom.ts';
import { percent } from '@/ui/format.ts';

const BUCKETS = 190;
const OWN = { stroke: 'var(--accent)', strokeDasharray: '7 3 2 3' } as const;

interface Row {
  readonly day: number;
  readonly equity: number;
  readonly benchmark: number;
  readonly range: readonly [number, number] | undefined;
  readonly middle: number | undefined;
  readonly own: number | undefined;
}

interface SinceChartProps {
  readonly name: string;
  readonly since: Since;
  readonly benchmark: string;
  /** own money over the same days */
  readonly own: Float64Array | undefined;
}

/** The curve since the trusted day within the band of the tested days drawn again, beside the benchmark. */
export const SinceChart = memo(function SinceChart({ name, since, benchmark, own }: SinceChartProps) {
  const { days, curve, band } = since;
  const zoom = useZoom(days);
  const { span, drag, mouse } = zoom;
  const start = own?.[0] ?? Number.NaN;
  const rows = useMemo(() => {
    const lines = [curve, since.benchmark, ...(band ? [band.low, band.high] : [])];
    return reduceCurves(lines, span.first, span.last, BUCKETS).map(
      (t): Row => ({
        day: at(days, t),
        equity: at(curve, t) - 1,
        benchmark: at(since.benchmark, t) - 1,
        range: band && [at(band.low, t) - 1, at(band.high, t) - 1],
        middle: band && at(band.middle, t) - 1,
        own: own && at(own, t) / start - 1,
      }),
    );
  }, [days, curve, since.benchmark, band, own, start, span]);
  const ticks = useMemo(() => dayTicks(days, span), [days, span]);
  return (
    <ChartGroup name={`${name} since it is trusted`} zoom={zoom}>
      <div className="flex flex-wrap items-center gap-x-4 text-soft">
        <StrokeKey text="Strategy" stroke="var(--ridge)" />
        <StrokeKey text={`${benchmark} held`} {...HELD} />
        {own && <StrokeKey text="Your account" {...OWN} />}
        {band && (
          <span className="flex items-center gap-1.5">
            <svg aria-hidden width={26} height={10}>
              <rect width={26} height={10} fill="var(--paper-sunk)" stroke="var(--hairline-strong)" />
            </svg>
            5 to 95 of 100 draws of the tested days
          </span>
        )}
      </div>
      <ChartPane
        name="since"
        className="h-56"
        rows={rows}
        along={dayAxis(ticks, true)}
        values={{ format: (value) => percent(value, 0), ticks: 5 }}
        readout={(row) => ({ day: row.day, rows: valuesOf(row, benchmark) })}
        mouse={mouse}
      >
        {band && (
          <Area
            dataKey="range"
            stroke="var(--hairline-strong)"
            strokeWidth={0.7}
            fill="var(--paper-sunk)"
            isAnimationActive={false}
            activeDot={false}
          />
        )}
        {band && <Line dataKey="middle" stroke="var(--hairline-strong)" strokeWidth={1} {...plainLine} />}
        <Line dataKey="benchmark" strokeWidth={1.3} {...plainLine} {...HELD} />
        {own && <Line dataKey="own" strokeWidth={1.3} {...plainLine} {...OWN} />}
        <Line dataKey="equity" stroke="var(--ridge)" strokeWidth={1.8} {...plainLine} />
        {selectedDays(drag)}
      </ChartPane>
    </ChartGroup>
  );
});

function valuesOf(
  { equity, benchmark, range, middle, own }: Row,
  name: string,
): readonly (readonly [string, string])[] {
  return [
    ['Strategy', percent(equity)],
    [`${name} held`, percent(benchmark)],
    ...(own === undefined ? [] : ([['Your account', percent(own)]] as const)),
    ...(range && middle !== undefined
      ? ([
          ['95 of 100 below', percent(range[1])],
          ['Half below', percent(middle)],
          ['5 of 100 below', percent(range[0])],
        ] as const)
      : []),
  ];
}
