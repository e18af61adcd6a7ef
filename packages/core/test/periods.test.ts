// Calendar weeks, months and years: those of a list of days, of bars gathered by them, and what rules read of a day, each against
// the plain definition, day by day.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Bars } from '../src/bars/bars.ts';
import { resample } from '../src/bars/resample.ts';
import { civilFromDay, type Day, dayFromCivil, monthOf, weekdayOf, weekOf, yearOf } from '../src/days/day.ts';
import { periodsOf } from '../src/days/periods.ts';
import { calendarWords } from '../src/measures/calendar-words.ts';
import { at } from '../src/numeric/at.ts';

/** Rising days with gaps of up to two months, from before 1970 on. */
const days = fc
  .tuple(fc.integer({ min: -900, max: 20_000 }), fc.array(fc.integer({ min: 1, max: 70 }), { maxLength: 80 }))
  .map(([first, gaps]) => {
    const all = [first];
    for (const gap of gaps) all.push((all.at(-1) ?? 0) + gap);
    return Int32Array.from(all);
  });

const numberOf = { year: yearOf, month: monthOf, week: weekOf };
const unit = fc.constantFrom<('year' | 'month' | 'week')[]>('year', 'month', 'week');

describe('periods of days', () => {
  it('are the runs of days with one number', () => {
    fc.assert(
      fc.property(days, unit, (some, by) => {
        const numbers = [...some].map(numberOf[by]);
        const last = [...some.keys()].filter((k) => numbers[k] !== numbers[k + 1]);
        const { period, end } = periodsOf(some, by);
        expect([...end]).toEqual(last);
        expect([...period]).toEqual(last.map((k) => numbers[k]));
      }),
    );
  });

  it('of no day are none', () => {
    expect([...periodsOf(new Int32Array(), 'month').end]).toEqual([]);
  });
});

/** Bars of those days whose prices and volumes tell them apart. */
function barsOn(day: Int32Array): Bars {
  const of = (value: (k: number) => number): Float64Array => Float64Array.from(day.keys(), value);
  return {
    day,
    open: of((k) => 50 + (k % 7)),
    high: of((k) => 60 + ((k * 5) % 11)),
    low: of((k) => 40 - ((k * 3) % 13)),
    close: of((k) => 50 + (k % 5)),
    volume: of((k) => 100 + k),
    factor: of((k) => 1 + k),
  };
}

describe('bars by week or month', () => {
  it('have the first open, the highest high, the lowest low, the last close and factor, and all the volume', () => {
    fc.assert(
      fc.property(days, fc.constantFrom('week', 'month' as const), fc.nat(3), (some, by, dated) => {
        const unit = by as 'week' | 'month';
        const number = numberOf[unit];
        const bars = barsOn(some);
        const groups = new Map<number, number[]>();
        for (const k of some.keys())
          groups.set(number(at(some, k)), [...(groups.get(number(at(some, k))) ?? []), k]);
        // Some periods have a later last day of the calendar's, others none.
        const lastDays = new Map<number, Day>(
          [...groups]
            .filter(([period]) => period % 4 !== dated)
            .map(([period, its]) => [period, at(some, its.at(-1) ?? 0) + 1]),
        );
        const rows = [...groups].map(([period, its]) => ({
          day: lastDays.get(period) ?? some[its.at(-1) ?? 0],
          open: bars.open[its[0] ?? 0],
          high: Math.max(...its.map((k) => at(bars.high, k))),
          low: Math.min(...its.map((k) => at(bars.low, k))),
          close: bars.close[its.at(-1) ?? 0],
          volume: its.reduce((sum, k) => sum + at(bars.volume, k), 0),
          factor: bars.factor?.[its.at(-1) ?? 0],
        }));
        const gathered = resample(bars, unit, lastDays);
        const columns = Object.keys(at(rows, 0)) as (keyof (typeof rows)[number])[];
        for (const name of columns) expect([...(gathered[name] ?? [])]).toEqual(rows.map((row) => row[name]));
      }),
    );
  });
});

/** What each word is of one day, by its civil date; the trading day of the month by the days before it. */
const plain: Record<string, (day: Day, days: Int32Array) => number> = {
  year: (day) => civilFromDay(day).year,
  quarter: (day) => Math.ceil(civilFromDay(day).month / 3),
  month: (day) => civilFromDay(day).month,
  'day of month': (day) => civilFromDay(day).date,
  'day of year': (day) => day - dayFromCivil(civilFromDay(day).year, 1, 1) + 1,
  weekday: (day) => ((new Date(day * 86_400_000).getUTCDay() + 6) % 7) + 1,
  'weekdays left in month': (day) => {
    let left = 0;
    for (let next = day + 1; monthOf(next) === monthOf(day); next++) if (weekdayOf(next) < 6) left++;
    return left;
  },
  'trading day of month': (day, all) =>
    all.filter((one) => one <= day && monthOf(one) === monthOf(day)).length,
};

describe('words for a day', () => {
  it.each(calendarWords.map((word) => [word.phrase, word] as const))('%s', (phrase, word) => {
    const valueOf = plain[phrase];
    if (!valueOf) throw new Error(`“${phrase}” is not checked`);
    fc.assert(
      fc.property(days, (some) => {
        const out = new Float64Array(some.length);
        word.compute({ bars: barsOn(some) } as Parameters<typeof word.compute>[0], out);
        expect([...out]).toEqual([...some].map((day) => valueOf(day, some)));
      }),
    );
  });
});
