// The day's entries in the order of their ranks, few or many of them.

import fc from 'fast-check';
import { expect, it } from 'vitest';
import { Entries } from '../src/simulation/entries.ts';
import type { SidePlan } from '../src/simulation/plan.ts';

function sideOf(ranks: readonly number[], highestFirst: boolean): SidePlan {
  const places = Int32Array.from(ranks.keys());
  return {
    name: 'long',
    sign: 1,
    candidates: { start: Int32Array.of(0, ranks.length), instrument: places, bar: places, next: places },
    rank: { values: Float64Array.from(ranks), highestFirst },
    exit: undefined,
    rotation: undefined,
    initial: undefined,
    trail: undefined,
    target: undefined,
    trigger: 'close',
    barsLimit: undefined,
  };
}

it('stand in the order of their ranks, equal ones in that of their symbols, and without a rank not at all', () => {
  const rank = fc.oneof(fc.integer({ min: -4, max: 4 }), fc.constant(Number.NaN));
  fc.assert(
    fc.property(fc.array(rank, { maxLength: 60 }), fc.boolean(), (ranks, highestFirst) => {
      // What differs by rounding alone is equal.
      const nearly = ranks.map((value, k) => value * (k % 2 === 0 ? 1 : 1 + 1e-14));
      const side = sideOf(nearly, highestFirst);
      const entries = new Entries([side]);
      entries.fillRanked(side, 0);
      const plain = [...ranks.keys()]
        .filter((k) => !Number.isNaN(ranks[k]))
        .sort((a, b) => ((ranks[a] ?? 0) - (ranks[b] ?? 0)) * (highestFirst ? -1 : 1) || a - b);
      const listed = Array.from({ length: entries.count }, (_none, n) => entries.instrumentAt(n));
      expect(listed).toEqual(plain);
      expect(listed.map((_k, n) => entries.rank[n])).toEqual(plain.map((k) => nearly[k]));
    }),
  );
});
