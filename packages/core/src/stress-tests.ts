// What cautions are worth in figures: the same run once more under a harder assumption.

import type { Trade } from './simulation/records.ts';
import type { RunRequest } from './simulation/request.ts';
import type { Commission, Strategy } from './strategy/strategy.ts';

export interface StressTest {
  readonly kind: 'next-open' | 'double-costs' | 'without-best' | 'carry-3' | 'carry-6';
  readonly request: RunRequest;
  /** the instrument to be left out of the universe */
  readonly without?: string;
}

/** The runs that can be told apart from the run itself. @param trades its closed trades */
export function stressTests(request: RunRequest, trades: readonly Trade[]): StressTest[] {
  const { strategy } = request;
  const { timing, costs } = strategy;
  const { commission } = costs;
  const runs: StressTest[] = [];
  const as = (changed: Partial<Strategy>): RunRequest => ({
    ...request,
    strategy: { ...strategy, ...changed },
  });
  if (timing.enter !== 'next-open' || timing.exit !== 'next-open') {
    runs.push({
      kind: 'next-open',
      request: as({ timing: { ...timing, enter: 'next-open', exit: 'next-open' } }),
    });
  }
  const { fixed, perShare, percent, min } = commission;
  if (costs.slippage + fixed + perShare + percent + min > 0) {
    const { exit } = costs;
    const doubled = {
      ...costs,
      commission: twice(commission),
      slippage: 2 * costs.slippage,
      ...(exit && { exit: { commission: twice(exit.commission), slippage: 2 * exit.slippage } }),
    };
    runs.push({
      kind: 'double-costs',
      request: as({ costs: doubled }),
    });
  }
  // Borrowed shares and borrowed money have their price; where the sheet has none, what it would be.
  const free =
    (strategy.short !== undefined && costs.borrowRate === 0) ||
    (strategy.account.leverage > 1 && costs.marginRate === 0);
  for (const rate of free ? ([3, 6] as const) : []) {
    runs.push({
      kind: `carry-${rate}`,
      request: as({
        costs: {
          ...costs,
          borrowRate: costs.borrowRate === 0 ? rate : costs.borrowRate,
          marginRate: costs.marginRate === 0 ? rate : costs.marginRate,
        },
      }),
    });
  }
  const best = bestSymbol(trades);
  if (best !== undefined) runs.push({ kind: 'without-best', request, without: best });
  return runs;
}

/** The instrument whose trades made the most; undefined when none made anything. */
function bestSymbol(trades: readonly Trade[]): string | undefined {
  const profits = new Map<string, number>();
  for (const { symbol, profit } of trades) profits.set(symbol, (profits.get(symbol) ?? 0) + profit);
  const [best] = [...profits].sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1));
  return best && best[1] > 0 ? best[0] : undefined;
}

function twice(c: Commission): Commission {
  return {
    fixed: 2 * c.fixed,
    perShare: 2 * c.perShare,
    percent: 2 * c.percent,
    min: 2 * c.min,
    maxPercent: 2 * c.maxPercent,
  };
}
