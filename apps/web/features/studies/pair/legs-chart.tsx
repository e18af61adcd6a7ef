'use client';

import { at, countUntil, isoFromDay, type PairRound, type PairStudy, type ShownPair } from '@plateau/core';
import { useMemo } from 'react';
import { Line, ReferenceArea, ReferenceLine } from 'recharts';
import { ChartPane, plainLine } from '@/ui/chart/pane.tsx';
import { dayAxis, dayTicks, StrokeKey } from '@/ui/chart/time-axis.tsx';
import { money, price, ratio } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';

interface LegsChartProps {
  readonly study: PairStudy;
  readonly pair: ShownPair;
  readonly round: PairRound;
}

const AROUND = 30;

/** A round: both legs from the same point on, with the days it was held. */
export function LegsChart({ study, pair, round }: LegsChartProps) {
  const { days, z } = pair;
  const { from, to, legs } = round;
  const { rows, shown } = useMemo(() => {
    const begin = countUntil(days, from) - 1;
    const end = to === undefined ? days.length - 1 : countUntil(days, to) - 1;
    const [first, last] = [Math.max(0, begin - AROUND), Math.min(days.length - 1, end + AROUND)];
    // Of logs a difference is a ratio of prices.
    const over = (column: Float64Array, t: number): number =>
      study.prices === 'log'
        ? Math.exp(at(column, t) - at(column, begin))
        : at(column, t) / at(column, begin);
    return {
      shown: days.slice(first, last + 1),
      rows: Array.from({ length: last - first + 1 }, (_x, k) => ({
        day: at(days, first + k),
        y: 100 * over(pair.y, first + k),
        x: 100 * over(pair.x, first + k),
        z: Number.isNaN(at(z, first + k)) ? undefined : at(z, first + k),
      })),
    };
  }, [days, z, pair, from, to, study.prices]);
  const ticks = useMemo(() => dayTicks(shown, { first: 0, last: shown.length - 1 }), [shown]);
  const last = at(shown, shown.length - 1);
  const held = (
    <ReferenceArea x1={from} x2={to ?? last} fill="var(--focus)" fillOpacity={0.12} ifOverflow="hidden" />
  );
  return (
    <figure className="pt-2" data-chart="both legs">
      <figcaption className="flex flex-wrap gap-x-4">
        <span className="font-semibold">
          Round {round.round}, {isoFromDay(from)} to {to === undefined ? 'now' : isoFromDay(to)}
        </span>
        <StrokeKey text={study.y} stroke="var(--ridge)" />
        <StrokeKey text={study.x} stroke="var(--waterline)" strokeDasharray="6 3.5" />
        <span className="text-soft">both at 100 on the day it was put on; below: deviations</span>
      </figcaption>
      <ChartPane
        name="both legs"
        className="h-44"
        rows={rows}
        group="round"
        along={dayAxis(ticks, false)}
        values={{ format: (value) => ratio(value, 0) }}
        readout={(row) => ({
          day: row.day,
          rows: [
            [study.y, ratio(row.y, 1)],
            [study.x, ratio(row.x, 1)],
            ['Deviations', ratio(row.z ?? Number.NaN)],
          ],
        })}
      >
        {held}
        <Line dataKey="y" stroke="var(--ridge)" strokeWidth={1.6} {...plainLine} />
        <Line
          dataKey="x"
          stroke="var(--waterline)"
          strokeWidth={1.6}
          strokeDasharray="6 3.5"
          {...plainLine}
        />
      </ChartPane>
      <ChartPane
        name="deviations of the round"
        className="h-24"
        rows={rows}
        group="round"
        along={dayAxis(ticks, true)}
        values={{ format: (value) => ratio(value, 1), ticks: 3 }}
      >
        {held}
        <ReferenceLine y={study.in} stroke="var(--accent)" />
        <ReferenceLine y={-study.in} stroke="var(--accent)" />
        <ReferenceLine y={0} stroke="var(--hairline-strong)" />
        <Line dataKey="z" stroke="var(--ridge)" strokeWidth={1.2} {...plainLine} />
      </ChartPane>
      <PlainTable
        label="Legs of the round"
        head={['', 'Side', 'Shares', 'In at', 'Out at', 'Costs', 'Profit']}
        rows={legs.map((leg) => [
          leg.symbol,
          leg.side,
          ratio(leg.shares, 0),
          price(leg.entryPrice),
          leg.exitPrice === undefined ? 'open' : price(leg.exitPrice),
          price(leg.commission + leg.carry),
          <span key="p" className={leg.profit < 0 ? 'text-loss' : 'text-gain'}>
            {money(leg.profit)}
          </span>,
        ])}
      />
    </figure>
  );
}
