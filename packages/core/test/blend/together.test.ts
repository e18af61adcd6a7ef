// Blends on one account: what must hold for every market and every mixture.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../../testing/cases.ts';
import { barsUntil } from '../../src/bars/columns.ts';
import type { TogetherBlend } from '../../src/blend/blend.ts';
import { blendWithout } from '../../src/blend/mixed.ts';
import { createSharedEngine, onAccount } from '../../src/blend/together.ts';
import { createEngine } from '../../src/engine.ts';
import type { Universe } from '../../src/evaluation/panel.ts';
import { at } from '../../src/numeric/at.ts';
import type { Strategy } from '../../src/strategy/strategy.ts';
import { anyStrategy, randomMarket } from '../market.ts';

type Random = ReturnType<typeof randomMarket>;
type Limits = TogetherBlend['limits'];

const seeds = fc.integer({ min: 1, max: 1_000_000 });
const limits = fc.record<Limits>(
  {
    positions: fc.integer({ min: 1, max: 6 }),
    onePart: fc.boolean(),
    oppose: fc.boolean(),
    turn: fc.constantFrom('listed', 'round'),
  },
  { requiredKeys: ['onePart', 'oppose', 'turn'] },
) as fc.Arbitrary<Limits>;

/** What a part of any blend may be: all parts read bars of one length. */
const daily = anyStrategy.filter(({ bars }) => bars === 'day');
const free: Limits = { onePart: false, oppose: true, turn: 'listed' };

function blendOf(strategies: readonly Strategy[], shared: Limits = free): TogetherBlend {
  const [first] = strategies;
  if (!first) throw new Error('a blend has a part');
  return {
    form: 'together',
    name: '',
    notes: '',
    parts: strategies.map((strategy, k) => ({
      kind: 'strategy',
      name: `part ${k}`,
      share: 100 / strategies.length,
      strategy,
      universe: 'all',
    })),
    limits: shared,
    account: first.account,
    costs: first.costs,
  };
}

function run(
  blend: TogetherBlend,
  { market, universe }: Random,
  universeOf = (_name: string): Universe => universe,
) {
  const outcome = createSharedEngine().run(blend, { market, universeOf, benchmark: 'IX' });
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  return outcome.shared;
}

