// A grid as maps: the last two axes are a map's sides, a first of three makes several maps.

import { type AxisValue, cellAt, gridOf, type StudyAxis, valuesOf } from '@plateau/core';

export interface Plane {
  /** the place on the first of three axes; undefined where there is one map */
  readonly of: AxisValue | undefined;
  /** upward, then to the right */
  readonly up: readonly AxisValue[];
  readonly right: readonly AxisValue[];
  /** the study's cells, row after row from the bottom */
  readonly cells: readonly number[];
}

/** @param axes two or three */
export function planesOf(axes: readonly StudyAxis[]): Plane[] {
  const grid = gridOf(axes);
  const values = axes.map(valuesOf);
  const [right = [], up = [], outer] = values.slice().reverse();
  const plane = (first: readonly number[], of: AxisValue | undefined): Plane => ({
    of,
    up,
    right,
    cells: up.flatMap((_u, y) => right.map((_r, x) => cellAt(grid, [...first, y, x]))),
  });
  return outer ? outer.map((value, k) => plane([k], value)) : [plane([], undefined)];
}

/** The cell one step aside; the same where the map ends. */
export function stepFrom(plane: Plane, cell: number, dx: number, dy: number): number {
  const place = plane.cells.indexOf(cell);
  const width = plane.right.length;
  if (place < 0) return plane.cells[0] ?? cell;
  const [x, y] = [(place % width) + dx, Math.floor(place / width) + dy];
  if (x < 0 || x >= width || y < 0 || y >= plane.up.length) return cell;
  return plane.cells[y * width + x] ?? cell;
}
