'use client';

import { type CellFigureEntry, cellFiguresOf, type Survey } from '@plateau/core';
import { memo, useMemo } from 'react';
import { ReferenceLine, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from 'recharts';
import { Grid } from '@/ui/chart/grid.tsx';
import { plainAxis } from '@/ui/chart/time-axis.tsx';
import { ratio, written } from '@/ui/format.ts';

interface InAndOutProps {
  readonly ground: Survey;
  readonly entry: CellFigureEntry;
  readonly lit: number | undefined;
  readonly onLight: (cell: number) => void;
}

/** Every setting before the split against itself after it. */
export const InAndOut = memo(function InAndOut({ ground, entry, lit, onLight }: InAndOutProps) {
  const { cells, figure, own, peak, spearman } = ground;
  const points = useMemo(() => {
    const after = cellFiguresOf(cells, entry.key, 'after');
    return [...figure].flatMap((x, cell) => {
      const y = after[cell] ?? Number.NaN;
      return Number.isNaN(x) || Number.isNaN(y) ? [] : [{ x, y, cell }];
    });
  }, [cells, figure, entry]);
  const write = (value: number): string => written(value, entry.kind);
  const shape = ({ cx, cy, payload }: { cx?: number; cy?: number; payload?: { cell: number } }) => {
    const cell = payload?.cell;
    const mark = cell === own?.cell ? 'var(--accent)' : cell === peak ? 'var(--loss)' : 'var(--ridge)';
    const special = cell === own?.cell || cell === peak || cell === lit;
    return (
      // biome-ignore lint/a11y/noStaticElementInteractions: the table has every setting for the keyboard
      <circle
        cx={cx}
        cy={cy}
        r={special ? 5 : 2.6}
        fill={mark}
        stroke={cell === lit ? 'var(--focus)' : 'var(--paper)'}
        strokeWidth={cell === lit ? 2.4 : 0.8}
        onClick={() => cell !== undefined && onLight(cell)}
        className="cursor-pointer"
      />
    );
  };
  return (
    <figure className="w-80 shrink-0" data-chart="in and out">
      <figcaption>
        Before the split (across) against after it (up). Ranks go together by {ratio(spearman ?? Number.NaN)}{' '}
        (Spearman).
        <span className="text-soft"> Large: yours and the peak.</span>
      </figcaption>
      <div className="h-60">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 320, height: 240 }}>
          <ScatterChart margin={{ top: 6, right: 8, bottom: 4, left: 0 }}>
            <Grid upright />
            <XAxis dataKey="x" type="number" domain={['auto', 'auto']} tickFormatter={write} {...plainAxis} />
            <YAxis
              dataKey="y"
              type="number"
              domain={['auto', 'auto']}
              width={54}
              tickFormatter={write}
              {...plainAxis}
            />
            <ReferenceLine x={0} stroke="var(--hairline-strong)" />
            <ReferenceLine y={0} stroke="var(--hairline-strong)" />
            <Scatter data={points} isAnimationActive={false} shape={shape} />
          </ScatterChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
});
