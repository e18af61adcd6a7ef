// How an outcome looks beside any bar's: its line with dots, a band of two standard errors, the base dashed.

import { Area, Line, YAxis } from 'recharts';
import { HELD } from '@/ui/chart/land-and-water.tsx';
import { plainAxis } from '@/ui/chart/time-axis.tsx';
import { percent } from '@/ui/format.ts';

/** From low to high; the rows have it under `band`. */
export const errorBand = (
  <Area
    key="band"
    dataKey="band"
    stroke="none"
    fill="var(--land)"
    fillOpacity={0.6}
    isAnimationActive={false}
    activeDot={false}
  />
);

/** After any bar; the rows have it under `base`. */
export const anyBar = (
  <Line
    key="base"
    dataKey="base"
    dot={false}
    activeDot={false}
    isAnimationActive={false}
    strokeWidth={1.3}
    {...HELD}
  />
);

/** @param dots their radius; none when left out */
export const outcomeLine = (dataKey: string, dots?: number) => (
  <Line
    key={dataKey}
    dataKey={dataKey}
    stroke="var(--ridge)"
    strokeWidth={1.8}
    dot={dots === undefined ? false : { r: dots, fill: 'var(--ridge)', strokeWidth: 0 }}
    isAnimationActive={false}
  />
);

/** Recharts knows it only when it is called as a function, not as an element of another kind. */
export const shareAxis = (digits: number) => (
  <YAxis
    width={56}
    domain={['auto', 'auto']}
    tickFormatter={(tick: number) => percent(tick, digits)}
    {...plainAxis}
  />
);

/** A share of wins: it cannot be below 0 nor above 1. */
export const winsAxis = (
  <YAxis
    key="wins"
    width={56}
    domain={[
      (least: number) => Math.max(0, Math.floor(10 * least) / 10),
      (most: number) => Math.min(1, Math.ceil(10 * most) / 10),
    ]}
    tickFormatter={(tick: number) => percent(tick, 0)}
    {...plainAxis}
  />
);
