// A walk-forward: settings chosen on one stretch of days and tried on the next, again and again (studies.md 2).

import { figureEntry, figureOf } from '../../statistics/figure-catalogue.ts';
import type { Figures } from '../../statistics/figures.ts';
import { mean, ratio } from '../../statistics/moments.ts';
import type { Strategy } from '../../strategy/strategy.ts';
import type { RunAsked, ShownRun } from '../../work/asked.ts';
import { type Desk, doneOr, needed } from '../desk.ts';
import { StudyFault } from '../fault.ts';
import type { WalkStudy } from '../study.ts';
import { type AxisValue, cellRun, gridOf, placesOf, type TurnDials, valuesOf } from '../terrain/axes.ts';
import { gridFaults } from '../terrain/grid-faults.ts';
import { cellsOf } from '../terrain/neighbours.ts';
import { reliefOf } from '../terrain/relief.ts';
import { baseRun, lessIsBetter } from '../terrain/terrain.ts';
import type { ChainAsked, ChainWindow } from './chain.ts';
import { type Window, windowsOf } from './windows.ts';

export interface WalkWindow extends Window {
  /** the cell that was chosen; undefined where none had the figure, and nothing was traded */
  readonly cell: number | undefined;
  readonly trainFigure: number;
  readonly testFigure: number;
}

/** What is kept of a chain. */
interface ChainFigures {
  readonly figures: Figures;
  /** of each day of the chained account; undefined where only the figures were asked for */
  readonly equity: Float64Array | undefined;
  /** bars that reached both stop and target */
  readonly ambiguousBars: number;
}

export interface Walk {
  readonly kind: 'walk';
  /** the values of each cell, one an axis */
  readonly cells: readonly (readonly AxisValue[])[];
  readonly windows: readonly WalkWindow[];
  /** the chained account */
  readonly run: ShownRun;
  /** of the study's own settings treated the same way; undefined where they cannot run */
  readonly own: ChainFigures | undefined;
  /** of the one cell that does best over the chain, which nobody knew before */
  readonly hindsight: (ChainFigures & { readonly cell: number }) | undefined;
  /** CAGR of the chain over the mean CAGR of the chosen cells while they trained */
  readonly efficiency: number;
}

/**
 * @param show is told of the choices as windows come in
 * @throws {StudyFault} when the grid or the windows are none
 */
export async function walkForward(
  study: WalkStudy,
  desk: Desk,
  turn: TurnDials,
  show?: (windows: readonly WalkWindow[]) => void,
): Promise<Walk> {
  const { axes } = study;
  gridFaults(study);
  axes.forEach((axis, k) => {
    if (!('dial' in axis)) throw new StudyFault(`axes.${k}`, 'The axes of a walk are dials.');
  });
  const grid = gridOf(axes);
  const base = baseRun(study);
  const values = axes.map(valuesOf);
  const cells = cellsOf(grid).map((cell) => placesOf(grid, cell).map((place, k) => values[k]![place]!));
  const runs = cells.map((cell) => cellRun(base, axes, cell, turn));
  const strategies = runs.map((run) => (run.ok ? run.asked.request.strategy : undefined));
  if (strategies.every((strategy) => strategy === undefined)) {
    const [first] = runs.flatMap((run) => (run.ok ? [] : run.problems));
    throw new StudyFault('axes', first?.message ?? 'No cell can run.');
  }
  const windows = windowsOf((await needed(desk, 'days', base)).days, study);
  if (windows.length === 0) {
    throw new StudyFault('train', 'The days end before the first test begins: take shorter windows.');
  }

  // The days, the chain, that of the own settings and that of hindsight beside those of the cells.
  desk.expect(windows.length * cells.length + cells.length + 4);
  const trained = await train(study, desk, base, strategies, windows);
  const chosen = windows.map((window, j) => choose(study, grid, trained.figures[j]!, window));
  show?.(chosen);

  const chainOf = (pick: (j: number) => Strategy | undefined): ChainWindow[] =>
    windows.map(({ testFrom, testTo }, j) => ({ from: testFrom, to: testTo, strategy: pick(j) }));
  const { from: _from, to: _to, ...request } = base.request;
  const chain = (list: ChainWindow[]) => ({ universe: base.universe, request, windows: list });
  const main = await needed(desk, 'chain', {
    ...chain(chainOf((j) => strategyOf(strategies, chosen[j]!.cell))),
    perWindow: true,
  });
  const curveOf = async (strategy: Strategy): Promise<ChainFigures | undefined> => {
    const [how] = await desk.each('chain', [chain(chainOf(() => strategy))]);
    const came = doneOr(how);
    if ('why' in came) return undefined;
    const { figures, ambiguousBars, marks } = came.done.run;
    return { figures, ambiguousBars, equity: marks.equity };
  };
  const own = await curveOf(study.strategy);
  const throughout = await desk.each(
    'chainFigures',
    strategies.map((strategy) => chain(chainOf(() => strategy))),
  );
  const figuresOfCell = throughout.map((how, cell) => {
    const done = doneOr(how);
    return strategies[cell] && 'done' in done ? figuresIn(done.done) : undefined;
  });
  const entry = figureEntry(study.figure);
  const testFigure = (j: number): number => {
    const figures = main.windows[j];
    return figures ? figureOf(figures, entry) : Number.NaN;
  };
  const trainGrowth = chosen.flatMap(({ cell }, j) =>
    cell === undefined ? [] : [trained.growth[j]![cell]!],
  );
  const best = bestThroughout(study, figuresOfCell);
  const bestStrategy = strategyOf(strategies, best?.cell);
  const hindsight = bestStrategy && (await curveOf(bestStrategy));
  return {
    kind: 'walk',
    cells,
    windows: chosen.map((window, j) => ({ ...window, testFigure: testFigure(j) })),
    run: main.run,
    own,
    hindsight: best && { ...best, equity: hindsight?.equity },
    efficiency: ratio(main.run.figures.cagr, mean(trainGrowth)),
  };
}

