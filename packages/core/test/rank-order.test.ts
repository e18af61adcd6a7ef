// A day's candidates in the order of their ranks, few or many of them.

import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { SidePlan } from '../src/simulation/plan.ts';
import { placesRankedOn, rankOrder } from '../src/simulation/rank-order.ts';

/** A side with a day of each of the lists of ranks, after one on which there is nothing. */
function sideOf(days: readonly (readonly number[])[], highestFirst: boolean): SidePlan {
  const start = [0, 0];
  for (const ranks of days) start.push((start.at(-1) ?? 0) + ranks.length);
  const values = Float64Array.from(days.flat());
  const places = Int32Array.from(values.keys());
  const candidates = { start: Int32Array.from(start), instrument: places, bar: places, next: places };
  return {
    name: 'long',
    sign: 1,
    candidates,
    rank: { values, order: rankOrder(candidates, values, highestFirst) },
    exit: undefined,
    rotation: undefined,
    initial: undefined,
    trail: undefined,
    target: undefined,
    trigger: 'close',
    barsLimit: undefined,
  };
}

const rank = fc.oneof(fc.integer({ min: -4, max: 4 }), fc.constant(Number.NaN));
const days = fc.array(fc.array(rank, { maxLength: 60 }), { minLength: 1, maxLength: 4 });

it('is that of their ranks on each day, equal ones in that of their symbols, those without a rank at the end', () => {
  fc.assert(
    fc.property(days, fc.boolean(), (ranks, highestFirst) => {
      // What differs by rounding alone is equal.
      const nearly = ranks.map((day) => day.map((value, k) => value * (k % 2 === 0 ? 1 : 1 + 1e-14)));
      const side = sideOf(nearly, highestFirst);
      let from = 0;
      for (const [d, day] of ranks.entries()) {
        const all = [...day.keys()];
        const ranked = all
          .filter((k) => !Number.isNaN(day[k]))
          .sort((a, b) => ((day[a] ?? 0) - (day[b] ?? 0)) * (highestFirst ? -1 : 1) || a - b);
        const unranked = all.filter((k) => Number.isNaN(day[k]));
        const placed = (places: number[]): number[] => places.map((k) => from + k);
        expect([...placesRankedOn(side, d + 1)]).toEqual(placed(ranked));
        const ofDay = side.rank?.order.subarray(from, from + day.length) ?? [];
        expect([...ofDay]).toEqual(placed([...ranked, ...unranked]));
        from += day.length;
      }
      expect([...placesRankedOn(side, 0)]).toEqual([]);
    }),
  );
});

it('is that of the symbols where a side has no rank', () => {
  const side = { ...sideOf([[3, 1, 2]], true), rank: undefined };
  expect([...placesRankedOn(side, 1)]).toEqual([0, 1, 2]);
});
