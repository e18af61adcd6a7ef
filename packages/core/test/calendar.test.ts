// Calendars against the plain definition: the set of all days.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apartInMemory } from '../src/days/apart-in-memory.ts';
import { countUntil, indexDays, unionOfDays } from '../src/days/calendar.ts';
import { at } from '../src/numeric/at.ts';
import { placeDays } from '../src/parallel/place-days.ts';

const days = fc
  .uniqueArray(fc.integer({ min: 18_000, max: 18_060 }))
  .map((some) => Int32Array.from(some.sort((a, b) => a - b)));

/** Columns of instruments: most are parts of one calendar, some have gaps of their own. */
const columns = fc
  .tuple(days, fc.array(days, { maxLength: 3 }), fc.array(fc.nat(60), { maxLength: 6 }))
  .map(([all, others, starts]) => [...starts.map((start) => all.slice(start)), ...others, all]);

const span = fc.tuple(fc.integer({ min: 17_990, max: 18_070 }), fc.nat(50));

describe('the union of days', () => {
  it('has every day within the span once, rising, in whatever order the columns come', () => {
    fc.assert(
      fc.property(columns, span, ([...some], [from, length]) => {
        const to = from + length;
        const plain = [...new Set(some.flatMap((column) => [...column]))]
          .filter((day) => day >= from && day <= to)
          .sort((a, b) => a - b);
        expect([...unionOfDays(some, from, to)]).toEqual(plain);
        expect([...unionOfDays(some.reverse(), from, to)]).toEqual(plain);
      }),
    );
  });

  it('is the same of columns that share their memory', () => {
    fc.assert(
      fc.property(columns, span, (some, [from, length]) => {
        const { starts, own, length: size } = placeDays(some);
        const memory = new Int32Array(size);
        for (const k of own) memory.set(at(some, k), starts[k]);
        const placed = some.map((column, k) => memory.subarray(at(starts, k), at(starts, k) + column.length));
        expect(placed).toEqual(some);
        expect(unionOfDays(placed, from, from + length)).toEqual(unionOfDays(some, from, from + length));
        expect(apartInMemory(placed).length).toBeLessThanOrEqual(own.length);
      }),
    );
  });

  it('needs one column where all others are parts of it', () => {
    const all = Int32Array.of(1, 2, 3, 6, 7);
    expect(placeDays([all.slice(2), all, all.slice(1, 3), all.slice()])).toEqual({
      starts: Int32Array.of(2, 0, 1, 0),
      own: [1],
      length: 5,
    });
  });
});

describe('a calendar', () => {
  it('finds the place of each of its days, and of no other', () => {
    fc.assert(
      fc.property(days, fc.integer({ min: 17_990, max: 18_070 }), (calendar, day) => {
        expect(indexDays(calendar).at(day)).toBe(calendar.indexOf(day));
        expect(countUntil(calendar, day)).toBe([...calendar].filter((one) => one <= day).length);
      }),
    );
  });
});
