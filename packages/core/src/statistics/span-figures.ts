// The figures of a part of a run.

import { type Figures, figuresOf } from './figures.ts';
import { sliceOf } from './slice.ts';

export interface SpanFigures {
  /** days; returns are counted from the close of the first */
  readonly from: number;
  readonly to: number;
  readonly strategy: Figures;
  readonly benchmark: Figures['benchmark'];
}

/** @param first, last places in the run's marks, both included */
export function spanFigures(run: Parameters<typeof sliceOf>[0], first: number, last: number): SpanFigures {
  const slice = sliceOf(run, first, last);
  const { day } = slice.marks;
  const strategy = figuresOf(slice);
  return { from: day[0]!, to: day[day.length - 1]!, strategy, benchmark: strategy.benchmark };
}
