'use client';

import { at, type Report } from '@plateau/core';
import { memo } from 'react';
import { ReferenceLine, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from 'recharts';
import { Grid } from '@/ui/chart/grid.tsx';
import { chance, count, percent, ratio } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';

/** How far the benchmark explains the result, and whether what is left could be chance. */
export const RegressionSection = memo(function RegressionSection({
  report,
  benchmark,
}: {
  report: Report;
  benchmark: string;
}) {
  const { byBar, byMonth } = report.regression;
  const monthly = byMonth.regression;
  const points = Array.from(byMonth.benchmark, (x, k) => ({ x, y: at(byMonth.strategy, k) }));
  const xs = points.map(({ x }) => x);
  const [low, high] = [Math.min(...xs), Math.max(...xs)];
  const line = (x: number) => ({ x, y: monthly.alpha.value + monthly.beta.value * x });
  return (
    <div className="flex gap-8">
      <div className="flex-1">
        <PlainTable
          label="Regression"
          head={['', 'Alpha', 'error', 't', 'p', 'Beta', 'error', 'R²', 'n']}
          rows={[byMonth, byBar].map(({ regression: { alpha, beta, rSquared, n } }, k) => [
            k === 0 ? 'by month' : 'by bar',
            percent(alpha.value, k === 0 ? 2 : 3),
            percent(alpha.error, k === 0 ? 2 : 3),
            ratio(alpha.t),
            chance(alpha.p),
            ratio(beta.value),
            ratio(beta.error),
            ratio(rSquared),
            count(n),
          ])}
        />
        <p className="max-w-xl pt-2">{sentence(report, benchmark)}</p>
        <p className="max-w-xl pt-1 text-soft">
          Least squares with intercept, returns above cash; errors as if months were independent and alike,
          which makes p smaller than it should be when they are not.
        </p>
      </div>
      {points.length > 2 && (
        <div
          className="h-56 flex-1"
          role="img"
          aria-label={`Months of the strategy against ${benchmark}, with their line`}
        >
          <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 400, height: 224 }}>
            <ScatterChart margin={{ top: 4, right: 8, bottom: 4, left: 0 }}>
              <Grid upright />
              <XAxis
                dataKey="x"
                type="number"
                domain={['dataMin', 'dataMax']}
                tickFormatter={(value: number) => percent(value, 0)}
                tick={{ fill: 'var(--ink-soft)', fontSize: 11 }}
                tickLine={false}
              />
              <YAxis
                dataKey="y"
                type="number"
                width={48}
                tickFormatter={(value: number) => percent(value, 0)}
                tick={{ fill: 'var(--ink-soft)', fontSize: 11 }}
                tickLine={false}
              />
              <ReferenceLine
                segment={[line(low), line(high)]}
                stroke="var(--benchmark)"
                strokeDasharray="6 3.5"
                ifOverflow="extendDomain"
              />
              <Scatter
                data={points}
                fill="var(--ridge)"
                isAnimationActive={false}
                shape={({ cx, cy }: { cx?: number; cy?: number }) => (
                  <circle cx={cx} cy={cy} r={2.2} fill="var(--ridge)" />
                )}
              />
            </ScatterChart>
          </ResponsiveContainer>
        </div>
      )}
    </div>
  );
});

function sentence({ regression: { byMonth } }: Report, benchmark: string): string {
  const { alpha, beta, n } = byMonth.regression;
  if (n < 3) return 'There are too few months to tell a skill from chance.';
  if (!Number.isFinite(alpha.p)) return 'One of the two did not move at all: there is nothing to explain.';
  const moves = `When ${benchmark} moves by 1%, the strategy moves by ${ratio(beta.value)}% on average.`;
  const left = `What is left, ${percent(alpha.value, 2)} a month,`;
  return alpha.p < 0.05
    ? `${moves} ${left} would come about by chance in ${percent(alpha.p)} of such stretches of ${count(n)} months: hard to call luck, if this was the only thing tried.`
    : `${moves} ${left} would come about by chance in ${percent(alpha.p, 0)} of such stretches of ${count(n)} months: it cannot be told from luck.`;
}