/** The chain that a walk's choices make, as they are known from its result. */
export function chainAsked(
  study: WalkStudy,
  { windows, cells }: Pick<Walk, 'windows' | 'cells'>,
  turn: TurnDials,
): { readonly universe: string } & ChainAsked {
  const base = baseRun(study);
  const { from: _from, to: _to, ...request } = base.request;
  return {
    universe: base.universe,
    request,
    windows: windows.map(({ testFrom, testTo, cell }) => {
      const run = cell === undefined ? undefined : cellRun(base, study.axes, cells[cell]!, turn);
      return { from: testFrom, to: testTo, strategy: run?.ok ? run.asked.request.strategy : undefined };
    }),
  };
}

/** The figure, and the growth a year, of every cell on every window's training days. */
async function train(
  study: WalkStudy,
  desk: Desk,
  base: RunAsked,
  strategies: readonly (Strategy | undefined)[],
  windows: readonly Window[],
): Promise<{ readonly figures: Float64Array[]; readonly growth: Float64Array[] }> {
  const entry = figureEntry(study.figure);
  const blank = (): Float64Array[] => windows.map(() => new Float64Array(strategies.length).fill(Number.NaN));
  const figures = blank();
  const growth = blank();
  const asked: RunAsked[] = [];
  const places: { readonly j: number; readonly cell: number }[] = [];
  windows.forEach(({ trainFrom, trainTo }, j) => {
    strategies.forEach((strategy, cell) => {
      if (!strategy) return;
      asked.push({ ...base, request: { ...base.request, strategy, from: trainFrom, to: trainTo } });
      places.push({ j, cell });
    });
  });
  await desk.each('figures', asked, (how, n) => {
    const { j, cell } = places[n]!;
    const came = doneOr(how);
    if ('why' in came) return;
    figures[j]![cell] = figureOf(came.done.figures, entry);
    growth[j]![cell] = came.done.figures.cagr;
  });
  return { figures, growth };
}

function choose(
  study: WalkStudy,
  grid: ReturnType<typeof gridOf>,
  figure: Float64Array,
  window: Window,
): WalkWindow {
  const { peak, middle } = reliefOf(grid, figure, study.height, lessIsBetter(study.figure));
  const cell = study.choose === 'best' ? peak : middle;
  return {
    ...window,
    cell,
    trainFigure: cell === undefined ? Number.NaN : figure[cell]!,
    testFigure: Number.NaN,
  };
}

const strategyOf = (strategies: readonly (Strategy | undefined)[], cell: number | undefined) =>
  cell === undefined ? undefined : strategies[cell];

function bestThroughout(study: WalkStudy, cells: readonly (ChainFigures | undefined)[]): Walk['hindsight'] {
  const entry = figureEntry(study.figure);
  const sign = lessIsBetter(study.figure) ? -1 : 1;
  let best: Walk['hindsight'];
  cells.forEach((chain, cell) => {
    if (!chain || Number.isNaN(figureOf(chain.figures, entry))) return;
    const better = !best || sign * (figureOf(chain.figures, entry) - figureOf(best.figures, entry)) > 0;
    if (better) best = { ...chain, cell };
  });
  return best;
}

const figuresIn = ({ figures, ambiguousBars }: Omit<ChainFigures, 'equity'>): ChainFigures => ({
  figures,
  ambiguousBars,
  equity: undefined,
});

/** How often the choice was another one than in the window before. */
export function choiceChanges(windows: readonly Pick<WalkWindow, 'cell'>[]): number {
  return windows.filter(({ cell }, j) => j > 0 && cell !== windows[j - 1]?.cell).length;
}
