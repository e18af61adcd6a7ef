'use client';

import { definitionOf, figureCatalogue, type ShownRun } from '@plateau/core';
import { memo, useMemo } from 'react';
import { Line } from 'recharts';
import { ChartGroup } from '@/ui/chart/chart-group.tsx';
import { ChartPane, plainLine } from '@/ui/chart/pane.tsx';
import { dayAxis, dayTicks, StrokeKey } from '@/ui/chart/time-axis.tsx';
import { useZoom } from '@/ui/chart/use-zoom.ts';
import { ZoomButtons } from '@/ui/chart/zoom-buttons.tsx';
import { money, percent, written } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { type SideRow, sideRows } from './side-rows.ts';

const BUCKETS = 150;
const LONGS = { stroke: 'var(--gain)' } as const;
const SHORTS = { stroke: 'var(--loss)', strokeDasharray: '5 2' } as const;
const BOTH = { stroke: 'var(--ridge)', strokeDasharray: '1 2' } as const;

/** Of a side's curve and of its trades; the account's own have no sides. */
const ENTRIES = figureCatalogue.filter(({ about }) => about === 'curve' || about === 'trades');

interface SidesSectionProps {
  readonly run: ShownRun;
  readonly sides: NonNullable<ShownRun['sides']>;
  readonly benchmark: string;
}

/** The longs and the shorts of one account, each by itself: curve, drawdown and figures. */
export const SidesSection = memo(function SidesSection({ run, sides, benchmark }: SidesSectionProps) {
  const { day } = run.marks;
  const zoom = useZoom(day);
  const { span } = zoom;
  const rows = useMemo(() => sideRows(run, sides, span, BUCKETS), [run, sides, span]);
  const ticks = useMemo(() => dayTicks(day, span), [day, span]);
  return (
    <div className="flex flex-wrap gap-x-8 gap-y-3">
      <ChartGroup name="Charts of longs and shorts" zoom={zoom} className="min-w-[26rem] flex-1">
        <div className="flex flex-wrap items-center gap-x-3 text-soft">
          <StrokeKey text="Longs" {...LONGS} />
          <StrokeKey text="Shorts" {...SHORTS} />
          <StrokeKey text="Both" {...BOTH} />
          <span className="ml-auto">
            <ZoomButtons zoom={zoom} />
          </span>
        </div>
        <ChartPane
          name="sides"
          className="h-40"
          rows={rows}
          group="sides"
          along={dayAxis(ticks, false)}
          values={{ format: money }}
          readout={(row) => ({ day: row.day, rows: valuesOf(row) })}
          mouse={zoom.mouse}
        >
          <Line dataKey="long" strokeWidth={1.3} {...plainLine} {...LONGS} />
          <Line dataKey="short" strokeWidth={1.3} {...plainLine} {...SHORTS} />
          <Line dataKey="both" strokeWidth={1.3} {...plainLine} {...BOTH} />
        </ChartPane>
        <ChartPane
          name="sides-drawdown"
          className="h-24"
          rows={rows}
          group="sides"
          along={dayAxis(ticks, true)}
          values={{ format: (value) => percent(value, 0), domain: ['auto', 0], ticks: 3 }}
          mouse={zoom.mouse}
        >
          <Line dataKey="longDrawdown" strokeWidth={1} {...plainLine} {...LONGS} />
          <Line dataKey="shortDrawdown" strokeWidth={1} {...plainLine} {...SHORTS} />
        </ChartPane>
        <p className="text-soft">
          Each side is the capital with what its own positions made of it, after their commissions and
          borrowing. Interest on cash is in neither.
        </p>
      </ChartGroup>
      <PlainTable
        label="Figures of longs and shorts"
        head={['', 'Both', 'Longs', 'Shorts', `${benchmark} held`]}
        rows={ENTRIES.map((entry) => {
          const of = (figures: object): string =>
            written((figures as Record<string, number>)[entry.key] ?? Number.NaN, entry.kind);
          return [
            <span key="name" title={definitionOf(entry, 252)}>
              {entry.name}
            </span>,
            of(run.figures),
            of(sides.long.figures),
            of(sides.short.figures),
            entry.about === 'curve' ? of(run.figures.benchmark) : '–',
          ];
        })}
      />
    </div>
  );
});

const valuesOf = (row: SideRow): readonly (readonly [string, string])[] => [
  ['Longs', money(row.long)],
  ['Shorts', money(row.short)],
  ['Both', money(row.both)],
  ['Drawdown of the longs', percent(row.longDrawdown)],
  ['Drawdown of the shorts', percent(row.shortDrawdown)],
];
