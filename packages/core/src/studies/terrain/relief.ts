// The shape of a terrain: what is sheltered, what stands high together, and what stands alone (studies.md 1).

import { medianOf, quantile } from '../../statistics/distribution.ts';
import { mean, ratio } from '../../statistics/moments.ts';
import type { Height } from '../study.ts';
import type { Grid } from './axes.ts';
import { cellsOf, neighboursOf, stepsOf } from './neighbours.ts';

export interface Relief {
  /** of each cell; NaN where neither it nor a neighbour is defined */
  readonly shelter: Float64Array;
  /** the threshold of the plateau; NaN without a defined cell */
  readonly height: number;
  /** the plateau's cells, rising */
  readonly plateau: readonly number[];
  /** the cell of the plateau that is farthest from its edge */
  readonly middle: number | undefined;
  readonly peak: number | undefined;
  /** how much lower the peak's neighbours are; NaN without neighbours, or at a peak of 0 */
  readonly peakDrop: number;
  /** the peak's drop is above 0.3, or it stands outside the plateau */
  readonly isLonePeak: boolean;
}

const LONE = 0.3;

const defined = (values: readonly number[]): number[] => values.filter((value) => !Number.isNaN(value));

/**
 * @param figure of each cell, NaN where it is undefined
 * @param lessIsBetter all is mirrored: the lowest cell is the peak, and the plateau lies at or below its height
 */
export function reliefOf(grid: Grid, figure: Float64Array, height: Height, lessIsBetter = false): Relief {
  const sign = lessIsBetter ? -1 : 1;
  const better = (a: number, b: number): boolean => sign * (a - b) > 0;
  const shelter = Float64Array.from(figure, (own, cell) =>
    medianOf(defined([own, ...neighboursOf(grid, cell).map((one) => figure[one]!)])),
  );
  const threshold = thresholdOf(figure, height, lessIsBetter);
  const isHigh = (cell: number): boolean => sign * (figure[cell]! - threshold) >= 0;
  const plateau = largest(
    connected(grid, isHigh),
    (cells) => sign * mean(cells.map((cell) => figure[cell]!)),
  );
  const peak = cellsOf(grid)
    .filter((cell) => !Number.isNaN(figure[cell]!))
    .reduce<number | undefined>(
      (best, cell) => (best === undefined || better(figure[cell]!, figure[best]!) ? cell : best),
      undefined,
    );
  const peakDrop = peak === undefined ? Number.NaN : dropOf(grid, figure, peak, sign);
  return {
    shelter,
    height: threshold,
    plateau,
    middle: middleOf(grid, plateau, shelter, sign),
    peak,
    peakDrop,
    isLonePeak: peak !== undefined && (peakDrop > LONE || !plateau.includes(peak)),
  };
}

function thresholdOf(figure: Float64Array, height: Height, lessIsBetter: boolean): number {
  if (typeof height === 'number') return height;
  const sorted = figure.filter((value) => !Number.isNaN(value)).sort();
  return quantile(sorted, (lessIsBetter ? 100 - height.percentile : height.percentile) / 100);
}

/** Sets of cells that hang together by steps of one on one axis, each rising, by their first cells. */
function connected(grid: Grid, belongs: (cell: number) => boolean): number[][] {
  const steps = stepsOf(grid);
  const seen = new Set<number>();
  const sets: number[][] = [];
  for (const first of cellsOf(grid)) {
    if (seen.has(first) || !belongs(first)) continue;
    const set = [first];
    seen.add(first);
    for (let k = 0; k < set.length; k++) {
      for (const next of steps(set[k]!)) {
        if (next < 0 || seen.has(next) || !belongs(next)) continue;
        seen.add(next);
        set.push(next);
      }
    }
    sets.push(set.sort((a, b) => a - b));
  }
  return sets;
}

/** The set with most cells; of equals the higher mean, then the lower first cell. */
function largest(sets: readonly number[][], meanOf: (cells: number[]) => number): number[] {
  let best: number[] = [];
  for (const set of sets) {
    if (set.length > best.length || (set.length === best.length && meanOf(set) > meanOf(best))) best = set;
  }
  return best;
}

/** The member with most steps to a cell that is none, the grid's edge one beyond its last cell; ties by shelter, then lower cell. */
function middleOf(
  grid: Grid,
  plateau: readonly number[],
  shelter: Float64Array,
  sign: number,
): number | undefined {
  const steps = stepsOf(grid);
  const members = new Set(plateau);
  const distance = new Map<number, number>();
  // Breadth first, from outside inwards.
  let shore = plateau.filter((cell) => steps(cell).some((next) => !members.has(next)));
  for (let far = 1; shore.length > 0; far++) {
    for (const cell of shore) distance.set(cell, far);
    shore = [...new Set(shore.flatMap(steps))].filter((cell) => members.has(cell) && !distance.has(cell));
  }
  // A plateau without an edge, on a grid without dials, is all shore.
  const farOf = (cell: number): number => distance.get(cell) ?? 0;
  return plateau.reduce<number | undefined>((best, cell) => {
    if (best === undefined) return cell;
    const farther = farOf(cell) - farOf(best) || sign * (shelter[cell]! - shelter[best]!);
    return farther > 0 ? cell : best;
  }, undefined);
}

function dropOf(grid: Grid, figure: Float64Array, peak: number, sign: number): number {
  const around = medianOf(defined(neighboursOf(grid, peak).map((cell) => figure[cell]!)));
  return ratio(sign * (figure[peak]! - around), Math.abs(figure[peak]!));
}

export interface OwnPlace {
  readonly cell: number;
  /** 1 is best; equals share the better rank; NaN where the own cell is undefined */
  readonly rank: number;
  /** 100 is best */
  readonly percentile: number;
}

/** Where a cell stands among all that are defined. */
export function rankOf(figure: Float64Array, cell: number, lessIsBetter = false): OwnPlace {
  const sign = lessIsBetter ? -1 : 1;
  const own = figure[cell]!;
  const known = defined([...figure]);
  if (Number.isNaN(own)) return { cell, rank: Number.NaN, percentile: Number.NaN };
  const rank = 1 + known.filter((other) => sign * (other - own) > 0).length;
  return { cell, rank, percentile: ratio(100 * (known.length - rank), known.length - 1) };
}
