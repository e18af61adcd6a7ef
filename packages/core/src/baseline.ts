// The null to beat: the same strategy with entries drawn at random, as often as its own were candidates.

import type { Engine } from './engine.ts';
import type { RunRequest } from './simulation/request.ts';
import type { Side } from './strategy/strategy.ts';

export interface BaselineFigures {
  readonly cagr: number;
  readonly sharpe: number;
  readonly maxDrawdown: number;
  readonly exposure: number;
}

/** The share of members' days on which each side's entry rule is true; undefined when the strategy has problems. */
export function entryShares(
  engine: Engine,
  request: RunRequest,
): { readonly long: number; readonly short: number } | undefined {
  const conditions = engine.explain(request)?.conditions;
  if (!conditions) return undefined;
  const whole = (path: string): number => {
    const counts = conditions.get(path) ?? [];
    // The rule itself is counted after its parts.
    return counts[counts.length - 1]?.share ?? 0;
  };
  return { long: whole('long.enter'), short: whole('short.enter') };
}

/** The request with random entries of the same frequency, taken in random order; exits, sizes and costs stay. */
export function withRandomEntries(
  { strategy, ...rest }: RunRequest,
  shares: { readonly long: number; readonly short: number },
  seed: number,
): RunRequest {
  const random = (side: Side, share: number): Side => ({
    ...side,
    enter: `random < ${share.toFixed(9)}`,
    rank: { by: 'random', first: 'highest' },
  });
  const { long, short } = strategy;
  return {
    ...rest,
    strategy: {
      ...strategy,
      seed,
      ...(long && { long: random(long, shares.long) }),
      ...(short && { short: random(short, shares.short) }),
    },
  };
}

/** One run with random entries; undefined when it cannot be run. */
export function randomEntryRun(
  engine: Engine,
  request: RunRequest,
  shares: { readonly long: number; readonly short: number },
  seed: number,
): BaselineFigures | undefined {
  const outcome = engine.run(withRandomEntries(request, shares, seed));
  if (outcome.kind !== 'done') return undefined;
  const { cagr, sharpe, maxDrawdown, exposure } = outcome.run.figures;
  return { cagr, sharpe, maxDrawdown, exposure };
}

/** The share of the others that lie below, ties counted by half; NaN without others. */
export function placeAmong(value: number, others: readonly number[]): number {
  const known = others.filter((other) => !Number.isNaN(other));
  const below = known.filter((other) => other < value).length;
  const same = known.filter((other) => other === value).length;
  return known.length > 0 ? (below + same / 2) / known.length : Number.NaN;
}
