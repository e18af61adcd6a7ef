'use client';

import type { StudyAxis, TerrainCell } from '@plateau/core';
import type { KeyboardEvent } from 'react';
import {
  Area,
  Bar,
  ComposedChart,
  Line,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { axisName, placeName } from '@/model/studies/axis-words.ts';
import { Grid } from '@/ui/chart/grid.tsx';
import { HELD } from '@/ui/chart/land-and-water.tsx';
import { plainAxis } from '@/ui/chart/time-axis.tsx';
import { Flag, Pin } from './map-marks.tsx';
import type { Marks } from './map-parts.ts';

interface ProfileProps {
  readonly name: string;
  readonly axis: StudyAxis;
  readonly cells: readonly TerrainCell[];
  readonly figure: Float64Array;
  /** what is under it, or over it where less is better, is water */
  readonly level: number;
  readonly lessIsBetter: boolean;
  /** the benchmark's figure, where holding has one */
  readonly benchmark: number | undefined;
  readonly marks: Marks;
  readonly write: (value: number) => string;
  readonly barred?: ((cell: number) => boolean) | undefined;
  readonly lit: number | undefined;
  readonly onLight: (cell: number) => void;
  readonly onPoint: (cell: number | undefined) => void;
}

/** A figure along one axis: the land of a dial, or a bar for each of a list. */
export function Profile(props: ProfileProps) {
  const {
    name,
    axis,
    cells,
    figure,
    level,
    lessIsBetter,
    benchmark,
    marks,
    write,
    barred,
    lit,
    onLight,
    onPoint,
  } = props;
  const rows = cells.map(({ values: [value = ''] }, cell) => ({
    cell,
    place: placeName(axis, value),
    height: Number.isNaN(figure[cell]) ? undefined : figure[cell],
    barred: barred?.(cell) ?? false,
  }));
  const onKeyDown = (event: KeyboardEvent): void => {
    const step = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    if (step === 0) return;
    event.preventDefault();
    const from = lit ?? marks.own ?? marks.peak ?? 0;
    onLight(Math.max(0, Math.min(cells.length - 1, lit === undefined ? from : from + step)));
  };
  const shape = ({
    cx = 0,
    cy = 0,
    payload,
  }: {
    cx?: number;
    cy?: number;
    payload?: (typeof rows)[number];
  }) => {
    if (!payload || payload.height === undefined) return <g />;
    const { cell } = payload;
    const onPlateau = marks.plateau.has(cell);
    return (
      <g>
        <circle
          cx={cx}
          cy={cy}
          r={cell === lit ? 6 : onPlateau ? 4.5 : 3}
          fill={payload.barred ? 'var(--paper)' : onPlateau ? 'var(--ridge)' : 'var(--paper-raised)'}
          stroke={cell === lit ? 'var(--focus)' : 'var(--ridge)'}
          strokeWidth={cell === lit ? 2.4 : 1.2}
        />
        {payload.barred && <path d={`M${cx - 4} ${cy + 4}l8 -8`} stroke="var(--loss)" strokeWidth={1.6} />}
        {cell === marks.peak && <Flag x={cx} y={cy - 20} />}
        {cell === marks.own && <Pin x={cx} y={cy - 5} />}
        {cell === marks.middle && (
          <circle cx={cx} cy={cy} r={9} fill="none" stroke="var(--ridge)" strokeDasharray="3 2" />
        )}
      </g>
    );
  };
  const known = rows.flatMap(({ height }) => height ?? []);
  const edge = lessIsBetter ? Math.max(...known, level) : Math.min(...known, level);
  return (
    <div
      role="group"
      aria-label={`${name}. Arrows light one setting after another.`}
      tabIndex={0}
      onKeyDown={onKeyDown}
      className="h-80 w-full max-w-[42rem]"
      data-chart={name}
    >
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 600, height: 320 }}>
        <ComposedChart
          data={rows}
          margin={{ top: 24, right: 12, bottom: 16, left: 4 }}
          onMouseMove={({ activeTooltipIndex }) =>
            onPoint(
              activeTooltipIndex === undefined || activeTooltipIndex === null
                ? undefined
                : Number(activeTooltipIndex),
            )
          }
          onMouseLeave={() => onPoint(undefined)}
          onClick={({ activeTooltipIndex }) =>
            activeTooltipIndex !== undefined &&
            activeTooltipIndex !== null &&
            onLight(Number(activeTooltipIndex))
          }
        >
          <Grid />
          <XAxis
            dataKey="place"
            {...plainAxis}
            label={{
              value: axisName(axis),
              position: 'insideBottom',
              offset: -12,
              fill: 'var(--ink)',
              fontSize: 12,
            }}
          />
          <YAxis width={58} domain={['auto', 'auto']} tickFormatter={write} {...plainAxis} />
          {'dial' in axis ? (
            <Area
              dataKey="height"
              type="linear"
              baseValue={lessIsBetter ? 'dataMax' : 'dataMin'}
              stroke="var(--ridge)"
              strokeWidth={1.6}
              fill="var(--land)"
              fillOpacity={0.75}
              isAnimationActive={false}
            />
          ) : (
            <Bar dataKey="height" fill="var(--land)" stroke="var(--ridge)" isAnimationActive={false} />
          )}
          <ReferenceArea y1={edge} y2={level} fill="var(--water)" fillOpacity={0.55} ifOverflow="hidden" />
          <ReferenceLine y={level} stroke="var(--waterline)" />
          {benchmark !== undefined && <ReferenceLine y={benchmark} ifOverflow="extendDomain" {...HELD} />}
          <Line
            dataKey="height"
            stroke="none"
            isAnimationActive={false}
            activeDot={false}
            dot={({ key, ...dot }) => <g key={key}>{shape(dot)}</g>}
          />
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}
