// A terrain: a run for every cell of a grid, and what their figures look like together (studies.md 1).

import { barsPerYear } from '../../bars/unit.ts';
import { figureEntry } from '../../statistics/figure-catalogue.ts';
import type { FigureKey } from '../../statistics/figure-keys.ts';
import type { Figures } from '../../statistics/figures.ts';
import { spearman } from '../../statistics/rank-correlation.ts';
import type { RunAsked } from '../../work/asked.ts';
import { type Desk, doneOr, needed, one } from '../desk.ts';
import { StudyFault } from '../fault.ts';
import type { Luck, LuckAsked } from '../luck/best-of-many.ts';
import type { Height, TerrainStudy, WalkStudy } from '../study.ts';
import {
  type AxisValue,
  type CellRun,
  cellAt,
  cellRun,
  type Grid,
  gridOf,
  placesOf,
  type TurnDials,
  valuesOf,
} from './axes.ts';
import type { Cell, Frame } from './cell.ts';
import { type CellFigure, type CellPart, cellFigureEntry, cellFigureOf } from './cell-figures.ts';
import { gridFaults } from './grid-faults.ts';
import { cellsOf } from './neighbours.ts';
import { type OwnPlace, type Relief, rankOf, reliefOf } from './relief.ts';

export interface TerrainCell {
  /** one an axis */
  readonly values: readonly AxisValue[];
  /** undefined where the cell could not run, or has not yet */
  readonly figures: Figures | undefined;
  readonly before: Figures | undefined;
  readonly after: Figures | undefined;
  readonly alpha: Cell['alpha'] | undefined;
  /** why it has no figures */
  readonly why: string | undefined;
}

/** What can be said of a terrain while its cells come in. */
export interface Survey extends Relief {
  readonly cells: readonly TerrainCell[];
  /** the chosen figure of each cell, before the split where there is one; NaN where undefined */
  readonly figure: Float64Array;
  /** the study's own settings among the cells; undefined when they are off the grid */
  readonly own: OwnPlace | undefined;
  /** of the cells' figures before and after the split; undefined without one */
  readonly spearman: number | undefined;
  readonly afterOfBest: { readonly figure: number; readonly rank: number } | undefined;
}

export interface Terrain extends Survey {
  readonly kind: 'terrain';
  /** undefined where the cells do not share their days, benchmark and rates: what one day is to one is another to the next */
  readonly luck: Luck | undefined;
}

/** The run that a study's own settings stand for. */
export function baseRun(
  study: Pick<TerrainStudy, 'strategy' | 'universe' | 'benchmark' | 'from' | 'to' | 'split'>,
): RunAsked {
  const { strategy, universe, benchmark, from, to, split } = study;
  return {
    universe,
    request: {
      strategy,
      benchmark,
      ...(from !== undefined && { from }),
      ...(to !== undefined && { to }),
      ...(split !== undefined && { splitAt: split }),
    },
  };
}

/** What a cell runs by itself; the problems where it cannot. @param values one an axis */
export function cellAsked(
  study: TerrainStudy | WalkStudy,
  values: readonly AxisValue[],
  turn: TurnDials,
): CellRun {
  return cellRun(baseRun(study), study.axes, values, turn);
}

/**
 * @param show is told of the terrain as its cells come in
 * @param tried Sharpe ratios a year of what was tried besides the cells
 * @throws {StudyFault} when the grid is none, or no cell can run
 */
export async function surveyTerrain(
  study: TerrainStudy,
  desk: Desk,
  turn: TurnDials,
  show?: (survey: () => Survey) => void,
  tried: readonly number[] = [],
): Promise<Terrain> {
  const { axes } = study;
  gridFaults(study);
  const grid = gridOf(axes);
  const base = baseRun(study);
  const values = axes.map(valuesOf);
  const cells: TerrainCell[] = cellsOf(grid).map((cell) => ({
    values: placesOf(grid, cell).map((place, k) => values[k]![place]!),
    figures: undefined,
    before: undefined,
    after: undefined,
    alpha: undefined,
    why: undefined,
  }));
  const returns: (Float64Array | undefined)[] = new Array(cells.length).fill(undefined);
  // The frames that cells have, each with a run that has it.
  const frames = new Map<string, RunAsked>();
  let untilSplit = 0;

  const runs = cells.map((cell) => cellRun(base, axes, cell.values, turn));
  const asked: RunAsked[] = [];
  const places: number[] = [];
  runs.forEach((run, k) => {
    if (run.ok) {
      asked.push(run.asked);
      places.push(k);
    } else cells[k] = { ...cells[k]!, why: sentenceOf(run.problems[0]) };
  });
  desk.expect(asked.length + 2);
  await desk.each('cell', asked, (how, n) => {
    const k = places[n]!;
    const came = doneOr(how);
    if ('why' in came) cells[k] = { ...cells[k]!, why: came.why };
    else {
      const { cell } = came.done;
      const { figures, before, after, alpha } = cell;
      cells[k] = { ...cells[k]!, figures, before, after, alpha };
      frames.set(cell.frame, asked[n]!);
      returns[k] = inSharedMemory(cell.returns);
      untilSplit = cell.untilSplit;
    }
    show?.(() => surveyOf(study, [...cells]));
  });
  const survey = surveyOf(study, [...cells]);
  const first = cells.find(({ why }) => why !== undefined)?.why;
  if (cells.every(({ figures }) => figures === undefined)) throw new StudyFault('strategy', first ?? '');
  if (study.split !== undefined && cells.every(({ before }) => before === undefined)) {
    throw new StudyFault('split', 'The split leaves fewer than two days on one side of it.');
  }
  const [shared, ...others] = frames.values();
  if (!shared || others.length > 0) return { ...survey, kind: 'terrain', luck: undefined };
  const { frame } = await needed(desk, 'frame', shared);
  const luck = await one(desk, 'luck', luckAsked(study, survey, returns, frame, untilSplit, tried));
  return { ...survey, kind: 'terrain', luck };
}