describe('a blend on one account', () => {
  it('of one strategy with all of the money is its run, to the bit, but for the leverage of equal slots', () => {
    fc.assert(
      fc.property(seeds, daily, (seed, any) => {
        const strategy = { ...any, account: { ...any.account, leverage: 1 } };
        const random = randomMarket(seed);
        const { run: blended } = run(blendOf([strategy]), random);
        const outcome = createEngine(random.market, random.universe).run({ strategy, benchmark: 'IX' });
        if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
        expect([...blended.marks.equity]).toEqual([...outcome.run.marks.equity]);
        expect(blended.trades).toEqual(outcome.run.trades);
        expect(blended.figures).toEqual(outcome.run.figures);
        expect(blended.ledger).toEqual(outcome.run.ledger);
      }),
      { numRuns: cases(60) },
    );
  });

  it('makes what its parts make and the account’s interest', () => {
    fc.assert(
      fc.property(seeds, fc.tuple(daily, daily, daily), limits, (seed, strategies, shared) => {
        const { run: blended, profits } = run(blendOf(strategies, shared), randomMarket(seed));
        const { marks, ledger } = blended;
        let interest = 0;
        let line = 0;
        marks.day.forEach((day, t) => {
          for (; line < ledger.day.length && at(ledger.day, line) <= day; line++) {
            if (ledger.part[line] === -1) interest += at(ledger.amount, line);
          }
          // The deposit is the account's as well.
          const sum = profits.reduce((total, profit) => total + at(profit, t), interest);
          expect(Math.abs(sum - at(marks.equity, t))).toBeLessThanOrEqual(1e-9 * 1e7);
        });
      }),
      { numRuns: cases(40) },
    );
  });

  it('keeps to the limits over all parts', () => {
    fc.assert(
      fc.property(seeds, fc.tuple(daily, daily), limits, (seed, strategies, shared) => {
        const { run: blended } = run(blendOf(strategies, shared), randomMarket(seed));
        for (const held of blended.marks.positions) {
          expect(held).toBeLessThanOrEqual(shared.positions ?? Infinity);
        }
        // Two positions in one instrument, of two parts, that stand at one mark.
        const all = [...blended.trades, ...blended.openTrades];
        for (const a of all) {
          for (const b of all) {
            if (a.symbol !== b.symbol || a.part >= b.part) continue;
            const from = Math.max(a.entryDay, b.entryDay);
            const together = from < Math.min(a.exitDay ?? Infinity, b.exitDay ?? Infinity);
            if (!together) continue;
            expect(shared.onePart).toBe(false);
            expect(shared.oppose || a.side === b.side).toBe(true);
          }
        }
      }),
      { numRuns: cases(40) },
    );
  });

  it('reads nothing after the day it stands on', () => {
    fc.assert(
      fc.property(
        seeds,
        fc.tuple(daily, daily),
        limits,
        fc.integer({ min: 60, max: 190 }),
        (seed, strategies, shared, place) => {
          const { market, universe } = randomMarket(seed);
          const blend = blendOf(strategies, shared);
          const whole = run(blend, { market, universe }).run.marks;
          const last = at(whole.day, Math.min(place, whole.day.length - 2));
          const until = new Map([...market].map(([symbol, bars]) => [symbol, barsUntil(bars, last)]));
          const part = run(blend, { market: until, universe }).run.marks;
          // As with one strategy: the last day, and instruments that seem to end, are special by contract.
          let safe = last;
          for (const bars of market.values()) {
            const known = bars.day.filter((day) => day <= last);
            if (known.length > 0 && known.length < bars.day.length) {
              safe = Math.min(safe, at(known, known.length - 1));
            }
          }
          const n = part.day.findIndex((day) => day >= safe);
          expect([...part.equity.subarray(0, n)]).toEqual([...whole.equity.subarray(0, n)]);
        },
      ),
      { numRuns: cases(40) },
    );
  });

  it('does not depend on the order of instruments or of universe rows', () => {
    fc.assert(
      fc.property(seeds, fc.tuple(daily, daily), limits, (seed, strategies, shared) => {
        const { market, universe } = randomMarket(seed);
        const blend = blendOf(strategies, shared);
        const turned = { market: new Map([...market].reverse()), universe: [...universe].reverse() };
        const [one, other] = [run(blend, { market, universe }), run(blend, turned)];
        expect([...other.run.marks.equity]).toEqual([...one.run.marks.equity]);
        expect(other.run.trades).toEqual(one.run.trades);
      }),
      { numRuns: cases(30) },
    );
  });

  it('of two equal parts that are swapped swaps their columns alone', () => {
    fc.assert(
      fc.property(seeds, daily, (seed, strategy) => {
        const random = randomMarket(seed);
        const blend = blendOf([strategy, strategy]);
        const [first, second] = blend.parts as [(typeof blend.parts)[number], (typeof blend.parts)[number]];
        const one = run(blend, random);
        const other = run({ ...blend, parts: [second, first] }, random);
        expect([...other.run.marks.equity]).toEqual([...one.run.marks.equity]);
        // The names are swapped; who comes first is the same strategy.
        expect(other.run.parts).toEqual([...one.run.parts].reverse());
        expect(other.profits).toEqual(one.profits);
      }),
      { numRuns: cases(20) },
    );
  });

  it('without leverage and shorts never owes more than a step of interest', () => {
    fc.assert(
      fc.property(seeds, fc.tuple(daily, daily), limits, (seed, strategies, shared) => {
        const blend = { ...blendOf(strategies, shared), account: { capital: 20_000, leverage: 1 } };
        const { marks } = run(blend, randomMarket(seed)).run;
        // Without leverage and shorts, cash never falls below nothing but by the carry of a step.
        marks.cash.forEach((cash, t) => {
          if (marks.short[t] === 0) expect(cash).toBeGreaterThan(-0.02 * at(marks.equity, t) - 1e-6);
        });
      }),
      { numRuns: cases(30) },
    );
  });

  it('lets each part trade its own universe alone', () => {
    const { market, universe } = randomMarket(7);
    const half = Math.ceil(universe.length / 2);
    const universes = new Map<string, Universe>([
      ['first', universe.slice(0, half)],
      ['second', universe.slice(half)],
    ]);
    const [strategy] = fc.sample(
      daily.filter((any) => any.long !== undefined && any.long.rotate === undefined),
      { seed: 3, numRuns: 1 },
    );
    if (!strategy) throw new Error('no strategy');
    const always = {
      ...strategy,
      long: { enter: 'always', exit: 'never', stops: { trigger: 'touch' as const, bars: 5 } },
    };
    const blend = blendOf([always, always]);
    const parts = blend.parts.map((part, k) => ({ ...part, universe: k === 0 ? 'first' : 'second' }));
    const universeOf = (name: string): Universe => universes.get(name) ?? [];
    const { run: blended } = run({ ...blend, parts }, { market, universe }, universeOf);
    const symbolsOf = (part: number) =>
      new Set(
        blended.trades
          .filter((trade) => trade.part === part && trade.side === 'long')
          .map(({ symbol }) => symbol),
      );
    expect(symbolsOf(0).size).toBeGreaterThan(0);
    expect(symbolsOf(1).size).toBeGreaterThan(0);
    const first = new Set((universes.get('first') ?? []).map(({ symbol }) => symbol));
    for (const symbol of symbolsOf(0)) expect(first).toContain(symbol);
    for (const symbol of symbolsOf(1)) expect(first).not.toContain(symbol);
  });

  it('without a part shares what it leaves in proportion', () => {
    const [strategy] = fc.sample(daily, { seed: 1, numRuns: 1 });
    if (!strategy) throw new Error('no strategy');
    const blend = blendOf([strategy, strategy, strategy]);
    const parts = blend.parts.map((part, k) => ({ ...part, share: at([50, 30, 20], k) }));
    const rest = blendWithout({ ...blend, parts }, 0);
    expect(rest.parts.map(({ name, share }) => [name, share])).toEqual([
      ['part 1', 60],
      ['part 2', 40],
    ]);
  });

  it('names the part whose rule has a fault', () => {
    const { market, universe } = randomMarket(1);
    const [strategy] = fc.sample(daily, { seed: 1, numRuns: 1 });
    if (!strategy) throw new Error('no strategy');
    const faulty = {
      ...strategy,
      long: { enter: 'close >', exit: '', stops: { trigger: 'touch' as const } },
    };
    const outcome = createSharedEngine().run(blendOf([strategy, faulty]), {
      market,
      universeOf: () => universe,
      benchmark: 'IX',
    });
    expect(outcome).toMatchObject({ kind: 'problems' });
    if (outcome.kind === 'problems') expect(outcome.problems[0]?.path).toBe('parts.1.strategy.long.enter');
  });

  it('lends its account and its costs to its parts', () => {
    const [strategy] = fc.sample(daily, { seed: 1, numRuns: 1 });
    if (!strategy) throw new Error('no strategy');
    const blend = { ...blendOf([strategy]), account: { capital: 5, leverage: 2 } };
    expect(onAccount(strategy, blend).account).toEqual({ capital: 5, leverage: 2 });
  });
});
