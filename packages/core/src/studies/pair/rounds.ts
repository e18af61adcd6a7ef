// The rounds of a pair: both legs from the day they were put on to the day they were taken off.

import type { Day } from '../../days/day.ts';
import type { Trade } from '../../simulation/records.ts';

export interface PairRound {
  readonly round: number;
  /** of the spread: long is long of Y and short of X */
  readonly side: 'long' | 'short';
  readonly from: Day;
  /** undefined while it is open */
  readonly to: Day | undefined;
  readonly reason: Trade['exitReason'];
  readonly barsHeld: number;
  /** of both legs, in the account's money */
  readonly profit: number;
  readonly legs: readonly Trade[];
}

/** @param trades closed and open ones @param y the instrument whose side is the round's */
export function roundsOf(trades: readonly Trade[], y: string): PairRound[] {
  const rounds = new Map<number, Trade[]>();
  for (const trade of trades) {
    const legs = rounds.get(trade.round ?? 0);
    if (legs) legs.push(trade);
    else rounds.set(trade.round ?? 0, [trade]);
  }
  return [...rounds]
    .sort(([a], [b]) => a - b)
    .map(([round, legs]) => {
      const first = legs.find(({ symbol }) => symbol === y) ?? legs[0]!;
      return {
        round,
        side: first.side,
        from: first.entryDay,
        to: first.exitDay,
        reason: first.exitReason,
        barsHeld: first.barsHeld,
        profit: legs.reduce((sum, { profit }) => sum + profit, 0),
        legs,
      };
    });
}
