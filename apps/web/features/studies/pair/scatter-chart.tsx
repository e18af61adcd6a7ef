'use client';

import { at, explainedByHedge, type PairStudy, type ShownPair, thinnedPoints } from '@plateau/core';
import { memo, useMemo } from 'react';
import { ScatterChart as Chart, ReferenceLine, ResponsiveContainer, Scatter, XAxis, YAxis } from 'recharts';
import { Grid } from '@/ui/chart/grid.tsx';
import { plainAxis } from '@/ui/chart/time-axis.tsx';
import { count, plainNumber, ratio } from '@/ui/format.ts';

const COLUMNS = 110;
const ROWS = 80;

/** Both prices against each other with the line that was fitted; the training days are lit. */
export const ScatterChart = memo(function ScatterChart({
  study,
  pair,
}: {
  study: PairStudy;
  pair: ShownPair;
}) {
  const { y, x, hedge, trained } = pair;
  const explained = useMemo(() => explainedByHedge(pair), [pair]);
  const parts = useMemo(() => {
    const points = (from: number, to: number) => {
      const [xs, ys] = [x.subarray(from, to), y.subarray(from, to)];
      return thinnedPoints(xs, ys, COLUMNS, ROWS).map((k) => ({ x: at(xs, k), y: at(ys, k) }));
    };
    return {
      rest: [...points(0, trained.first), ...points(trained.end, x.length)],
      training: points(trained.first, trained.end),
    };
  }, [x, y, trained]);
  const [low, high] = useMemo(() => [Math.min(...x), Math.max(...x)], [x]);
  const line = (value: number) => ({ x: value, y: hedge.a + hedge.b * value });
  const dot = (fill: string, opacity: number) =>
    function Dot({ cx, cy }: { cx?: number; cy?: number }) {
      return <circle cx={cx} cy={cy} r={1.9} fill={fill} opacity={opacity} />;
    };
  const logs = study.prices === 'log' ? 'log ' : '';
  return (
    <figure className="w-96 shrink-0" data-chart="both prices">
      <figcaption>
        <span className="font-semibold">
          {logs}
          {study.y} = {study.hedge.method === 'origin' ? '' : `${ratio(hedge.a)} + `}
          {ratio(hedge.b, 4)} × {logs}
          {study.x}
        </span>{' '}
        <span className="text-soft">
          error {ratio(hedge.seB, 4)}, R² {ratio(explained)}
          {explained < 0 && ' (the mean alone is nearer: the line explains nothing)'}, {count(hedge.n)} days;
          dark: training
        </span>
      </figcaption>
      <div className="h-60">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 384, height: 240 }}>
          <Chart margin={{ top: 6, right: 8, bottom: 4, left: 0 }}>
            <Grid upright />
            <XAxis
              dataKey="x"
              type="number"
              domain={['auto', 'auto']}
              tickFormatter={(tick: number) => plainNumber(tick)}
              {...plainAxis}
            />
            <YAxis
              dataKey="y"
              type="number"
              domain={['auto', 'auto']}
              width={54}
              tickFormatter={(tick: number) => plainNumber(tick)}
              {...plainAxis}
            />
            <Scatter
              data={parts.rest}
              isAnimationActive={false}
              shape={dot('var(--hairline-strong)', 0.55)}
            />
            <Scatter data={parts.training} isAnimationActive={false} shape={dot('var(--ridge)', 0.9)} />
            <ReferenceLine
              segment={[line(low), line(high)]}
              stroke="var(--accent)"
              strokeWidth={1.4}
              ifOverflow="hidden"
            />
          </Chart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
});
