'use client';

import type { ShownRun } from '@plateau/core';
import { memo } from 'react';
import { Bar, BarChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { Grid } from '@/ui/chart/grid.tsx';
import { plainAxis } from '@/ui/chart/time-axis.tsx';
import { percent } from '@/ui/format.ts';

const AXIS_WIDTH = 62;

/** Each year's return, strategy beside benchmark. */
export const YearsChart = memo(function YearsChart({ run, benchmark }: { run: ShownRun; benchmark: string }) {
  return (
    <div className="flex h-full min-h-0">
      <div className="min-w-0 flex-1">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 600, height: 200 }}>
          <BarChart
            data={run.years as { year: number; strategy: number; benchmark: number }[]}
            margin={{ top: 8, right: 8, bottom: 0, left: 0 }}
            barGap={0}
          >
            <Grid />
            <XAxis dataKey="year" {...plainAxis} />
            <YAxis width={AXIS_WIDTH} tickFormatter={(value: number) => percent(value, 0)} {...plainAxis} />
            <ReferenceLine y={0} stroke="var(--hairline-strong)" />
            <Bar dataKey="strategy" fill="var(--ridge)" isAnimationActive={false} />
            <Bar
              dataKey="benchmark"
              fill="var(--paper-sunk)"
              stroke="var(--benchmark)"
              strokeDasharray="3 2"
              isAnimationActive={false}
            />
          </BarChart>
        </ResponsiveContainer>
      </div>
      <div className="w-60 overflow-auto border-l border-hairline px-3">
        <table className="w-full text-right" aria-label="Yearly returns">
          <thead className="sticky top-0 bg-paper">
            <tr>
              <th scope="col" className="text-left font-normal text-soft">
                Year
              </th>
              <th scope="col">Strategy</th>
              <th scope="col" className="font-semibold">
                {benchmark}
              </th>
            </tr>
          </thead>
          <tbody>
            {run.years.map(({ year, strategy, benchmark: theirs }) => (
              <tr key={year} className="border-t border-hairline">
                <th scope="row" className="text-left font-normal">
                  {year}
                </th>
                <td className={strategy < 0 ? 'text-loss' : 'text-gain'}>{percent(strategy)}</td>
                <td className="text-soft">{percent(theirs)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
});
