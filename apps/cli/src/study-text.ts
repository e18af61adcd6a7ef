// What a study found, in a few lines for a terminal.

import type { Edge, PairResult, PairSearch, Shake, Study, StudyResult, Terrain, Walk } from '@plateau/core';

const number = (value: number | undefined, digits = 3): string =>
  value === undefined || Number.isNaN(value) ? '–' : value.toFixed(digits);
const percent = (value: number | undefined): string =>
  value === undefined || Number.isNaN(value) ? '–' : `${(100 * value).toFixed(2)}%`;

export function studyText(study: Study, result: StudyResult): string {
  const lines = linesOf(study, result);
  return `${[study.name || study.kind, ...lines].join('\n')}\n`;
}

function linesOf(study: Study, result: StudyResult): string[] {
  switch (result.kind) {
    case 'terrain':
      return terrain(study, result);
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

function terrain(
  study: Study,
  { cells, figure, own, peak, peakDrop, plateau, middle, luck, spearman }: Terrain,
): string[] {
  const name = 'figure' in study ? study.figure : '';
  const at = (cell: number | undefined): string =>
    cell === undefined ? 'none' : `${number(figure[cell])} at ${cells[cell]?.values.join(', ')}`;
  const failed = cells.filter(({ why }) => why !== undefined).length;
  return [
    `${cells.length} cells by ${name}${failed > 0 ? `, ${failed} of them could not run` : ''}`,
    `peak ${at(peak)}, ${percent(peakDrop)} above its neighbours`,
    `plateau of ${plateau.length} cells, its middle ${at(middle)}`,
    own
      ? `own setting: rank ${own.rank}, percentile ${number(own.percentile, 1)}`
      : 'own setting: off the grid',
    ...(spearman === undefined
      ? []
      : [`before against after the split: rank correlation ${number(spearman)}`]),
    luck
      ? `overfitting ${percent(luck.overfitting.pbo)}, reality check p ${number(luck.luckOfBest.p)}, deflated Sharpe ${percent(luck.deflatedSharpe)}`
      : 'luck: the cells do not share their days',
  ];
}

function walk({ windows, run: { figures }, own, hindsight, efficiency }: Walk): string[] {
  const growth = (of: { figures: { cagr: number; sharpe: number } } | undefined): string =>
    `CAGR ${percent(of?.figures.cagr)}, Sharpe ${number(of?.figures.sharpe, 2)}`;
  return [
    `${windows.length} windows`,
    `chained: ${growth({ figures })}; benchmark: CAGR ${percent(figures.benchmark.cagr)}`,
    `own setting: ${growth(own)}`,
    `best in hindsight: ${growth(hindsight)}`,
    `efficiency ${number(efficiency, 2)}`,
  ];
}

function edge({ rows, base, failed }: Edge): string[] {
  const value = (of: number | undefined): string => (of === undefined ? '' : ` ${of}`);
  return [
    ...rows.map(
      (row) =>
        `${row.signal}${value(row.value)} after ${row.horizon}: n ${row.n}, wins ${percent(row.wins)}, mean ${percent(row.mean)}, base ${percent(row.base)}, t ${number(row.t, 2)}, Holm p ${number(row.holm)}`,
    ),
    ...base.map(
      ({ horizon, n, wins, mean }) =>
        `any bar after ${horizon}: n ${n}, wins ${percent(wins)}, mean ${percent(mean)}`,
    ),
    ...failed.map(({ signal, value: at, why }) => `${signal}${value(at)} could not be read: ${why}`),
  ];
}

function pair({ pair: found }: PairResult): string[] {
  const { hedge, halfLife, unitRootT, rounds, training, test, plain, mostGross } = found;
  return [
    `hedge ${number(hedge.b)} (standard error ${number(hedge.seB)}, R² ${number(hedge.r2)}) on ${hedge.n} bars`,
    `half-life ${number(halfLife, 1)} bars, unit-root t ${number(unitRootT, 2)}`,
    `${rounds} rounds; Sharpe ${number(training?.strategy.sharpe, 2)} in training, ${number(test?.strategy.sharpe, 2)} after it`,
    `plain Sharpe ${number(plain.training, 2)} in training, ${number(plain.test, 2)} after it`,
    ...(mostGross > 1
      ? [`both legs together were worth up to ${number(mostGross, 2)} times the account`]
      : []),
  ];
}

const SHOWN = 20;

function search({ rows, tried, failed }: PairSearch): string[] {
  return [
    `${tried} pairs tried${failed > 0 ? `, ${failed} of them could not be worked out` : ''}`,
    ...rows
      .slice(0, SHOWN)
      .map(
        ({ y, x, unitRootT, halfLife, test }) =>
          `${y} / ${x}: unit-root t ${number(unitRootT, 2)}, half-life ${number(halfLife, 1)}, Sharpe after the training ${number(test, 2)}`,
      ),
  ];
}

function shake({ own, beat }: Shake): string[] {
  return [
    `as it is: CAGR ${percent(own.cagr)}, benchmark ${percent(own.benchmark.cagr)}`,
    ...beat.map(({ nudge, n, share }) => `${nudge}: ${percent(share)} of ${n} beat the benchmark`),
  ];
}
