// What a walk-forward says, in sentences.

import { choiceChanges, figureEntry, type Walk, type WalkStudy } from '@plateau/core';
import { cellName } from '@/model/studies/axis-words.ts';
import { count, percent, ratio } from '@/ui/format.ts';

export function walkVerdict({ axes, benchmark, figure }: WalkStudy, walk: Walk): string[] {
  const { cells, windows, run, own, hindsight, efficiency } = walk;
  const { cagr, benchmark: held } = run.figures;
  const changes = choiceChanges(windows);
  const flat = windows.filter(({ cell }) => cell === undefined).length;
  const name = figureEntry(figure).name;
  return [
    `Choosing as you went would have grown ${percent(cagr)} a year over ${count(windows.length, 'window')}, against ${percent(held.cagr)} of ${benchmark}${own ? ` and ${percent(own.figures.cagr)} of your own setting` : ''}.`,
    ...(hindsight
      ? [
          `In hindsight ${cellName(axes, cells[hindsight.cell] ?? [])} was best by ${name}, with ${percent(hindsight.figures.cagr)} a year: nobody knew.`,
        ]
      : []),
    Number.isNaN(efficiency)
      ? 'What was kept of the growth in training cannot be told.'
      : efficiency < 0
        ? 'Nothing was kept of the growth that the chosen settings had while they were chosen.'
        : `Of the growth that the chosen settings had while they were chosen, ${percent(efficiency, 0)} was kept (efficiency ${ratio(efficiency)}).`,
    `The choice changed ${changes === 1 ? 'once' : count(changes, 'time')} in ${count(Math.max(0, windows.length - 1), 'chance')}.`,
    ...(flat > 0 ? [`In ${count(flat, 'window')} no setting had the figure, and nothing was traded.`] : []),
  ];
}
