'use client';

import { at, multiplesOf, reduceCurves } from '@plateau/core';
import { Line, LineChart, ResponsiveContainer, YAxis } from 'recharts';
import { Grid } from '@/ui/chart/grid.tsx';
import { dayAxis, dayTicks, TICK } from '@/ui/chart/time-axis.tsx';
import { percent } from '@/ui/format.ts';
import { HELD, type Shown, STROKES } from './shown.ts';

const BUCKETS = 200;

type Row = Record<string, number>;

/** A row a day in the order of days, with each run's multiple under `r0`, `r1` … and the benchmark's under `held`. */
function rowsOf(shown: readonly Shown[]): Row[] {
  const rows = new Map<number, Row>();
  const add = (key: string, day: Int32Array, equity: Float64Array): void => {
    const multiples = multiplesOf(equity, 0);
    for (const t of reduceCurves([equity], 0, day.length - 1, BUCKETS)) {
      const date = at(day, t);
      rows.set(date, { ...rows.get(date), day: date, [key]: at(multiples, t) });
    }
  };
  for (const [k, { run }] of shown.entries()) add(`r${k}`, run.marks.day, run.marks.equity);
  const [first] = shown;
  if (first) add('held', first.run.marks.day, first.run.benchmark);
  return [...rows.values()].sort((a, b) => (a.day ?? 0) - (b.day ?? 0));
}

/** Returns from the runs' first days, the first one's benchmark among them. */
export function Curves({ shown }: { shown: readonly Shown[] }) {
  const data = rowsOf(shown);
  const days = Int32Array.from(data, ({ day = 0 }) => day);
  return (
    <div className="h-64" role="img" aria-label="Returns of the runs from their first days">
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 900, height: 256 }}>
        <LineChart data={data} margin={{ top: 4, right: 8, bottom: 0, left: 0 }}>
          <Grid />
          {dayAxis(dayTicks(days, { first: 0, last: days.length - 1 }), true)}
          <YAxis width={52} tickFormatter={(multiple: number) => percent(multiple - 1, 0)} tick={TICK} />
          <Line dataKey="held" connectNulls dot={false} isAnimationActive={false} strokeWidth={1} {...HELD} />
          {shown.map(({ kept }, k) => (
            <Line
              key={kept.id}
              dataKey={`r${k}`}
              connectNulls
              dot={false}
              isAnimationActive={false}
              strokeWidth={1.4}
              {...STROKES[k % STROKES.length]}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
    </div>
  );
}
