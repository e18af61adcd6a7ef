// What is told of a pair beside what it found.

import { at } from '../../numeric/at.ts';
import { mean, ratio } from '../../statistics/moments.ts';
import type { ShownPair } from './asked.ts';
import { type PairRound, roundsOf } from './rounds.ts';

/**
 * The share of Y's squares about their mean that the hedge's line explains on the training bars: 1 less what it leaves. Below 0
 * where the mean alone is nearer, as it can be of a line through the origin, whose own R² is of the squares of Y itself.
 */
export function explainedByHedge({
  hedge,
  x,
  y,
  trained,
}: Pick<ShownPair, 'hedge' | 'x' | 'y' | 'trained'>): number {
  const { first, end } = trained;
  const middle = mean(y.subarray(first, end));
  let left = 0;
  let about = 0;
  for (let i = first; i < end; i++) {
    left += (y[i]! - hedge.a - hedge.b * x[i]!) ** 2;
    about += (y[i]! - middle) ** 2;
  }
  return 1 - ratio(left, about);
}

export interface RoundsWon {
  readonly rounds: number;
  /** the share of them that made money; NaN of none */
  readonly share: number;
}

/** Of the rounds closed by the training's last bar, after it, and of all, the share that made money. @param symbol of Y */
export function roundsWon(
  { run, days, trained }: Pick<ShownPair, 'run' | 'days' | 'trained'>,
  symbol: string,
): { readonly training: RoundsWon; readonly test: RoundsWon; readonly all: RoundsWon } {
  const last = at(days, trained.end - 1);
  const rounds = roundsOf(run.trades, symbol);
  const isTraining = ({ to }: PairRound): boolean => to !== undefined && to <= last;
  const won = (of: readonly PairRound[]): RoundsWon => ({
    rounds: of.length,
    share: ratio(of.filter(({ profit }) => profit > 0).length, of.length),
  });
  return {
    training: won(rounds.filter(isTraining)),
    test: won(rounds.filter((round) => !isTraining(round))),
    all: won(rounds),
  };
}
