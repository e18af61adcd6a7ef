'use client';

import { at, isoFromDay, type WhySpan } from '@plateau/core';
import { useMemo } from 'react';
import { Truth } from '@/parts/inspect/conditions.tsx';
import { VERDICTS } from '@/parts/trades/verdicts.ts';
import { dataColumn as column, type DataColumn, DataTable } from '@/ui/data-table.tsx';
import { count, price, ratio } from '@/ui/format.ts';

/** As the core writes a truth: false, undefined, true. */
const TRUTHS = [false, undefined, true] as const;
const RULE_WIDTH = 150;

/** Day by day: each condition, the rank, and what kept the instrument out. */
export function WhySpanTable({ why, onDay }: { why: WhySpan; onDay: (day: number) => void }) {
  const places = useMemo(() => Array.from(why.day.keys()), [why]);
  const columns = useMemo(() => columnsOf(why), [why]);
  if (places.length === 0) return <p>{why.symbol} has no bar in these days.</p>;
  return (
    <div className="h-80" data-testid="why-span">
      <DataTable
        label={`${why.symbol} day by day`}
        rows={places}
        columns={columns}
        empty=""
        onOpen={(place) => onDay(at(why.day, place))}
        above={() => (
          <p className="pb-1">
            Of {count(places.length)} days:{' '}
            {why.counts.map(({ verdict, days }) => `${count(days)} ${VERDICTS[verdict]}`).join('; ')}.
          </p>
        )}
      />
    </div>
  );
}

function columnsOf(why: WhySpan): DataColumn<number>[] {
  const conditions = why.rules.flatMap(({ path, conditions: rows }) =>
    rows.map(({ text, truth }) => ({ path, text, truth })),
  );
  return [
    column('day', 'Day', (k: number) => at(why.day, k), {
      width: 80,
      left: true,
      show: (k) => isoFromDay(at(why.day, k)),
    }),
    column('close', 'Close', (k: number) => why.close[k], {
      width: 60,
      show: (k) => price(why.close[k] ?? Number.NaN),
    }),
    ...conditions.map(({ path, text, truth }) =>
      column(`${path} ${text}`, text, (k: number) => truth[k] ?? 1, {
        width: RULE_WIDTH,
        left: true,
        show: (k) => <Truth truth={TRUTHS[truth[k] ?? 1]} />,
      }),
    ),
    column('rank', 'Rank value', (k: number) => nanToNone(why.rank[k]), {
      width: 80,
      show: (k) => ratio(why.rank[k] ?? Number.NaN, 4),
    }),
    column('verdict', 'What became of it', (k: number) => why.verdict[k], {
      width: 200,
      left: true,
      show: (k) => VERDICTS[why.verdict[k] ?? 'rule'],
    }),
  ];
}

function nanToNone(value: number | undefined): number | undefined {
  return value === undefined || Number.isNaN(value) ? undefined : value;
}
