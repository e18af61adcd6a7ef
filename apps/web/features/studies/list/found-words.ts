// What a study found, in a line.

import type { StudyResult } from '@plateau/core';
import { count, percent, ratio } from '@/ui/format.ts';

/** A part that was not reached has no figures. */
const share = (value: number | undefined): string => percent(value ?? Number.NaN);
const number = (value: number | undefined, digits = 2): string => ratio(value ?? Number.NaN, digits);

/** The figures that decide on a study's question, with what they are held against. */
export function foundWords(result: StudyResult): string {
  switch (result.kind) {
    case 'terrain': {
      const { cells, figure, peak, plateau, own, luck } = result;
      const peakWords = peak === undefined ? 'no cell has the figure' : `peak ${number(figure[peak])}`;
      const ownWords = own ? `, own setting ${count(own.rank)} of ${count(cells.length)}` : '';
      const luckWords = luck ? `, overfitting ${share(luck.overfitting.pbo)}` : '';
      return `${count(cells.length, 'cell')}: ${peakWords}, plateau of ${count(plateau.length)}${ownWords}${luckWords}.`;
    }
    case 'walk': {
      const { windows, run, own } = result;
      const { cagr, benchmark } = run.figures;
      return `${count(windows.length, 'window')}: ${share(cagr)} a year chained, own setting ${share(own?.figures.cagr)}, benchmark ${share(benchmark.cagr)}.`;
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
      return `${count(rows.length, 'row')}: ${words}.`;
    }
    case 'pair': {
      const { rounds, unitRootT, training, test } = result.pair;
      return `${count(rounds, 'round')}: unit-root t ${number(unitRootT)}, Sharpe ${number(training?.strategy.sharpe)} in training, ${number(test?.strategy.sharpe)} after it.`;
    }
    case 'search': {
      const { rows, tried } = result;
      const [first] = rows;
      return `${count(tried, 'pair')} tried${first ? `: ${first.y} and ${first.x} first, unit-root t ${number(first.unitRootT)}, Sharpe after the training ${number(first.test)}` : ''}.`;
    }
    case 'shake': {
      const { beat, own } = result;
      const all = beat.find(({ nudge }) => nudge === 'all') ?? beat[0];
      return `${share(all?.share)} of ${count(all?.n ?? 0, 'nudged repetition')} beat the benchmark; as it is ${share(own.cagr)} a year against ${share(own.benchmark.cagr)}.`;
    }
  }
}
