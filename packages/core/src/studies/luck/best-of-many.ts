// What the peak of a terrain is worth, seen that so many were tried.

import { deflatedSharpe } from '../../statistics/deflated-sharpe.ts';
import { deviation, mean, ratio } from '../../statistics/moments.ts';
import { difference } from '../../statistics/returns.ts';
import { type Overfitting, overfitting } from './overfitting.ts';
import { realityCheck } from './reality-check.ts';

export interface LuckAsked {
  /** daily returns of the cells that ran */
  readonly returns: readonly Float64Array[];
  readonly benchmark: Float64Array;
  readonly riskFree: Float64Array;
  /** the peak among them, if it ran */
  readonly peak: number | undefined;
  readonly seed: number;
  /** Sharpe ratios a bar of what was tried besides, as a logbook has them */
  readonly tried?: readonly number[];
}

export interface Luck {
  readonly overfitting: Overfitting;
  readonly luckOfBest: { readonly p: number };
  /** the chance that the peak's true Sharpe ratio is above what the best of so many has by chance */
  readonly deflatedSharpe: number;
  /** the same with what was tried besides counted as well; undefined where nothing was */
  readonly withTried: { readonly tries: number; readonly chance: number } | undefined;
}

/** @see overfitting, realityCheck, deflatedSharpe */
export function luckOf({ returns, benchmark, riskFree, peak, seed, tried = [] }: LuckAsked): Luck {
  const excess = returns.map((column) => difference(column, riskFree));
  const ratios = excess.map((column) => ratio(mean(column), deviation(column)));
  return {
    overfitting: overfitting(returns),
    luckOfBest: { p: realityCheck(returns, benchmark, seed) },
    // All by the day, so that no annual factor comes in between.
    deflatedSharpe: peak === undefined ? Number.NaN : deflatedSharpe(excess[peak]!, ratios, 1).chance,
    withTried:
      peak === undefined || tried.length === 0 ? undefined : worth(excess[peak]!, [...ratios, ...tried]),
  };
}

function worth(excess: Float64Array, ratios: readonly number[]): { tries: number; chance: number } {
  const { tries, chance } = deflatedSharpe(excess, ratios, 1);
  return { tries, chance };
}
