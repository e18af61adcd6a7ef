// How long a study will take, worked out from one of its pieces.

import type { Settled } from '../parallel/pool.ts';
import type { RunAsked } from '../work/asked.ts';
import { type Desk, doneOr } from './desk.ts';
import { outcomesAsked, signalsAsked } from './edge/asked.ts';
import { firstPairs } from './pair/pair.ts';
import { repetitionsAsked } from './shake/shake.ts';
import type { Study, TerrainStudy } from './study.ts';
import { type AxisValue, cellRun, type TurnDials, valuesOf } from './terrain/axes.ts';
import { baseRun } from './terrain/terrain.ts';
import { windowsOf } from './walk/windows.ts';

interface EstimateTools {
  readonly desk: Desk;
  readonly turn: TurnDials;
  readonly symbolsOf: (universe: string, group: string | undefined) => readonly string[];
  /** milliseconds from any beginning */
  readonly now: () => number;
}

/**
 * Milliseconds of one thread that the study takes, once its bars are in memory: a piece is done twice, and the second time, when
 * what pieces share is worked out, counts for all the others. NaN where no piece can be done; the study itself says why.
 */
export async function estimateStudy(study: Study, tools: EstimateTools): Promise<number> {
  try {
    return await estimate(study, tools);
  } catch (error) {
    // A range that is none: what is wrong with it is told where it is run.
    if (error instanceof RangeError) return Number.NaN;
    throw error;
  }
}

async function estimate(study: Study, { desk, turn, symbolsOf, now }: EstimateTools): Promise<number> {
  const timed = async (
    piece: (time: number) => Promise<readonly Settled<{ readonly kind: string }>[]>,
  ): Promise<number> => {
    await piece(0);
    const began = now();
    const [how] = await piece(1);
    return 'done' in doneOr(how) ? now() - began : Number.NaN;
  };
  switch (study.kind) {
    case 'terrain': {
      const values = study.axes.map(valuesOf);
      const cells = values.reduce((product, { length }) => product * length, 1);
      // Corners first, so that every worker has what cells share; then one of the middle by itself.
      const corners = cornersOf(values).flatMap((corner) => cellOf(study, corner, turn));
      const [middle] = cellOf(
        study,
        values.map((all) => all[all.length >> 1] ?? 0),
        turn,
      );
      if (!middle) return Number.NaN;
      return cells * (await timed((time) => desk.each('cell', time === 0 ? corners : [middle])));
    }
    case 'walk': {
      const base = baseRun(study);
      const cells = study.axes.map(valuesOf).reduce((product, { length }) => product * length, 1);
      const [how] = await desk.each('days', [base]);
      const days = how?.kind === 'done' && how.out.kind === 'done' ? how.out.days : undefined;
      const [first, last] = [days?.[0], days?.[days.length - 1]];
      if (!days || first === undefined || last === undefined) return Number.NaN;
      const windows = windowsOf(days, study);
      const trained = windows.reduce((sum, { trainFrom, trainTo }) => sum + trainTo - trainFrom, 0);
      // Every cell once over each window's training, and once over the chain of all tests.
      const runs = trained / Math.max(1, last - first) + 1;
      return cells * runs * (await timed(() => desk.each('figures', [base])));
    }
    case 'edge': {
      const [signal, ...more] = signalsAsked(study);
      if (!signal) return Number.NaN;
      await desk.each('edgeBase', [outcomesAsked(study)]);
      return (1 + more.length) * (await timed(() => desk.each('edge', [signal])));
    }
    case 'pair': {
      const { search, universe } = study;
      if (!search) return 0;
      const { piece, pieces } = firstPairs(study, symbolsOf(universe, search.group));
      if (!piece) return Number.NaN;
      return pieces * (await timed(() => desk.each('pairSearch', [piece])));
    }
    case 'shake': {
      const asked = repetitionsAsked(study);
      const last = asked[asked.length - 1];
      if (!last) return Number.NaN;
      const piece = { ...baseRun(study), ...last, seed: study.seed };
      return asked.length * (await timed((time) => desk.each('shake', [{ ...piece, repetition: time }])));
    }
  }
}

const MOST_CORNERS = 4;

/** The first corners of a grid. */
function cornersOf(values: readonly (readonly AxisValue[])[]): AxisValue[][] {
  return values
    .reduce<AxisValue[][]>(
      (corners, all) =>
        corners.flatMap((corner) =>
          [...new Set([all[0] ?? 0, all[all.length - 1] ?? 0])].map((value) => [...corner, value]),
        ),
      [[]],
    )
    .slice(0, MOST_CORNERS);
}

/** What a cell runs; nothing where it cannot. */
function cellOf(study: TerrainStudy, values: readonly AxisValue[], turn: TurnDials): RunAsked[] {
  const run = cellRun(baseRun(study), study.axes, values, turn);
  return run.ok ? [run.asked] : [];
}
