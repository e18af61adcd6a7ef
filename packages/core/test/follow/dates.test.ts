import { expect, test } from 'vitest';
import { dayFromIso, isoFromDay } from '../../src/days/day.ts';
import { reviewDates, timeExits } from '../../src/follow/dates.ts';
import type { Trade } from '../../src/simulation/records.ts';

const day = (iso: string): number => dayFromIso(iso) as number;

test('reviews are after one, three, six and twelve months and every year up to five, those that are to come', () => {
  expect(reviewDates(day('2025-01-31'), day('2025-04-30')).map(isoFromDay)).toEqual([
    '2025-07-31',
    '2026-01-31',
    '2027-01-31',
    '2028-01-31',
    '2029-01-31',
    '2030-01-31',
  ]);
  expect(reviewDates(day('2025-01-31'), day('2025-01-31'))[0]).toBe(day('2025-02-28'));
});

test('a time exit is decided so many weekdays on as the position has bars left', () => {
  const open = (symbol: string, barsHeld: number, part = 0): Trade =>
    ({ part, symbol, side: 'long', barsHeld }) as Trade;
  const friday = day('2026-01-09');
  const exits = timeExits([open('A', 3), open('B', 5), open('C', 1, 1)], friday, (part) =>
    part === 0 ? 5 : undefined,
  );
  // Monday and Tuesday; B is due already, and C's part has no limit.
  expect(exits).toEqual([{ part: 0, symbol: 'A', side: 'long', day: day('2026-01-13') }]);
});
