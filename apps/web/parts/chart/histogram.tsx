'use client';

import type { Distribution } from '@plateau/core';
import { Bar, BarChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { Grid } from '@/ui/chart/grid.tsx';
import { plainAxis } from '@/ui/chart/time-axis.tsx';

interface HistogramProps {
  readonly distribution: Distribution;
  readonly write: (value: number, digits?: number) => string;
  /** its height */
  readonly className?: string;
}

/** How values are spread, a bar a bin. */
export function Histogram({ distribution, write, className = 'h-56' }: HistogramProps) {
  const rows = distribution.bins.map(({ from, to, count: n }) => ({ middle: (from + to) / 2, n }));
  return (
    <div className={className}>
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 500, height: 224 }}>
        <BarChart data={rows} margin={{ top: 4, right: 8, bottom: 0, left: 0 }} barCategoryGap={1}>
          <Grid />
          <XAxis dataKey="middle" tickFormatter={(value: number) => write(value, 0)} {...plainAxis} />
          <YAxis width={44} {...plainAxis} />
          <ReferenceLine x={0} stroke="var(--hairline-strong)" />
          <Bar dataKey="n" fill="var(--ridge)" isAnimationActive={false} />
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}
