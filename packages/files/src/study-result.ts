// result.json of a study (docs/studies.md, The result).

import {
  type Edge,
  isoFromDay,
  type PairResult,
  type PairSearch,
  type Shake,
  type StudyResult,
  type Terrain,
  type Walk,
} from '@plateau/core';
import { withNulls } from './summary.ts';

/** What a study found, null where undefined; numbers in shortest round-trip form. */
export function studyResultJson(result: StudyResult): string {
  return `${JSON.stringify(written(result), withNulls, 1)}\n`;
}

function written(result: StudyResult): object {
  switch (result.kind) {
    case 'terrain':
      return terrain(result);
    case 'walk':
      return walk(result);
    case 'edge':
      return edge(result);
    case 'pair':
      return pair(result);
    case 'search':
      return search(result);
    case 'shake':
      return shake(result);
  }
}

/** JSON leaves undefined out; here it is told as null. */
const orNull = <T>(value: T | undefined): T | null => value ?? null;

function terrain({ cells, shelter, luck, ...found }: Terrain): object {
  return {
    cells: cells.map(({ values, figures, before, after, why }, k) => ({
      values,
      figures: orNull(figures),
      before: orNull(before),
      after: orNull(after),
      shelter: shelter[k],
      ...(why !== undefined && { why }),
    })),
    height: found.height,
    plateau: found.plateau,
    middle: orNull(found.middle),
    peak: orNull(found.peak),
    peakDrop: found.peakDrop,
    own: orNull(found.own),
    spearman: orNull(found.spearman),
    afterOfBest: orNull(found.afterOfBest),
    overfitting: luck ? { ...luck.overfitting, logits: [...luck.overfitting.logits] } : null,
    luckOfBest: orNull(luck?.luckOfBest),
    deflatedSharpe: orNull(luck?.deflatedSharpe),
  };
}

function walk({ cells, windows, run, own, hindsight, efficiency }: Walk): object {
  return {
    cells: cells.map((values) => ({ values })),
    windows: windows.map(({ trainFrom, trainTo, testFrom, testTo, cell, trainFigure, testFigure }) => ({
      trainFrom: isoFromDay(trainFrom),
      trainTo: isoFromDay(trainTo),
      testFrom: isoFromDay(testFrom),
      testTo: isoFromDay(testTo),
      cell: orNull(cell),
      trainFigure,
      testFigure,
    })),
    figures: { ...run.figures, eitherWayBars: run.ambiguousBars },
    own: own ? { ...own.figures, eitherWayBars: own.ambiguousBars } : null,
    hindsight: hindsight ? { ...hindsight.figures, eitherWayBars: hindsight.ambiguousBars } : null,
    hindsightCell: orNull(hindsight?.cell),
    efficiency,
  };
}

function edge({ rows, base, failed }: Edge): object {
  return { rows: rows.map((row) => ({ ...row, value: orNull(row.value) })), base, failed };
}

function pair({ pair: found }: PairResult): object {
  const { hedge, mean, deviation, halfLife, unitRootT, rounds, run, training, test, plain, windows } = found;
  return {
    hedge,
    mean,
    deviation,
    halfLife,
    unitRootT,
    rounds,
    figures: run.figures,
    training: orNull(training?.strategy),
    test: orNull(test?.strategy),
    plain,
    mostGross: found.mostGross,
    windows: windows.map(({ from, to, spread: _spread, ...window }) => ({
      from: isoFromDay(from),
      to: isoFromDay(to),
      ...window,
    })),
  };
}

function search({ rows, tried, failed }: PairSearch): object {
  return { tried, failed, pairs: rows };
}

function shake({ own, repetitions, beat }: Shake): object {
  return {
    own,
    beat,
    repetitions: repetitions.map(({ nudge, figures }) => ({ nudge, figures: orNull(figures) })),
  };
}
