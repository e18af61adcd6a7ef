'use client';

import { at, type PairRound, type PairStudy, reduceCurves, type ShownPair } from '@plateau/core';
import { useMemo } from 'react';
import { Line, ReferenceArea, ReferenceLine } from 'recharts';
import { ChartPane, plainLine } from '@/ui/chart/pane.tsx';
import { dayAxis, dayTicks } from '@/ui/chart/time-axis.tsx';
import { plainNumber, ratio } from '@/ui/format.ts';
import { type Threshold, Thresholds } from './thresholds.tsx';

interface SpreadChartProps {
  /** with its thresholds as they stand under the hand */
  readonly study: PairStudy;
  readonly pair: ShownPair;
  readonly rounds: readonly PairRound[];
  readonly open: PairRound | undefined;
  readonly onTurn: (key: Threshold['key'], value: number, isDone: boolean) => void;
}

const BUCKETS = 320;
const FARTHEST = 8;

/** z over all common days with the thresholds; rounds are bands, of longs below and of shorts above the middle. */
export function SpreadChart({ study, pair, rounds, open, onTurn }: SpreadChartProps) {
  const { days, z, spread, trained } = pair;
  const rows = useMemo(
    () =>
      reduceCurves([z], 0, z.length - 1, BUCKETS).map((t) => ({
        day: at(days, t),
        z: Number.isNaN(at(z, t)) ? undefined : at(z, t),
        spread: at(spread, t),
      })),
    [days, z, spread],
  );
  const ticks = useMemo(() => dayTicks(days, { first: 0, last: days.length - 1 }), [days]);
  const reach = useMemo(() => {
    const far = z.reduce((most, value) => (Math.abs(value) > most ? Math.abs(value) : most), 0);
    return Math.min(FARTHEST, Math.max(far, study.in, study.stop ?? 0) * 1.08);
  }, [z, study.in, study.stop]);
  const last = at(days, days.length - 1);
  const thresholds: Threshold[] = [
    {
      key: 'in',
      name: 'in from',
      value: study.in,
      least: Math.max(0.05, study.out + 0.05),
      most: (study.stop ?? FARTHEST) - 0.05,
      dashes: 'none',
    },
    { key: 'out', name: 'out at', value: study.out, least: 0, most: study.in - 0.05, dashes: '2 3' },
    ...(study.stop === undefined
      ? []
      : [
          {
            key: 'stop' as const,
            name: 'given up at',
            value: study.stop,
            least: study.in + 0.05,
            most: FARTHEST,
            dashes: '9 4',
          },
        ]),
  ];
  return (
    <ChartPane
      name="spread"
      className="h-60"
      rows={rows}
      along={dayAxis(ticks, true)}
      values={{ format: (value) => ratio(value, 1), domain: [-reach, reach], clip: true }}
      readout={(row) => ({
        day: row.day,
        rows: [
          ['Deviations', ratio(row.z ?? Number.NaN)],
          ['Spread', plainNumber(row.spread)],
        ],
      })}
    >
      <ReferenceArea
        x1={at(days, trained.first)}
        x2={at(days, trained.end - 1)}
        fill="var(--accent-paper)"
        fillOpacity={0.7}
        ifOverflow="hidden"
        zIndex={-20}
      />
      {rounds.map(({ round, side, from, to, profit }) => (
        <ReferenceArea
          key={round}
          x1={from}
          x2={to ?? last}
          y1={side === 'long' ? -reach : 0}
          y2={side === 'long' ? 0 : reach}
          fill={profit < 0 ? 'var(--loss)' : 'var(--gain)'}
          fillOpacity={round === open?.round ? 0.5 : 0.2}
          ifOverflow="hidden"
          zIndex={-10}
        />
      ))}
      <ReferenceLine y={0} stroke="var(--hairline-strong)" />
      <Line dataKey="z" strokeWidth={1.2} stroke="var(--ridge)" {...plainLine} />
      <Thresholds thresholds={thresholds} onTurn={onTurn} />
    </ChartPane>
  );
}
