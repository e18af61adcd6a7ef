'use client';

import { at, type Membership, membersByDay } from '@plateau/core';
import { useMemo } from 'react';
import { Area } from 'recharts';
import { ChartPane } from '@/ui/chart/pane.tsx';
import { dayAxis, dayTicks } from '@/ui/chart/time-axis.tsx';
import { count } from '@/ui/format.ts';

const MOST_POINTS = 500;

/** How many belong, day by day. */
export function CountByDay({ members, sessions }: { members: readonly Membership[]; sessions: Int32Array }) {
  const rows = useMemo(() => {
    const counts = membersByDay(members, sessions);
    const each = Math.max(1, Math.floor(sessions.length / MOST_POINTS));
    return Array.from(sessions, (day, k) => ({ day, members: at(counts, k) })).filter(
      (_row, k) => k % each === 0 || k === sessions.length - 1,
    );
  }, [members, sessions]);
  const ticks = useMemo(() => dayTicks(sessions, { first: 0, last: sessions.length - 1 }), [sessions]);
  return (
    <figure className="h-24 shrink-0" aria-label="Members by day">
      <ChartPane
        name="members"
        className="h-full"
        rows={rows}
        along={dayAxis(ticks, true)}
        values={{ width: 34, format: count, domain: [0, 'auto'], ticks: 3, decimals: false }}
        readout={(row) => ({ day: row.day, rows: [['Members', count(row.members)]] })}
        grid={false}
      >
        <Area
          dataKey="members"
          type="stepAfter"
          stroke="var(--ridge)"
          fill="var(--land)"
          isAnimationActive={false}
        />
      </ChartPane>
    </figure>
  );
}
