// What a pair says, in sentences.

import { FEW_EVENTS, type PairStudy, type ShownPair, UNIT_ROOT_CRITICAL } from '@plateau/core';
import { count, percent, ratio } from '@/ui/format.ts';

/** What the R² of a fit is called: through the origin it is of Y itself, not of what Y differs from its mean. */
export const nameOfR2 = ({ hedge }: PairStudy): string =>
  hedge.method === 'origin' ? 'R² of Y itself (uncentred)' : 'R²';

export function pairVerdict({ y, x, benchmark }: PairStudy, pair: ShownPair): string[] {
  const { halfLife, unitRootT, rounds, training, test, run } = pair;
  const back = Number.isNaN(halfLife)
    ? 'In the training their spread did not come back'
    : `In the training half of a deviation was gone after ${count(Math.max(1, Math.round(halfLife)), 'bar')}`;
  const told =
    unitRootT < UNIT_ROOT_CRITICAL.one
      ? 'a random walk is ruled out at 1%'
      : unitRootT < UNIT_ROOT_CRITICAL.five
        ? 'a random walk is ruled out at 5%'
        : 'it may be a random walk';
  const grew = (part: typeof test): string =>
    part
      ? `a Sharpe ratio of ${ratio(part.strategy.sharpe)} and ${percent(part.strategy.cagr)} a year (${benchmark} ${percent(part.strategy.benchmark.cagr)})`
      : 'too few days to say';
  return [
    `${back} (unit-root t ${ratio(unitRootT)}: ${told}).`,
    `${count(rounds, 'round')} of ${y} against ${x}: in the training ${grew(training)}, after it ${grew(test)}.`,
    ...(rounds < FEW_EVENTS
      ? [`Fewer than ${FEW_EVENTS} rounds are too few for a verdict: what they made may be chance.`]
      : []),
    ...(run.figures.cagr < run.figures.benchmark.cagr
      ? [`Over all days holding ${benchmark} did better.`]
      : []),
  ];
}
