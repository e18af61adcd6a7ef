// Calendars against the plain definition: the set of all days.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countUntil, indexDays, tickDays, unionOfDays } from '../src/days/calendar.ts';

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

  it('sets no day that only the column it is held against has', () => {
    const seen = new Uint8Array(10);
    tickDays(Int32Array.of(3, 4, 6, 9), 0, seen, Int32Array.of(1, 3, 4, 5, 6, 9));
    expect([...seen]).toEqual([0, 0, 0, 0, 0, 0, 1, 0, 0, 1]);
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
