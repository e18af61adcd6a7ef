// What a study found, in a line.

import type { StudyResult } from '@plateau/core';

const minus = (text: string): string => text.replace('-', '−');
const number = (value: number | undefined, digits = 2): string =>
  value === undefined || Number.isNaN(value) ? '–' : minus(value.toFixed(digits));
const percent = (value: number | undefined): string =>
  value === undefined || Number.isNaN(value) ? '–' : `${minus((100 * value).toFixed(1))}%`;

/** The figures that decide on a study's question, with what they are held against. */
export function foundWords(result: StudyResult): string {
  switch (result.kind) {
    case 'terrain': {
      const { cells, figure, peak, plateau, own, luck } = result;
      const peakWords = peak === undefined ? 'no cell has the figure' : `peak ${number(figure[peak])}`;
      const ownWords = own ? `, own setting ${own.rank} of ${cells.length}` : '';
      const luckWords = luck ? `, overfitting ${percent(luck.overfitting.pbo)}` : '';
      return `${cells.length} cells: ${peakWords}, plateau of ${plateau.length}${ownWords}${luckWords}.`;
    }
    case 'walk': {
      const { windows, run, own } = result;
      const { cagr, benchmark } = run.figures;
      return `${windows.length} windows: ${percent(cagr)} a year chained, own setting ${percent(own?.figures.cagr)}, benchmark ${percent(benchmark.cagr)}.`;
    }
    case 'edge': {
      const { rows } = result;
      const best = rows.reduce<(typeof rows)[number] | undefined>(
        (least, row) => (!(row.holm >= (least?.holm ?? Infinity)) && !Number.isNaN(row.holm) ? row : least),
        undefined,
      );
      const words = best
        ? `least Holm p ${number(best.holm, 3)}: ${best.signal} after ${best.horizon}`
        : 'no event';
      return `${rows.length} rows: ${words}.`;
    }
    case 'pair': {
      const { rounds, unitRootT, training, test } = result.pair;
      return `${rounds} rounds: unit-root t ${number(unitRootT)}, Sharpe ${number(training?.strategy.sharpe)} in training, ${number(test?.strategy.sharpe)} after it.`;
    }
    case 'search': {
      const { rows, tried } = result;
      const [first] = rows;
      return `${tried} pairs tried${first ? `: ${first.y} and ${first.x} first, unit-root t ${number(first.unitRootT)}, Sharpe after the training ${number(first.test)}` : ''}.`;
    }
    case 'shake': {
      const { beat, own } = result;
      const all = beat.find(({ nudge }) => nudge === 'all') ?? beat[0];
      return `${percent(all?.share)} of ${all?.n ?? 0} nudged repetitions beat the benchmark; as it is ${percent(own.cagr)} a year against ${percent(own.benchmark.cagr)}.`;
    }
  }
}
