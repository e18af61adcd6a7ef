// What can be said of the shape of a terrain in a sentence.

import { medianOf } from '../../statistics/distribution.ts';
import { type AxisValue, type Grid, gridOf, type StudyAxis } from './axes.ts';
import { neighboursOf } from './neighbours.ts';
import type { Survey } from './terrain.ts';

export interface Highland {
  /** cells with the figure, and cells of the plateau */
  readonly known: number;
  readonly size: number;
  /** the lowest and highest figure on the plateau; NaN without one */
  readonly low: number;
  readonly high: number;
  /** the settings in its middle, one an axis; undefined without one */
  readonly middle: readonly AxisValue[] | undefined;
  /** the least and the greatest place on each axis that the plateau reaches */
  readonly reach: readonly (readonly [first: AxisValue, last: AxisValue])[];
}

export function highlandOf(
  axes: readonly StudyAxis[],
  { cells, figure, plateau, middle }: Pick<Survey, 'cells' | 'figure' | 'plateau' | 'middle'>,
): Highland {
  const heights = plateau.map((cell) => figure[cell]!);
  return {
    known: figure.filter((value) => !Number.isNaN(value)).length,
    size: plateau.length,
    low: heights.length > 0 ? Math.min(...heights) : Number.NaN,
    high: heights.length > 0 ? Math.max(...heights) : Number.NaN,
    middle: middle === undefined ? undefined : cells[middle]!.values,
    reach: axes.map((_axis, k) => {
      const values = plateau.map((cell) => cells[cell]!.values[k]!);
      const numbers = values.filter((value) => typeof value === 'number');
      return numbers.length === values.length && numbers.length > 0
        ? [Math.min(...numbers), Math.max(...numbers)]
        : [values[0] ?? '', values[values.length - 1] ?? ''];
    }),
  };
}

/** The median of the figure among a cell's neighbours; NaN without any that has it. */
export function neighboursMedian(axes: readonly StudyAxis[], figure: Float64Array, cell: number): number {
  const grid: Grid = gridOf(axes);
  return medianOf(
    neighboursOf(grid, cell)
      .map((one) => figure[one]!)
      .filter((value) => !Number.isNaN(value)),
  );
}

/** The best cell among those whose other measure is at or above a limit, as a largest drawdown one can live with; undefined where none is. */
export function bestWithin(
  figure: Float64Array,
  other: Float64Array,
  limit: number,
  lessIsBetter: boolean,
): number | undefined {
  let best: number | undefined;
  for (let k = 0; k < figure.length; k++) {
    if (Number.isNaN(figure[k]!) || !(other[k]! >= limit)) continue;
    if (best === undefined || (lessIsBetter ? figure[k]! < figure[best]! : figure[k]! > figure[best]!))
      best = k;
  }
  return best;
}
