// What must hold for every market and every strategy.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { barsUntil, type Market } from '../src/bars/bars.ts';
import { createEngine, type Run } from '../src/engine.ts';
import { LEDGER_KINDS } from '../src/simulation/records.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { anyStrategy, randomMarket } from './market.ts';

const RUNS = { numRuns: 200 };
const seeds = fc.integer({ min: 1, max: 1_000_000 });

function run(
  strategy: Strategy,
  market: Market,
  universe: Parameters<typeof createEngine>[1],
  to?: number,
): Run {
  const outcome = createEngine(market, universe).run({
    strategy,
    benchmark: 'IX',
    ...(to === undefined ? {} : { to }),
  });
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  return outcome.run;
}

const cut = (market: Market, last: number): Market =>
  new Map([...market].map(([symbol, bars]) => [symbol, barsUntil(bars, last)]));

describe('a run', () => {
  it('reads nothing after the day it stands on: cutting the data later changes nothing before', () => {
    fc.assert(
      fc.property(seeds, anyStrategy, fc.integer({ min: 60, max: 190 }), (seed, strategy, at) => {
        const { market, universe } = randomMarket(seed);
        const whole = run(strategy, market, universe);
        const last = whole.marks.day[Math.min(at, whole.marks.day.length - 2)];
        const part = run(strategy, cut(market, last), universe);
        // By contract the last day is special: its orders stay unfilled, a period may seem to end. So is the last bar of an
        // instrument that seems to end because the cut falls into a gap of its bars. Before both, nothing may differ.
        let safe = last;
        for (const bars of market.values()) {
          const known = bars.day.filter((day) => day <= last);
          if (known.length > 0 && known.length < bars.day.length)
            safe = Math.min(safe, known[known.length - 1]);
        }
        const n = part.marks.day.findIndex((day) => day >= safe);
        expect([...part.marks.equity.subarray(0, n)]).toEqual([...whole.marks.equity.subarray(0, n)]);
        expect([...part.marks.cash.subarray(0, n)]).toEqual([...whole.marks.cash.subarray(0, n)]);
      }),
      RUNS,
    );
  });

  it('can be rebuilt from its ledger: cash from the movements, equity from the shares they leave', () => {
    fc.assert(
      fc.property(seeds, anyStrategy, (seed, strategy) => {
        const { market, universe } = randomMarket(seed);
        const { ledger, marks, decisions } = run(strategy, market, universe);
        let cash = 0;
        let line = 0;
        const shares = new Map<string, number>();
        marks.day.forEach((day, t) => {
          for (; line < ledger.day.length && ledger.day[line] <= day; line++) {
            cash += ledger.amount[line];
            if (LEDGER_KINDS[ledger.kind[line]] !== 'trade') continue;
            const symbol = decisions.symbol[ledger.instrument[line]];
            shares.set(symbol, (shares.get(symbol) ?? 0) + ledger.shares[line]);
          }
          let value = 0;
          for (const [symbol, count] of shares) {
            const bars = market.get(symbol);
            if (!bars) throw new Error(symbol);
            const known = bars.day.findLastIndex((d) => d <= day);
            value += count * bars.close[known];
          }
          expect(cash).toBeCloseTo(marks.cash[t], 6);
          expect(cash + value).toBeCloseTo(marks.equity[t], 6);
        });
      }),
      RUNS,
    );
  });

  it('never holds more than its leverage allows when it opens a position', () => {
    fc.assert(
      fc.property(seeds, anyStrategy, (seed, strategy) => {
        const { market, universe } = randomMarket(seed);
        const { ledger, marks } = run(strategy, market, universe);
        const { leverage, capital } = strategy.account;
        let cash = 0;
        let before = capital;
        let t = 0;
        // Cash after a purchase may fall below zero by no more than the borrowed part of equity.
        for (let line = 0; line < ledger.day.length; line++) {
          while (t < marks.day.length && marks.day[t] < ledger.day[line]) before = marks.equity[t++];
          cash += ledger.amount[line];
          const base = Math.max(before, marks.equity[t] ?? before) * 1.2;
          if (ledger.shares[line] > 0 && strategy.long && !strategy.short) {
            expect(cash).toBeGreaterThanOrEqual(-(leverage - 1) * base - 60);
          }
        }
      }),
      RUNS,
    );
  });

  it('does not depend on the order of instruments or of universe rows', () => {
    fc.assert(
      fc.property(seeds, anyStrategy, (seed, strategy) => {
        const { market, universe } = randomMarket(seed);
        const turned = run(strategy, new Map([...market].reverse()), [...universe].reverse());
        expect(turned).toEqual(run(strategy, market, universe));
      }),
      RUNS,
    );
  });

  it('is the same to the last bit when it is repeated, with and without columns kept from before', () => {
    fc.assert(
      fc.property(seeds, anyStrategy, anyStrategy, (seed, strategy, other) => {
        const { market, universe } = randomMarket(seed);
        const engine = createEngine(market, universe);
        const first = engine.run({ strategy, benchmark: 'IX' });
        engine.run({ strategy: other, benchmark: 'IX' });
        expect(engine.run({ strategy, benchmark: 'IX' })).toEqual(first);
        expect(createEngine(market, universe).run({ strategy, benchmark: 'IX' })).toEqual(first);
      }),
      RUNS,
    );
  });
});
