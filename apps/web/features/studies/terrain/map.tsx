'use client';

import type { StudyAxis } from '@plateau/core';
import { type KeyboardEvent, type PointerEvent, useMemo } from 'react';
import type { Paper } from './contours.ts';
import { Land, Numbers, Water } from './map-layers.tsx';
import { Over } from './map-marks.tsx';
import { BOTTOM, isSmooth, LEFT, type TerrainMapProps, TOP } from './map-parts.ts';
import { Sides } from './map-sides.tsx';
import { stepFrom } from './planes.ts';

const SIZES = { large: { wide: 480, high: 360, most: 70 }, small: { wide: 304, high: 240, most: 56 } };

/** A map of a figure over two axes: elevation tints, contour lines, heights, water up to the level. */
export function TerrainMap(props: TerrainMapProps) {
  const { name, axes, plane, elevation, level, marks, lit, onLight, onPoint, small = false } = props;
  const [up, right] = axes.slice(-2) as [StudyAxis, StudyAxis];
  const columns = plane.right.length;
  const rows = plane.up.length;
  const size = SIZES[small ? 'small' : 'large'];
  const paper = useMemo((): Paper => {
    const width = Math.min(size.most, size.wide / columns);
    return { columns, rows, width, height: Math.min(size.most * 0.72, size.high / rows, width) };
  }, [columns, rows, size]);
  const [wide, high] = [columns * paper.width, rows * paper.height];
  const cellUnder = ({
    currentTarget,
    clientX,
    clientY,
  }: PointerEvent<SVGSVGElement>): number | undefined => {
    const box = currentTarget.getBoundingClientRect();
    const scale = (LEFT + wide + 8) / box.width;
    const x = Math.floor(((clientX - box.x) * scale - LEFT) / paper.width);
    const y = rows - 1 - Math.floor(((clientY - box.y) * scale - TOP) / paper.height);
    return x < 0 || x >= columns || y < 0 || y >= rows ? undefined : plane.cells[y * columns + x];
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    const step = KEYS[event.key];
    if (!step) return;
    event.preventDefault();
    const from = lit !== undefined && plane.cells.includes(lit) ? lit : undefined;
    const start = [marks.own, marks.peak, plane.cells[0]].find(
      (cell) => cell !== undefined && plane.cells.includes(cell),
    );
    onLight(from === undefined ? (start ?? 0) : stepFrom(plane, from, step[0], step[1]));
  };
  return (
    <div
      role="group"
      aria-label={`${name}. Arrows light one setting after another.`}
      tabIndex={0}
      onKeyDown={onKeyDown}
      className="max-w-full"
      data-map={plane.of ?? ''}
    >
      <svg
        data-drawing
        aria-hidden
        viewBox={`0 0 ${LEFT + wide + 8} ${TOP + high + BOTTOM}`}
        width={LEFT + wide + 8}
        className="block h-auto max-w-full select-none"
        onPointerMove={(event) => onPoint(cellUnder(event))}
        onPointerLeave={() => onPoint(undefined)}
        onClick={(event) => {
          const cell = cellUnder(event as unknown as PointerEvent<SVGSVGElement>);
          if (cell !== undefined) onLight(cell);
        }}
      >
        <text x={LEFT} y={15} fontSize={13} fontWeight={600} fill="var(--ink)">
          {props.title}
        </text>
        <g transform={`translate(${LEFT} ${TOP})`}>
          <Land {...props} paper={paper} />
          <Water
            plane={plane}
            elevation={elevation}
            level={level}
            paper={paper}
            smooth={isSmooth(up, right)}
          />
          <Numbers plane={plane} elevation={elevation} write={props.write} paper={paper} />
          <Over {...props} paper={paper} />
        </g>
        <Sides up={up} right={right} plane={plane} paper={paper} />
      </svg>
    </div>
  );
}

const KEYS: Readonly<Record<string, readonly [dx: number, dy: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
