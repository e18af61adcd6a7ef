import type { AxisValue, StudyAxis } from '@plateau/core';
import { axisName, placeName } from '@/model/studies/axis-words.ts';
import type { Paper } from './contours.ts';
import { LEFT, TOP } from './map-parts.ts';
import type { Plane } from './planes.ts';

interface SidesProps {
  readonly up: StudyAxis;
  readonly right: StudyAxis;
  readonly plane: Plane;
  readonly paper: Paper;
}

/** The axes with their places, thinned to what can be read. */
export function Sides({ up, right, plane, paper }: SidesProps) {
  const { width, height, columns, rows } = paper;
  const some = (
    values: readonly AxisValue[],
    room: number,
    each: number,
  ): readonly (readonly [number, AxisValue])[] => {
    const step = Math.max(1, Math.ceil(room / each));
    return values.flatMap((value, k) => (k % step === 0 ? [[k, value] as const] : []));
  };
  const bottom = TOP + rows * height;
  return (
    <g fontSize={11} fill="var(--ink-soft)">
      {some(plane.right, 34, width).map(([k, value]) => (
        <text key={k} x={LEFT + (k + 0.5) * width} y={bottom + 14} textAnchor="middle">
          {cut(placeName(right, value), width)}
        </text>
      ))}
      {some(plane.up, 13, height).map(([k, value]) => (
        <text key={k} x={LEFT - 6} y={TOP + (rows - k - 0.5) * height + 4} textAnchor="end">
          {cut(placeName(up, value), LEFT - 16)}
        </text>
      ))}
      <text
        x={LEFT + (columns * width) / 2}
        y={bottom + 31}
        textAnchor="middle"
        fontSize={12}
        fill="var(--ink)"
      >
        {axisName(right)}
      </text>
      <text
        transform={`translate(11 ${TOP + (rows * height) / 2}) rotate(-90)`}
        textAnchor="middle"
        fontSize={12}
        fill="var(--ink)"
      >
        {axisName(up)}
      </text>
    </g>
  );
}

/** About as many letters as there is room for. */
const cut = (text: string, room: number): string => {
  const most = Math.max(3, Math.floor(room / 6));
  return text.length > most ? `${text.slice(0, most - 1)}…` : text;
};
