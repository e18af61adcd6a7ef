'use client';

import { useMemo } from 'react';
import { usePlotArea, useXAxisScale, useYAxisScale } from 'recharts';

/** A curve over a chart's rows, and how it is stroked. */
export interface ChartPath<Row> {
  readonly key: string;
  readonly of: (row: Row) => number | undefined;
  readonly stroke: string;
  readonly strokeDasharray?: string;
  readonly strokeWidth: number;
  readonly strokeOpacity?: number;
  /** filled from the curve to its chart's lowest value, or to its highest */
  readonly fillTo?: 'bottom' | 'top';
  readonly fill?: string;
  readonly fillOpacity?: number;
}

interface PathsProps<Row> {
  readonly rows: readonly Row[];
  readonly paths: readonly ChartPath<Row>[];
}

/**
 * Many curves in one chart, each a path and no more: the chart's own lines would each work out labels, dots and ways to move for
 * every point. They do not widen the chart's values; its domain must hold them.
 */
export function Paths<Row extends { readonly day: number }>({ rows, paths }: PathsProps<Row>) {
  const x = useXAxisScale();
  const y = useYAxisScale();
  const area = usePlotArea();
  const drawn = useMemo(
    () =>
      x && y
        ? paths.map(({ of }) =>
            lineOf(
              rows,
              (row) => x(row.day),
              (value) => y(value),
              of,
            ),
          )
        : [],
    [rows, paths, x, y],
  );
  if (!area) return null;
  return (
    <g data-paths>
      {paths.map(({ key, of: _of, fillTo, fill, fillOpacity, ...stroke }, k) => {
        const line = drawn[k] ?? '';
        const edge = fillTo === 'top' ? area.y : area.y + area.height;
        return (
          <g key={key} data-path={key}>
            {fillTo && line !== '' && (
              <path
                d={`${line}V${edge}H${/^M([\d.-]+)/.exec(line)?.[1]}Z`}
                fill={fill}
                fillOpacity={fillOpacity}
                stroke="none"
              />
            )}
            <path d={line} fill="none" {...stroke} />
          </g>
        );
      })}
    </g>
  );
}

type Scale = (value: number) => number | undefined;

/** What is undefined breaks the line. */
function lineOf<Row>(
  rows: readonly Row[],
  x: (row: Row) => number | undefined,
  y: Scale,
  of: (row: Row) => number | undefined,
): string {
  let path = '';
  let broken = true;
  for (const row of rows) {
    const value = of(row);
    const [left, top] = value === undefined ? [undefined, undefined] : [x(row), y(value)];
    if (left === undefined || top === undefined || Number.isNaN(top)) {
      broken = true;
      continue;
    }
    path += `${broken ? 'M' : 'L'}${left.toFixed(1)} ${top.toFixed(1)}`;
    broken = false;
  }
  return path;
}
