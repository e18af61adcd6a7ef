// Columns of records that come one by one and many at once.

import fc from 'fast-check';
import { expect, it } from 'vitest';
import { GrowingRows } from '../src/numeric/growing.ts';

it('columns that grow hold what was added, by rows and by whole columns, in its order', () => {
  const step = fc.oneof(
    fc.record({ kind: fc.constant('add' as const), value: fc.nat(1000) }),
    fc.record({ kind: fc.constant('append' as const), values: fc.array(fc.nat(1000), { maxLength: 20 }) }),
  );
  fc.assert(
    fc.property(fc.array(step, { maxLength: 40 }), fc.integer({ min: 1, max: 5 }), (steps, room) => {
      const rows = new GrowingRows({ day: new Int32Array(0), close: new Float64Array(0) }, room);
      const all: number[] = [];
      for (const one of steps) {
        if (one.kind === 'add') {
          const place = rows.add();
          expect(place).toBe(all.length);
          rows.columns.day[place] = one.value;
          rows.columns.close[place] = one.value / 2;
          all.push(one.value);
        } else {
          const close = Float64Array.from(one.values, (value) => value / 2);
          rows.append({ day: Int32Array.from(one.values), close });
          all.push(...one.values);
        }
      }
      expect(rows.length).toBe(all.length);
      expect([...rows.done().day]).toEqual(all);
      expect([...rows.done().close]).toEqual(all.map((value) => value / 2));
    }),
  );
});
