// Who is beside whom on a grid.

import { cellAt, cellCount, type Grid, placesOf } from './axes.ts';

/** The cells within king's moves: places that differ by at most one on every axis of dials, and by none on the others. */
export function neighboursOf(grid: Grid, cell: number): number[] {
  const places = placesOf(grid, cell);
  let around: number[][] = [[]];
  places.forEach((place, k) => {
    const size = grid.sizes[k]!;
    const steps = grid.ordered[k] ? [place - 1, place, place + 1] : [place];
    const inside = steps.filter((step) => step >= 0 && step < size);
    around = around.flatMap((so) => inside.map((step) => [...so, step]));
  });
  return around.map((one) => cellAt(grid, one)).filter((one) => one !== cell);
}

/** For each cell those one step away on one axis of dials; -1 stands for a step over the grid's edge. */
export function stepsOf(grid: Grid): (cell: number) => number[] {
  const strides = grid.sizes.map((_size, k) => grid.sizes.slice(k + 1).reduce((a, b) => a * b, 1));
  return (cell) => {
    const places = placesOf(grid, cell);
    return places.flatMap((place, k) => {
      if (!grid.ordered[k]) return [];
      const stride = strides[k]!;
      return [place > 0 ? cell - stride : -1, place + 1 < grid.sizes[k]! ? cell + stride : -1];
    });
  };
}

/** All cells in their order. */
export const cellsOf = (grid: Grid): number[] => Array.from({ length: cellCount(grid) }, (_x, cell) => cell);
