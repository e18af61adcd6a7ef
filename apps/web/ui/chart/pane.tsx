'use client';

import { isoFromDay } from '@plateau/core';
import type { ReactElement, ReactNode } from 'react';
import { ComposedChart, ResponsiveContainer, Tooltip, YAxis } from 'recharts';
import { useNumbersOf } from './chart-group.tsx';
import { Grid } from './grid.tsx';
import { Readout, type ReadoutRows } from './readout.tsx';
import { CURSOR, plainAxis } from './time-axis.tsx';

/** The value axis of a pane. */
export interface ValueAxis {
  readonly width?: number;
  readonly format: (value: number) => string;
  readonly domain?: readonly [number | 'auto', number | 'auto'];
  readonly ticks?: number;
  readonly log?: boolean;
  readonly decimals?: boolean;
  /** what lies beyond the domain is cut off, instead of widening it */
  readonly clip?: boolean;
}

interface ChartPaneProps<Row> {
  /** the pane's name among its page's charts */
  readonly name: string;
  /** its height */
  readonly className: string;
  readonly rows: readonly Row[];
  /** panes of one group share their crosshair */
  readonly group?: string;
  /** the axis that its rows lie along */
  readonly along: ReactElement;
  readonly values: ValueAxis;
  /** what stands under the crosshair; a pane without it only follows the others' */
  readonly readout?: (row: Row) => Omit<ReadoutRows, 'title'>;
  readonly mouse?: object;
  readonly grid?: boolean;
  readonly children: ReactNode;
}

const MARGIN = { top: 6, right: 8, bottom: 0, left: 0 };
const AXIS_WIDTH = 62;

/** One chart over time: axes, grid, crosshair with its readout. What is drawn in it are its children. */
export function ChartPane<Row>(props: ChartPaneProps<Row>) {
  const { name, className, rows, group, along, values, readout, mouse, grid = true, children } = props;
  const told = (row: Row): ReadoutRows | undefined => {
    const its = readout?.(row);
    return its && { ...its, title: isoFromDay(its.day) };
  };
  useNumbersOf(name, readout && (() => rows.flatMap((row) => told(row) ?? [])));
  return (
    <div className={className} data-testid={`${name}-chart`} data-chart={name}>
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 700, height: 150 }}>
        <ComposedChart data={rows} {...(group && { syncId: group })} margin={MARGIN} {...mouse}>
          {grid && <Grid />}
          {along}
          {valueAxis(values)}
          <Tooltip
            isAnimationActive={false}
            cursor={CURSOR}
            content={({ active, payload }) => {
              const row = active ? (payload?.[0]?.payload as Row | undefined) : undefined;
              const its = row && told(row);
              return its ? <Readout {...its} /> : null;
            }}
          />
          {children}
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}

function valueAxis({
  width = AXIS_WIDTH,
  format,
  domain,
  ticks,
  log = false,
  decimals = true,
  clip = false,
}: ValueAxis) {
  return (
    <YAxis
      width={width}
      domain={[...(domain ?? (['auto', 'auto'] as const))]}
      scale={log ? 'log' : 'auto'}
      allowDataOverflow={log || clip}
      allowDecimals={decimals}
      tickFormatter={(value: number) => format(value)}
      {...(ticks !== undefined && { tickCount: ticks })}
      {...plainAxis}
    />
  );
}

/** A line without dots. */
export const plainLine = { dot: false, activeDot: false, isAnimationActive: false } as const;
