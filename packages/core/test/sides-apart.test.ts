// Longs and shorts of one account, each by itself.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { createEngine, type Run } from '../src/index.ts';
import { LEDGER_KINDS } from '../src/simulation/records.ts';
import { profitsBySide } from '../src/statistics/sides-apart.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { randomMarket, strategyOf } from './market.ts';

const stops = { trigger: 'touch' as const };
const long = { enter: 'close > 5-day average', exit: 'close < 5-day average', stops };
const short = { enter: 'close < 8-day average', exit: 'close > 8-day average', stops };
const both: Strategy = { ...strategyOf({}), long, short };

function run(strategy: Strategy, seed: number): Run {
  const { market, universe } = randomMarket(seed);
  const outcome = createEngine(market, universe).run({ strategy, benchmark: 'IX' });
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  return outcome.run;
}

describe('the sides of an account', () => {
  it('add up, with the capital and the interest, to its equity at every close', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400 }), (seed) => {
        const { marks, ledger } = run(both, seed);
        const profits = profitsBySide(marks, ledger);
        for (const [t, day] of marks.day.entries()) {
          let account = 0;
          for (const [row, amount] of ledger.amount.entries()) {
            const kind = LEDGER_KINDS[ledger.kind[row] ?? 0];
            const isItsOwn = kind === 'deposit' || kind === 'interest';
            if (isItsOwn && (ledger.day[row] ?? 0) <= day) account += amount;
          }
          const sum = account + (profits.long[t] ?? 0) + (profits.short[t] ?? 0);
          expect(sum).toBeCloseTo(marks.equity[t] ?? Number.NaN, 4);
        }
      }),
      { numRuns: cases(12) },
    );
  });

  it('have the profits of their own trades when nothing is held', () => {
    const { sides, trades, openTrades, marks } = run(both, 7);
    const profitOf = (side: 'long' | 'short') =>
      [...trades, ...openTrades].filter((t) => t.side === side).reduce((sum, t) => sum + t.profit, 0);
    const capital = both.account.capital;
    const last = marks.day.length - 1;
    for (const side of ['long', 'short'] as const) {
      const made = (sides?.[side].equity[last] ?? Number.NaN) - capital;
      const open = openTrades.filter((t) => t.side === side).length;
      expect(Math.abs(made - profitOf(side))).toBeLessThan(open > 0 ? 50 * open : 1e-6);
      expect(sides?.[side].figures.trades).toBe(trades.filter((t) => t.side === side).length);
      expect(Math.min(...(sides?.[side].drawdown ?? []))).toBeCloseTo(
        sides?.[side].figures.maxDrawdown ?? Number.NaN,
        12,
      );
    }
  });

  it('are told only of a strategy that trades both', () => {
    const { short: _none, ...onlyLong } = both;
    expect(run(onlyLong, 3).sides).toBeUndefined();
    expect(run(both, 3).sides?.long.equity[0]).toBe(both.account.capital);
  });
});
