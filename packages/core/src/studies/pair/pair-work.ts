// The worker's side of pairs.

import type { Market } from '../../bars/bars.ts';
import { StudyFault } from '../fault.ts';
import type { PairAsked, PairOutcome, PairRow, PairSearchAsked } from './asked.ts';
import { runPair } from './pair-run.ts';

/** The pair's outcome, its fault told as a problem. */
export function pairOutcome(market: Market, asked: PairAsked): PairOutcome {
  try {
    return { kind: 'done', pair: runPair(market, { ...asked, kind: 'pair', name: '', notes: '' }) };
  } catch (error) {
    if (!(error instanceof StudyFault)) throw error;
    return { kind: 'problems', problems: [{ path: error.path, message: error.message }] };
  }
}

/** Some pairs of a search; those that cannot be worked out are left out. */
export function pairRows(market: Market, { pair, pairs }: PairSearchAsked): PairRow[] {
  return pairs.flatMap(([y, x]) => {
    const outcome = pairOutcome(market, { ...pair, y, x });
    if (outcome.kind !== 'done') return [];
    const { hedge, halfLife, unitRootT, rounds, training, test } = outcome.pair;
    return [
      {
        y,
        x,
        n: hedge.n,
        b: hedge.b,
        r2: hedge.r2,
        halfLife,
        unitRootT,
        rounds,
        training: training?.strategy.sharpe ?? Number.NaN,
        test: test?.strategy.sharpe ?? Number.NaN,
      },
    ];
  });
}
