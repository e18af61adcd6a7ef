'use client';

import { at, meansOver, type ShownBlend } from '@plateau/core';
import { memo, useMemo } from 'react';
import { Area } from 'recharts';
import { ChartGroup } from '@/ui/chart/chart-group.tsx';
import { ChartPane } from '@/ui/chart/pane.tsx';
import { dayAxis, dayTicks, StrokeKey, selectedDays } from '@/ui/chart/time-axis.tsx';
import { type Span, useZoom } from '@/ui/chart/use-zoom.ts';
import { count, percent } from '@/ui/format.ts';
import { strokeOf } from './strokes.ts';

const BUCKETS = 160;

/** What one point of the chart is the mean of. */
function days({ first, last }: Span): string {
  const each = (last - first + 1) / BUCKETS;
  return each <= 1 ? 'at each close' : `means of ${count(Math.round(each), 'day')}`;
}

interface Row {
  readonly day: number;
  readonly shares: readonly number[];
}

/** How much of the equity each part has at work over time, stacked: what is missing to the top is idle. */
export const AtWork = memo(function AtWork({ run }: { run: ShownBlend }) {
  const { marks, parts } = run;
  const zoom = useZoom(marks.day);
  const { span, drag, mouse } = zoom;
  const rows = useMemo(() => {
    const columns = parts.map(({ atWork }) => atWork);
    const { end, means } = meansOver(columns, span.first, span.last, BUCKETS);
    return Array.from(
      end,
      (t, b): Row => ({ day: at(marks.day, t), shares: means.map((mean) => at(mean, b)) }),
    );
  }, [marks, parts, span]);
  const ticks = useMemo(() => dayTicks(marks.day, span), [marks, span]);
  return (
    <ChartGroup name="Capital at work" zoom={zoom} className="flex h-full min-h-52 flex-col">
      <p className="flex flex-wrap gap-x-3">
        {parts.map(({ name }, k) => (
          <StrokeKey key={name} text={name} {...strokeOf(k)} strokeWidth={3} />
        ))}
        <span className="text-soft">long and short positions over the blend’s equity, {days(span)}</span>
      </p>
      <ChartPane
        name="at-work"
        className="min-h-0 flex-1"
        rows={rows}
        along={dayAxis(ticks, true)}
        values={{ format: (value) => percent(value, 0), domain: [0, 'auto'] }}
        readout={({ day, shares }) => ({
          day,
          rows: [
            ...parts.map(({ name }, k) => [name, percent(at(shares, k))] as const),
            ['At work in all', percent(shares.reduce((a, b) => a + b, 0))] as const,
          ],
        })}
        mouse={mouse}
      >
        {parts.map(({ name }, k) => (
          <Area
            key={name}
            dataKey={(row: Row) => row.shares[k]}
            name={name}
            stackId="work"
            type="linear"
            fill={strokeOf(k).stroke}
            fillOpacity={0.4}
            strokeWidth={1}
            {...strokeOf(k)}
            isAnimationActive={false}
            activeDot={false}
          />
        ))}
        {selectedDays(drag)}
      </ChartPane>
    </ChartGroup>
  );
});
