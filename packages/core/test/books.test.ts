// Several strategies on one account: each has its own book, the account has one cash.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { Evaluator } from '../src/evaluation/evaluate.ts';
import { createPanel } from '../src/evaluation/panel.ts';
import { at } from '../src/numeric/at.ts';
import type { Plan } from '../src/simulation/plan.ts';
import { prepare } from '../src/simulation/prepare.ts';
import { readTexts } from '../src/simulation/reading.ts';
import { LEDGER_KINDS } from '../src/simulation/records.ts';
import { simulate } from '../src/simulation/simulate.ts';
import { randomMarket, strategyOf } from './market.ts';

/** One share of whatever rises, so that no cash is short. */
const strategy = strategyOf({
  long: { enter: 'close is rising', exit: 'close is falling', stops: { trigger: 'touch' } },
  size: { method: 'shares', count: 1, fractional: false, unaffordable: 'skip' },
  limits: { positions: 3, afterMembership: 'hold' },
  account: { capital: 1e9, leverage: 1 },
});

function planOf(seed: number): Plan {
  const { market, universe } = randomMarket(seed, 4, 120);
  const evaluator = new Evaluator(createPanel(market, universe), {
    barsPerYear: 252,
    seed: 1,
    benchmark: 'IX',
  });
  const ready = prepare({ strategy, benchmark: 'IX' }, readTexts(strategy, market), market, evaluator);
  if (!ready.ok) throw new Error(at(ready.problems, 0).message);
  return ready.plan;
}

describe('two equal strategies on one account', () => {
  it('trade each as one alone does, side by side, and each line names its own', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const plan = planOf(seed);
        const one = at(plan.strategies, 0);
        const perInstrument = simulate(plan);
        const both = simulate({ ...plan, strategies: [one, one] });
        const told = (part: number) =>
          [...both.closed, ...both.open]
            .filter((p) => p.part === part)
            .map(({ instrument, entryDay, exitDay, shares }) => [instrument, entryDay, exitDay, shares]);
        const its = [...perInstrument.closed, ...perInstrument.open].map((p) => [
          p.instrument,
          p.entryDay,
          p.exitDay,
          p.shares,
        ]);
        expect(its.length).toBeGreaterThan(0);
        expect(told(0).sort()).toEqual(its.sort());
        expect(told(1).sort()).toEqual(its);
        expect(both.decisions.part.filter((part) => part === 1).length).toBe(
          perInstrument.decisions.day.length,
        );
      }),
      { numRuns: cases(20) },
    );
  });

  it('share one cash: the ledger adds up to what is left of it, and interest is the account’s', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const plan = planOf(seed);
        const one = at(plan.strategies, 0);
        const { ledger, marks } = simulate({ ...plan, strategies: [one, one] });
        const cash = ledger.amount.reduce((sum, amount) => sum + amount, 0);
        expect(cash).toBeCloseTo(at(marks.cash, marks.cash.length - 1), 3);
        ledger.kind.forEach((kind, i) => {
          const ofAccount = ['deposit', 'interest'].includes(LEDGER_KINDS[kind] ?? '');
          expect(ledger.part[i] === -1).toBe(ofAccount);
        });
      }),
      { numRuns: cases(20) },
    );
  });
});
