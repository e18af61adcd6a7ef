'use client';

import { useId } from 'react';
import { outlineOf, type Paper } from './contours.ts';
import type { TerrainMapProps } from './map-parts.ts';

type OverProps = Pick<TerrainMapProps, 'plane' | 'elevation' | 'marks' | 'lit' | 'barred'> & {
  readonly paper: Paper;
};

/** The plateau's outline and the marks: own setting, peak, middle, what is lit, what has no figure. */
export function Over({ plane, elevation, marks, lit, barred, paper }: OverProps) {
  const { columns, rows, width, height } = paper;
  const hatch = useId();
  const at = (cell: number | undefined): { x: number; y: number } | undefined => {
    const place = cell === undefined ? -1 : plane.cells.indexOf(cell);
    return place < 0
      ? undefined
      : { x: (place % columns) * width, y: (rows - 1 - Math.floor(place / columns)) * height };
  };
  const outline = outlineOf((place) => marks.plateau.has(plane.cells[place] ?? -1), paper);
  const struck = plane.cells.filter((cell) => Number.isNaN(elevation[cell]) || barred?.(cell));
  const [own, peak, middle, shown] = [marks.own, marks.peak, marks.middle, lit].map(at);
  return (
    <g>
      {struck.length > 0 && (
        <>
          <pattern
            id={hatch}
            width={6}
            height={6}
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d="M0 0V6" stroke="var(--ink-soft)" strokeWidth={1.2} />
          </pattern>
          {struck.map((cell) => {
            const place = at(cell);
            return (
              place && (
                <rect
                  key={cell}
                  {...place}
                  width={width}
                  height={height}
                  fill={`url(#${hatch})`}
                  opacity={0.55}
                />
              )
            );
          })}
        </>
      )}
      <path
        data-plateau
        d={outline}
        fill="none"
        stroke="var(--ridge)"
        strokeWidth={2.4}
        strokeLinecap="square"
      />
      {middle && (
        <circle
          data-mark="middle"
          cx={middle.x + width / 2}
          cy={middle.y + height / 2}
          r={Math.min(width, height) * 0.42}
          fill="none"
          stroke="var(--ridge)"
          strokeWidth={1.4}
          strokeDasharray="3 2"
        />
      )}
      {shown && (
        <rect
          {...shown}
          width={width}
          height={height}
          fill="none"
          stroke="var(--focus)"
          strokeWidth={2.6}
          data-mark="lit"
        />
      )}
      {peak && <Flag x={peak.x + width - 12} y={peak.y + 2} />}
      {own && <Pin x={own.x + 8} y={own.y + 14} />}
    </g>
  );
}

export function Flag({ x, y }: { x: number; y: number }) {
  return (
    <g data-mark="peak" transform={`translate(${x} ${y})`}>
      <path d="M0 0V14" stroke="var(--ink)" strokeWidth={1.4} />
      <path d="M0 0L9 3.2L0 6.4Z" fill="var(--loss)" stroke="var(--paper-raised)" strokeWidth={0.6} />
    </g>
  );
}

export function Pin({ x, y }: { x: number; y: number }) {
  return (
    <g data-mark="own" transform={`translate(${x} ${y})`}>
      <path
        d="M0 0C-1.5 -3.5 -4.5 -5 -4.5 -8.2A4.5 4.5 0 0 1 4.5 -8.2C4.5 -5 1.5 -3.5 0 0Z"
        fill="var(--accent)"
        stroke="var(--paper-raised)"
        strokeWidth={0.8}
      />
      <circle cy={-8.2} r={1.6} fill="var(--paper-raised)" />
    </g>
  );
}
