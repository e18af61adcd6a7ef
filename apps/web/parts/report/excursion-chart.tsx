'use client';

import { at, type Trade, thinnedPoints } from '@plateau/core';
import { useMemo } from 'react';
import { ReferenceLine, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from 'recharts';
import { Grid } from '@/ui/chart/grid.tsx';
import { plainAxis } from '@/ui/chart/time-axis.tsx';
import { percent } from '@/ui/format.ts';

/** Cells that a point fills by itself, so that thousands of trades are drawn as what can be seen of them. */
const COLUMNS = 110;
const ROWS = 60;

interface ExcursionChartProps {
  readonly title: string;
  readonly trades: readonly Trade[];
  readonly of: 'mae' | 'mfe';
}

/** The worst or the best excursion of each trade against its return: a dot above the line for a win, a bar below for a loss. */
export function ExcursionChart({ title, trades, of }: ExcursionChartProps) {
  const points = useMemo(() => {
    const x = Float64Array.from(trades, (trade) => trade[of]);
    const y = Float64Array.from(trades, (trade) => trade.return);
    return thinnedPoints(x, y, COLUMNS, ROWS).map((i) => ({ x: at(x, i), y: at(y, i) }));
  }, [trades, of]);
  const axis = {
    type: 'number',
    domain: ['auto', 'auto'],
    tickFormatter: (value: number) => percent(value, 0),
    ...plainAxis,
  } as const;
  return (
    <figure>
      <figcaption>{title}</figcaption>
      <div className="h-48" role="img" aria-label={`${title}: one mark a trade`}>
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 480, height: 192 }}>
          <ScatterChart margin={{ top: 4, right: 8, bottom: 0, left: 0 }}>
            <Grid upright />
            <XAxis dataKey="x" {...axis} />
            <YAxis dataKey="y" width={48} {...axis} />
            <ReferenceLine y={0} stroke="var(--hairline-strong)" />
            <Scatter data={points} isAnimationActive={false} shape={mark} />
          </ScatterChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}

function mark({ cx = 0, cy = 0, payload }: { cx?: number; cy?: number; payload?: { y: number } }) {
  return payload && payload.y > 0 ? (
    <circle cx={cx} cy={cy} r={1.8} fill="var(--gain)" />
  ) : (
    <path d={`M${cx - 2} ${cy}h4`} stroke="var(--loss)" strokeWidth={1.4} />
  );
}
