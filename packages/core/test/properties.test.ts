// What must hold for every market and every strategy.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import type { Bars, Market } from '../src/bars/bars.ts';
import { barsUntil } from '../src/bars/columns.ts';
import { createEngine } from '../src/engine.ts';
import { at } from '../src/numeric/at.ts';
import type { Run } from '../src/run.ts';
import { LEDGER_KINDS } from '../src/simulation/records.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { anyStrategy, randomMarket } from './market.ts';

const RUNS = { numRuns: cases(200) };
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
      fc.property(seeds, anyStrategy, fc.integer({ min: 60, max: 190 }), (seed, strategy, place) => {
        const { market, universe } = randomMarket(seed);
        const whole = run(strategy, market, universe);
        const last = at(whole.marks.day, Math.min(place, whole.marks.day.length - 2));
        const part = run(strategy, cut(market, last), universe);
        // By contract the last day is special: its orders stay unfilled, a period may seem to end. So is the last bar of an
        // instrument that seems to end because the cut falls into a gap of its bars. Before both, nothing may differ.
        let safe = last;
        for (const bars of market.values()) {
          const known = bars.day.filter((day) => day <= last);
          if (known.length > 0 && known.length < bars.day.length)
            safe = Math.min(safe, at(known, known.length - 1));
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
          for (; line < ledger.day.length && at(ledger.day, line) <= day; line++) {
            cash += at(ledger.amount, line);
            if (LEDGER_KINDS[at(ledger.kind, line)] !== 'trade') continue;
            const symbol = decisions.symbol[at(ledger.instrument, line)] ?? '';
            shares.set(symbol, (shares.get(symbol) ?? 0) + at(ledger.shares, line));
          }
          let value = 0;
          for (const [symbol, count] of shares) {
            const bars = market.get(symbol);
            if (!bars) throw new Error(symbol);
            const known = bars.day.findLastIndex((d) => d <= day);
            value += count * at(bars.close, known);
          }
          expect(cash).toBeCloseTo(at(marks.cash, t), 6);
          expect(cash + value).toBeCloseTo(at(marks.equity, t), 6);
        });
      }),
      RUNS,
    );
  });

  it('never buys or sells short more than its leverage allows at that fill (simulation.md 4)', () => {
    fc.assert(
      fc.property(seeds, anyStrategy, (seed, strategy) => {
        const { market, universe } = randomMarket(seed);
        const { ledger, marks, decisions } = run(strategy, market, universe);
        const { account, costs, timing } = strategy;
        const held = new Map<string, { shares: number; value: number }>();
        let cash = 0;
        let line = 0;
        marks.day.forEach((day, t) => {
          // E is the last mark's equity; at the same close it is worth before that close's fills, whose costs it still has.
          let base = t === 0 ? account.capital : at(marks.equity, t - 1);
          if (timing.enter === 'same-close') {
            base = at(marks.equity, t);
            for (let k = line; k < ledger.day.length && ledger.day[k] === day; k++) {
              const kind = LEDGER_KINDS[at(ledger.kind, k)];
              if (kind === 'commission') base -= at(ledger.amount, k);
              if (kind === 'trade') base += (Math.abs(at(ledger.amount, k)) * 1.01 * costs.slippage) / 10_000;
            }
          }
          for (; line < ledger.day.length && ledger.day[line] === day; line++) {
            const kind = LEDGER_KINDS[at(ledger.kind, line)];
            const shares = at(ledger.shares, line);
            const symbol = decisions.symbol[at(ledger.instrument, line)] ?? '';
            if (kind === 'trade' && held.has(symbol)) held.delete(symbol);
            else if (kind === 'trade') {
              const shorts = [...held.values()].reduce((sum, p) => sum + (p.shares < 0 ? p.value : 0), 0);
              const power = cash - 2 * shorts + (account.leverage - 1) * base;
              const value = Math.abs(at(ledger.amount, line));
              const fee =
                LEDGER_KINDS[at(ledger.kind, line + 1)] === 'commission' ? -at(ledger.amount, line + 1) : 0;
              expect(value + fee).toBeLessThanOrEqual(power + 1e-6 * account.capital);
              held.set(symbol, { shares, value });
            }
            cash += at(ledger.amount, line);
          }
          for (const [symbol, p] of held) {
            const bars = market.get(symbol);
            if (!bars) throw new Error(symbol);
            p.value =
              Math.abs(p.shares) *
              at(
                bars.close,
                bars.day.findLastIndex((d) => d <= day),
              );
          }
        });
      }),
      RUNS,
    );
  });

  it('scales with a split: prices halved and shares doubled make the same trades and the same money', () => {
    const halved = (bars: Bars): Bars => ({
      ...bars,
      open: bars.open.map((x) => x / 2),
      high: bars.high.map((x) => x / 2),
      low: bars.low.map((x) => x / 2),
      close: bars.close.map((x) => x / 2),
      volume: bars.volume.map((x) => x * 2),
    });
    fc.assert(
      fc.property(seeds, anyStrategy, (seed, any) => {
        const { market, universe } = randomMarket(seed);
        // Whole shares, fees by the share and sizes in shares are the things a split does change.
        const strategy: Strategy = {
          ...any,
          size: {
            ...(any.size.method === 'shares' ? { method: 'cash', amount: 5000 } : any.size),
            fractional: true,
            unaffordable: any.size.unaffordable,
          },
          costs: { ...any.costs, commission: { ...any.costs.commission, perShare: 0 } },
        };
        const whole = run(strategy, market, universe);
        const split = run(strategy, new Map(market).set('A', halved(market.get('A') as Bars)), universe);
        expect([...split.marks.equity]).toEqual([...whole.marks.equity]);
        const scaled = whole.trades.map((trade) =>
          trade.symbol === 'A'
            ? {
                ...trade,
                entryPrice: trade.entryPrice / 2,
                exitPrice: (trade.exitPrice as number) / 2,
                shares: trade.shares * 2,
                wanted: trade.wanted * 2,
                riskPerShare: trade.riskPerShare / 2,
              }
            : trade,
        );
        expect(split.trades).toEqual(scaled);
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