/** In memory that a worker reads where it is: the returns of all cells go to one of them. */
function inSharedMemory(column: Float64Array): Float64Array {
  const copy = new Float64Array(new SharedArrayBuffer(column.byteLength));
  copy.set(column);
  return copy;
}

const sentenceOf = (problem: { readonly path: string; readonly message: string } | undefined): string =>
  problem ? `${problem.path}: ${problem.message}` : 'It cannot run.';

export const lessIsBetter = (figure: FigureKey): boolean => figureEntry(figure).better === 'less';

/**
 * The terrain's cells by any figure and height: what a study found, looked at otherwise. Nothing is run.
 * @param part by default all days, or with a split those before it
 */
export function surveyOf(
  study: TerrainStudy,
  cells: readonly TerrainCell[],
  {
    by = study.figure,
    height = study.height,
    part = study.split === undefined ? 'figures' : 'before',
  }: { readonly by?: CellFigure; readonly height?: Height; readonly part?: CellPart } = {},
): Survey {
  const { split } = study;
  const grid = gridOf(study.axes);
  const less = cellFigureEntry(by).better === 'less';
  const column = (of: CellPart): Float64Array => cellFiguresOf(cells, by, of);
  const figure = column(part);
  const relief = reliefOf(grid, figure, height, less);
  const own = ownCell(study, grid);
  const after = split === undefined ? undefined : column('after');
  return {
    ...relief,
    cells,
    figure,
    own: own === undefined ? undefined : rankOf(figure, own, less),
    spearman: after && spearman(figure, after),
    afterOfBest:
      after && relief.peak !== undefined
        ? { figure: after[relief.peak]!, rank: rankOf(after, relief.peak, less).rank }
        : undefined,
  };
}

/** One figure of all cells; NaN where it is undefined. */
export const cellFiguresOf = (
  cells: readonly TerrainCell[],
  figure: CellFigure,
  part: CellPart,
): Float64Array => Float64Array.from(cells, (cell) => cellFigureOf(cell, figure, part));

/** The cell that the study's own settings are; undefined when they are off the grid. */
function ownCell({ strategy, axes, universe, benchmark }: TerrainStudy, grid: Grid): number | undefined {
  const places = axes.map((axis) => {
    const values = valuesOf(axis);
    if ('dial' in axis) return values.indexOf(strategy.dials[axis.dial]?.value ?? Number.NaN);
    if ('universes' in axis) return values.indexOf(universe);
    if ('benchmarks' in axis) return values.indexOf(benchmark);
    return 'condition' in axis ? 1 : -1;
  });
  return places.includes(-1) ? undefined : cellAt(grid, places);
}

/** What chooses must not see what tests: with a split only the returns before it. */
function luckAsked(
  { split, seed, strategy }: TerrainStudy,
  { figure, peak }: Survey,
  returns: readonly (Float64Array | undefined)[],
  frame: Frame,
  untilSplit: number,
  tried: readonly number[],
): LuckAsked {
  const count = split === undefined ? frame.riskFree.length : untilSplit;
  const ran = returns.flatMap((column, k) => (column ? [{ column, k }] : []));
  const place = ran.findIndex(({ k }) => k === peak && !Number.isNaN(figure[k]!));
  return {
    returns: ran.map(({ column }) => column.subarray(0, count)),
    benchmark: frame.benchmark.subarray(0, count),
    riskFree: frame.riskFree.subarray(0, count),
    peak: place < 0 ? undefined : place,
    seed,
    ...(tried.length > 0 && { tried: tried.map((sharpe) => sharpe / Math.sqrt(barsPerYear(strategy.bars))) }),
  };
}
