import fc from 'fast-check';
import { expect, it } from 'vitest';
import { RankSort } from '../src/numeric/rank-sort.ts';

const values = fc.array(fc.oneof(fc.double({ noNaN: true }), fc.integer({ min: -3, max: 3 })), {
  maxLength: 200,
});

it('gives values and places as a stable sort with a comparison does, sort after sort', () => {
  const sort = new RankSort(200);
  fc.assert(
    fc.property(values, fc.boolean(), (all, highestFirst) => {
      const places = all.map((_value, k) => k);
      const before = (a: number, b: number): number => (a < b ? -1 : a > b ? 1 : 0);
      places.sort((a, b) => {
        const [x = 0, y = 0] = [all[a], all[b]];
        return highestFirst ? before(y, x) : before(x, y);
      });
      sort.values.set(all);
      sort.sort(all.length, highestFirst);
      expect([...sort.order.subarray(0, all.length)]).toEqual(places);
      expect([...sort.values.subarray(0, all.length)]).toEqual(places.map((k) => all[k]));
    }),
  );
});
