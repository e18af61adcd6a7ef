// Repairs laid over bars, and gaps as a calendar.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { faultInBar } from '../src/bars/bars.ts';
import { dayFromCivil } from '../src/days/day.ts';
import { at } from '../src/numeric/at.ts';
import { type Finding, findingsOf } from '../src/quality/findings.ts';
import { gapCalendar } from '../src/quality/gap-calendar.ts';
import { type Repair, repairedBars, unsettled } from '../src/quality/repairs.ts';
import { barsFrom, barsOf } from './market.ts';

const bars = barsOf([100, 102, 51, 52, 53]);
const day = (i: number) => at(bars.day, i);
const closes = (repairs: readonly Repair[]) => [...repairedBars(bars, repairs).close];

describe('a repair', () => {
  it('for a split scales what lies before it, volumes the other way', () => {
    const mended = repairedBars(bars, [{ kind: 'split', day: day(2), close: 51, ratio: 0.5 }]);
    expect([...mended.close]).toEqual([50, 51, 51, 52, 53]);
    expect([...mended.volume]).toEqual(Array.from(bars.volume, (v, i) => (i < 2 ? v * 2 : v)));
    expect([...(mended.factor ?? [])]).toEqual([0.5, 0.5, 1, 1, 1]);
    expect([...bars.close]).toEqual([100, 102, 51, 52, 53]);
  });

  it('for a dividend scales prices by its share of the close before, and no volume', () => {
    const mended = repairedBars(bars, [{ kind: 'dividend', day: day(3), close: 52, amount: 5.1 }]);
    expect([...mended.close].map((c) => +c.toFixed(9))).toEqual([90, 91.8, 45.9, 52, 53]);
    expect([...mended.volume]).toEqual([...bars.volume]);
  });

  it('drops a bar', () => {
    const mended = repairedBars(bars, [{ kind: 'drop', day: day(1), close: 102 }]);
    expect([...mended.close]).toEqual([100, 51, 52, 53]);
    expect([...mended.day]).toEqual([day(0), day(2), day(3), day(4)]);
  });

  it('does nothing to a bar that it was not made for', () => {
    expect(repairedBars(bars, [{ kind: 'drop', day: day(1), close: 101 }])).toBe(bars);
    expect(repairedBars(bars, [{ kind: 'split', day: day(4) + 9, close: 53, ratio: 0.5 }])).toBe(bars);
    expect(repairedBars(bars, [{ kind: 'accept', day: day(2), finding: 'split' }])).toBe(bars);
  });

  it('works with others in any order', () => {
    const repairs: Repair[] = [
      { kind: 'split', day: day(2), close: 51, ratio: 0.5 },
      { kind: 'split', day: day(4), close: 53, ratio: 3 },
      { kind: 'dividend', day: day(3), close: 52, amount: 1 },
      { kind: 'drop', day: day(2), close: 51 },
    ];
    const first = closes(repairs);
    fc.assert(
      fc.property(
        fc.shuffledSubarray(repairs, { minLength: repairs.length, maxLength: repairs.length }),
        (order) => {
          closes(order).forEach((close, i) => {
            expect(close).toBeCloseTo(at(first, i), 12);
          });
        },
      ),
    );
  });

  it('leaves every bar sound', () => {
    const any = fc.record({
      kind: fc.constantFrom('split' as const, 'dividend' as const, 'drop' as const),
      place: fc.nat(4),
      by: fc.double({ min: 0.01, max: 20, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 6 }), (list) => {
        const repairs = list.map(({ kind, place: i, by }): Repair => {
          const place = { day: day(i), close: at(bars.close, i) };
          if (kind === 'split') return { kind, ...place, ratio: by };
          return kind === 'dividend' ? { kind, ...place, amount: by } : { kind, ...place };
        });
        const its = repairedBars(bars, repairs);
        its.day.forEach((_day, i) => {
          const fault = faultInBar(
            at(its.open, i),
            at(its.high, i),
            at(its.low, i),
            at(its.close, i),
            at(its.volume, i),
          );
          expect(fault).toBeUndefined();
        });
      }),
    );
  });

  it('settles the findings it was made for, and no other', () => {
    const split: Finding = { kind: 'split', from: day(2), to: day(2), count: 1, ratio: 0.5 };
    const gap: Finding = { kind: 'gap', from: day(1), to: day(2), count: 2 };
    const drop = (i: number): Repair => ({ kind: 'drop', day: day(i), close: at(bars.close, i) });
    expect(unsettled([split, gap], [])).toEqual([split, gap]);
    expect(unsettled([split, gap], [{ kind: 'accept', day: day(2), finding: 'split' }])).toEqual([gap]);
    expect(unsettled([split, gap], [drop(1)])).toEqual([split, gap]);
    expect(unsettled([split, gap], [drop(1), drop(2)])).toEqual([split]);
  });
});

describe('a factor that changes where adjusted prices jump', () => {
  const walk = Array.from({ length: 40 }, (_x, i) => 100 + Math.sin(i) + (i < 20 ? 0 : 0.1));
  it('is a break of the factor; without it the jump is a split', () => {
    const halved = barsFrom(
      walk
        .map((c, i) => (i < 20 ? c : c / 2))
        .map((close) => ({ open: close, high: close * 1.01, low: close * 0.99, close, volume: 1 })),
    );
    const factor = Float64Array.from(walk, (_c, i) => (i < 20 ? 0.5 : 1));
    const kinds = (its: typeof halved) => findingsOf(its, its.day).map(({ kind }) => kind);
    expect(kinds({ ...halved, factor })).toContain('factor-break');
    expect(kinds(halved)).toContain('split');
  });
});

describe('the calendar of gaps', () => {
  it('counts missing sessions by year and week, within the life of the series', () => {
    const first = dayFromCivil(2019, 12, 30);
    const calendar = Int32Array.from({ length: 20 }, (_x, k) => first + k);
    const days = calendar.filter((d) => d !== first + 3 && d !== first + 4 && d < first + 15);
    const years = gapCalendar(days, calendar);
    expect(years.map(({ year }) => year)).toEqual([2019, 2020]);
    expect([...at(years, 1).missing.slice(0, 3)]).toEqual([2, 0, 0]);
    expect([...at(years, 1).sessions.slice(0, 3)]).toEqual([7, 6, 0]);
    expect(at(years, 1).firstMissing[0]).toBe(first + 3);
    expect([...at(years, 0).sessions.slice(50)]).toEqual([0, 1, 1]);
  });
});
