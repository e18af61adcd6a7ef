'use client';

import { exitSession, type Trade } from '@plateau/core';
import { useMemo } from 'react';
import { ReferenceLine, ResponsiveContainer, Scatter, ScatterChart, Tooltip, YAxis, ZAxis } from 'recharts';
import { exitText } from '@/parts/trades/fill-day.tsx';
import { Grid } from '@/ui/chart/grid.tsx';
import { dayAxis, type dayTicks, plainAxis } from '@/ui/chart/time-axis.tsx';
import { money, percent } from '@/ui/format.ts';

/** Trades drawn; of more, those with the largest profits and losses. */
const MOST = 1500;

interface ProfitChartProps {
  readonly trades: readonly Trade[];
  readonly ticks: ReturnType<typeof dayTicks>;
  readonly onOpen?: ((trade: Trade) => void) | undefined;
}

/** The return of each trade over time: a dot by its exit day, as large as its money, filled for a profit and a ring for a loss. */
export function ProfitChart({ trades, ticks, onOpen }: ProfitChartProps) {
  const points = useMemo(
    () =>
      [...trades]
        .sort((a, b) => Math.abs(b.profit) - Math.abs(a.profit))
        .slice(0, MOST)
        .map((trade) => ({
          day: exitSession(trade)?.day ?? 0,
          y: trade.return,
          z: Math.abs(trade.profit),
          trade,
        })),
    [trades],
  );
  return (
    <figure>
      <figcaption>
        Each trade by its exit day: height is its return, size its money
        {points.length < trades.length && `; the ${MOST} of most money are drawn`}
      </figcaption>
      <div className="h-56" role="img" aria-label="Returns of the trades over time: one mark a trade">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 900, height: 224 }}>
          <ScatterChart margin={{ top: 4, right: 8, bottom: 0, left: 0 }}>
            <Grid upright />
            {dayAxis(ticks, true)}
            <YAxis
              dataKey="y"
              type="number"
              width={52}
              tickFormatter={(value: number) => percent(value, 0)}
              {...plainAxis}
            />
            <ZAxis dataKey="z" range={[6, 160]} />
            <ReferenceLine y={0} stroke="var(--hairline-strong)" />
            <Tooltip
              isAnimationActive={false}
              content={({ payload }) => {
                const trade = (payload?.[0]?.payload as { trade: Trade } | undefined)?.trade;
                return trade ? (
                  <p className="border border-strong bg-raised px-2 py-1">
                    {trade.symbol} {trade.side}, out {exitText(trade)}: {percent(trade.return)},{' '}
                    {money(trade.profit)}
                  </p>
                ) : null;
              }}
            />
            <Scatter
              data={points}
              isAnimationActive={false}
              shape={mark}
              onClick={(point: { payload?: { trade?: Trade } }) => {
                if (point.payload?.trade) onOpen?.(point.payload.trade);
              }}
              {...(onOpen && { cursor: 'pointer' })}
            />
          </ScatterChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}

interface MarkProps {
  readonly cx?: number;
  readonly cy?: number;
  readonly size?: number;
  readonly payload?: { readonly y: number };
}

function mark({ cx = 0, cy = 0, size = 20, payload }: MarkProps) {
  const radius = Math.sqrt(size / Math.PI);
  return payload && payload.y > 0 ? (
    <circle cx={cx} cy={cy} r={radius} fill="var(--gain)" fillOpacity={0.55} />
  ) : (
    <circle cx={cx} cy={cy} r={radius} fill="none" stroke="var(--loss)" strokeOpacity={0.8} />
  );
}
