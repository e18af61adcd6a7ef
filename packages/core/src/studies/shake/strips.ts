// How a figure spreads over the repetitions of a nudge.

import { quantile } from '../../statistics/distribution.ts';
import { figureEntry, figureOf } from '../../statistics/figure-catalogue.ts';
import type { FigureKey } from '../../statistics/figure-keys.ts';
import type { Nudge } from '../study.ts';
import type { Repetition } from './shake.ts';

export interface Strip {
  readonly nudge: Nudge;
  /** which repetitions have the figure, and what it is in each */
  readonly repetitions: readonly Repetition[];
  readonly values: Float64Array;
  /** what 5, 50 and 95 % of them lie below; NaN without any */
  readonly low: number;
  readonly median: number;
  readonly high: number;
}

/** @param nudges in the order of the strips */
export function stripsOf(
  repetitions: readonly Repetition[],
  nudges: readonly Nudge[],
  figure: FigureKey,
): Strip[] {
  const entry = figureEntry(figure);
  return nudges.map((nudge) => {
    const known = repetitions.flatMap((one) => {
      const value = one.nudge === nudge && one.figures ? figureOf(one.figures, entry) : Number.NaN;
      return Number.isNaN(value) ? [] : [{ one, value }];
    });
    const values = Float64Array.from(known, ({ value }) => value);
    const sorted = values.slice().sort();
    return {
      nudge,
      repetitions: known.map(({ one }) => one),
      values,
      low: quantile(sorted, 0.05),
      median: quantile(sorted, 0.5),
      high: quantile(sorted, 0.95),
    };
  });
}

/** The repetitions that grew least, the worst first. */
export function worstOf(repetitions: readonly Repetition[], count: number): Repetition[] {
  const growth = ({ figures }: Repetition): number => figures?.cagr ?? Number.NaN;
  return repetitions
    .filter((one) => !Number.isNaN(growth(one)))
    .sort((a, b) => growth(a) - growth(b))
    .slice(0, count);
}
