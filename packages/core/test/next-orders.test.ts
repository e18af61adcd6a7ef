// What the orders of the coming session say of themselves.

import fc from 'fast-check';
import { expect, test } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import type { Bars } from '../src/bars/bars.ts';
import { nextWeekday } from '../src/days/day.ts';
import { createEngine } from '../src/engine.ts';
import { at } from '../src/numeric/at.ts';
import { OUTCOMES } from '../src/simulation/records.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { anyStrategy, randomMarket } from './market.ts';

/** One bar more, all of it at the last close. */
function oneMore(bars: Bars, day: number): Bars {
  const last = at(bars.close, bars.close.length - 1);
  const longer = (column: Float64Array, value: number): Float64Array => Float64Array.of(...column, value);
  return {
    day: Int32Array.of(...bars.day, day),
    open: longer(bars.open, last),
    high: longer(bars.high, last),
    low: longer(bars.low, last),
    close: longer(bars.close, last),
    volume: longer(bars.volume, 1000),
  };
}

/** Its second order is short of cash by less than the commission of what is sold before it. */
const CUT_BY_COMMISSION: Strategy = {
  name: 'test',
  notes: '',
  bars: 'day',
  dials: {},
  long: {
    enter: 'close is the highest of 8 days and on IX (close > 10-day average)',
    exit: 'profit > 3% or days held is at least 6',
    rank: { by: '4-day return', first: 'highest' },
    stops: { initial: { atr: 5, times: 2 }, target: { percent: 6 }, trigger: 'touch', bars: 3 },
  },
  size: { method: 'equal-slots', fractional: false, unaffordable: 'skip' },
  limits: { positions: 2, afterMembership: 'hold' },
  timing: { enter: 'next-open', exit: 'next-open' },
  account: { capital: 50000, leverage: 1 },
  costs: {
    commission: { fixed: 0, perShare: 0.002, percent: 0, min: 1, maxPercent: 2 },
    slippage: 0,
    cashRate: 4,
    marginRate: 6,
    borrowRate: 2,
  },
  seed: 1,
  short: {
    enter: 'gaps up or 4-day return < -2%',
    exit: 'close < 5-day average',
    rank: { by: '5-day RSI', first: 'lowest' },
    stops: { initial: { level: 'close * 0.9' }, trigger: 'touch' },
  },
};

test('an order that finds room is filled by a session that opens where the last one closed, and no other', () => {
  const seen = new Map<string, number>();
  fc.assert(
    fc.property(
      anyStrategy.filter(({ timing }) => timing.enter === 'next-open' && timing.exit !== 'same-close'),
      fc.integer({ min: 1, max: 60 }),
      (drawn, seed) => {
        const strategy = { ...drawn, costs: { ...drawn.costs, slippage: 0 } };
        const { market, universe } = randomMarket(seed, 6, 80);
        const days = at([...market.values()], market.size - 1).day;
        const [today, tomorrow] = [at(days, days.length - 1), nextWeekday(at(days, days.length - 1))];
        fc.pre(
          [...market.values()].every(({ day }) => day.at(-1) === today || (day.at(-1) ?? 0) < today - 10),
        );
        const longer = new Map(
          [...market].map(([symbol, bars]) => [
            symbol,
            bars.day.at(-1) === today ? oneMore(bars, tomorrow) : bars,
          ]),
        );
        const request = { strategy, benchmark: 'IX' };
        const now = createEngine(market, universe).run(request);
        const then = createEngine(longer, universe).run(request);
        if (now.kind !== 'done' || then.kind !== 'done') return;
        const { decisions } = then.run;
        const outcomes = Array.from(decisions.day.keys())
          .filter((k) => at(decisions.day, k) === today)
          .map((k) => [decisions.symbol[at(decisions.instrument, k)], OUTCOMES[at(decisions.outcome, k)]])
          .filter(([, outcome]) => outcome !== 'both-sides' && outcome !== 'no-rank');
        const said = now.run.nextOrders.filter(({ action }) => action === 'enter');
        expect(said.map(({ symbol, likely }) => [symbol, likely])).toEqual(outcomes);
        for (const { likely } of said) seen.set(likely, (seen.get(likely) ?? 0) + 1);
      },
    ),
    { numRuns: cases(150), examples: [[CUT_BY_COMMISSION, 37]] },
  );
  for (const outcome of ['taken', 'no-slot'] as const) expect(seen.get(outcome), outcome).toBeGreaterThan(0);
});
