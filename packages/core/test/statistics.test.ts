// Figures against numbers worked out by hand.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  civilFromDay,
  dayFromCivil,
  dayFromIso,
  isoFromDay,
  monthOf,
  weekdayOf,
  weekOf,
} from '../src/days/day.ts';
import { periodsOf } from '../src/days/periods.ts';
import { at } from '../src/numeric/at.ts';
import { exp, log, power } from '../src/numeric/portable.ts';
import { curveFigures } from '../src/statistics/curve-figures.ts';
import { drawdownSpells } from '../src/statistics/drawdown.ts';
import { periodReturns } from '../src/statistics/periods.ts';
import { meansOver, reduceCurves, thinnedPoints } from '../src/statistics/reduce.ts';
import { regress } from '../src/statistics/regression.ts';

const days = Int32Array.from([0, 1, 2, 3, 7]);
const curve = Float64Array.from([100, 110, 99, 104.5, 121]);

describe('a curve', () => {
  const f = curveFigures(days, curve, new Float64Array(4), 252);

  it('has its total return, growth, drawdown and ratios', () => {
    expect(f.totalReturn).toBeCloseTo(0.21, 12);
    expect(f.cagr).toBeCloseTo(1.21 ** (365.25 / 7) - 1, 6);
    expect(f.maxDrawdown).toBeCloseTo(-0.1, 12);
    expect(f.longestDrawdownDays).toBe(6); // from the peak on day 1 to the recovery on day 7
    expect(f.returnToDrawdown).toBeCloseTo(21 / 11, 12);
    expect(f.ulcer).toBeCloseTo(Math.sqrt((0.01 + 0.05 ** 2) / 5), 12);
    const r = [0.1, -0.1, 104.5 / 99 - 1, 121 / 104.5 - 1];
    const mean = r.reduce((a, b) => a + b) / 4;
    const sd = Math.sqrt(r.reduce((a, b) => a + (b - mean) ** 2, 0) / 3);
    expect(f.sharpe).toBeCloseTo((mean / sd) * Math.sqrt(252), 10);
    expect(f.sortino).toBeCloseTo((mean / Math.sqrt(0.01 / 4)) * Math.sqrt(252), 10);
  });

  it('leaves a ratio without a denominator undefined', () => {
    const still = curveFigures(days, new Float64Array(5).fill(100), new Float64Array(4), 252);
    for (const value of [
      still.sharpe,
      still.sortino,
      still.mar,
      still.returnToDrawdown,
      still.averageDrawdown,
    ])
      expect(value).toBeNaN();
    expect(still.maxDrawdown).toBe(0);
  });

  it('has spells below its peaks, the last perhaps unrecovered', () => {
    expect(drawdownSpells(Float64Array.from([5, 4, 5, 6, 3, 4]))).toEqual([
      { peak: 0, bottom: 1, recovery: 2, depth: -0.19999999999999996 },
      { peak: 3, bottom: 4, recovery: undefined, depth: -0.5 },
    ]);
  });

  it('has returns by year that compound to the whole', () => {
    const ends = Int32Array.from(
      ['2020-01-02', '2020-12-31', '2021-06-01', '2021-12-31', '2022-01-03'].map(
        (d) => dayFromIso(d) as number,
      ),
    );
    const years = periodsOf(ends, 'year');
    expect([...years.period]).toEqual([2020, 2021, 2022]);
    expect([...years.end]).toEqual([1, 3, 4]);
    const returns = periodReturns(years, curve);
    expect(returns.reduce((product, r) => product * (1 + r), 1)).toBeCloseTo(1.21, 12);
  });
});

describe('regression', () => {
  it('finds the line through points on a line', () => {
    const fit = regress(Float64Array.from([3, 5, 7]), Float64Array.from([1, 2, 3]));
    expect(fit).toMatchObject({ n: 3, alpha: { value: 1 }, beta: { value: 2 }, rSquared: 1 });
  });
});

describe('portable mathematics', () => {
  it('agrees with the machine’s own to the last two digits', () => {
    fc.assert(
      fc.property(fc.double({ min: -700, max: 700, noNaN: true }), (x) => {
        expect(Math.abs(exp(x) / Math.exp(x) - 1)).toBeLessThan(5e-16);
      }),
    );
    fc.assert(
      fc.property(fc.double({ min: 1e-300, max: 1e300, noNaN: true }), (x) => {
        expect(Math.abs(log(x) - Math.log(x))).toBeLessThanOrEqual(
          5e-16 * Math.max(1e-3, Math.abs(Math.log(x))) + 2e-19,
        );
      }),
    );
    expect(power(2, 10)).toBeCloseTo(1024, 9);
    expect(exp(1000)).toBe(Infinity);
    expect(log(0)).toBe(-Infinity);
    expect(log(-1)).toBeNaN();
  });
});

describe('days', () => {
  it('agree with the calendar', () => {
    fc.assert(
      fc.property(fc.integer({ min: -30000, max: 60000 }), (day) => {
        const date = new Date(day * 86_400_000);
        expect(isoFromDay(day)).toBe(date.toISOString().slice(0, 10));
        expect(dayFromIso(isoFromDay(day))).toBe(day);
        expect(weekdayOf(day)).toBe(((date.getUTCDay() + 6) % 7) + 1);
        expect(monthOf(day)).toBe(date.getUTCFullYear() * 12 + date.getUTCMonth());
        expect(weekOf(day) === weekOf(day + 1)).toBe(weekdayOf(day) !== 7);
        const { year, month, date: dom } = civilFromDay(day);
        expect(dayFromCivil(year, month, dom)).toBe(day);
      }),
    );
  });
  it.each(['2023-02-30', '2023-13-01', '2023-1-01', '20230101', 'yesterday', '2023-00-10'])(
    'refuse %s',
    (text) => {
      expect(dayFromIso(text)).toBeUndefined();
    },
  );
});

describe('means over stretches', () => {
  it('are those of the days between their ends, every day in one of them', () => {
    const curve = Float64Array.from({ length: 10 }, (_x, i) => i);
    const { end, means } = meansOver([curve], 1, 9, 3);
    expect([...end]).toEqual([3, 6, 9]);
    expect([...(means[0] ?? [])]).toEqual([2, 5, 8]);
  });

  it('are the days themselves where there are no more than stretches', () => {
    const { end, means } = meansOver([Float64Array.of(4, 2, 6)], 0, 2, 50);
    expect([...end]).toEqual([0, 1, 2]);
    expect([...(means[0] ?? [])]).toEqual([4, 2, 6]);
  });
});

describe('reduced curves', () => {
  it('keep both ends and every extreme of each stretch', () => {
    const long = Float64Array.from({ length: 10_000 }, (_x, i) => Math.sin(i / 37) + (i === 5555 ? 9 : 0));
    const kept = reduceCurves([long], 0, 9_999, 100);
    expect(kept.length).toBeLessThan(300);
    expect(kept[0]).toBe(0);
    expect(kept.at(-1)).toBe(9_999);
    expect(kept).toContain(5555);
    expect(Math.min(...kept.map((i) => at(long, i)))).toBe(Math.min(...long));
  });
});

describe('thinned points', () => {
  it('keep one a cell and the outermost on either axis, and lose no cell', () => {
    const value = fc.double({ min: -1, max: 3, noNaN: true });
    fc.assert(
      fc.property(fc.array(fc.tuple(value, value), { maxLength: 400 }), (points) => {
        const x = Float64Array.from(points, ([a]) => a);
        const y = Float64Array.from(points, ([, b]) => b);
        const kept = thinnedPoints(x, y, 8, 5);
        expect(kept.length).toBeLessThanOrEqual(8 * 5 + points.length);
        const column = (of: Float64Array, places: readonly number[]): number[] =>
          places.map((i) => at(of, i));
        for (const axis of [x, y]) {
          expect(Math.min(...column(axis, kept))).toBe(Math.min(...axis));
          expect(Math.max(...column(axis, kept))).toBe(Math.max(...axis));
        }
        // Thinning again finds nothing left to drop.
        const again = thinnedPoints(
          Float64Array.from(kept, (i) => at(x, i)),
          Float64Array.from(kept, (i) => at(y, i)),
          8,
          5,
        );
        expect(again.length).toBe(kept.length);
      }),
    );
    const crowd = Float64Array.from({ length: 10_000 }, (_x, i) => Math.sin(i));
    expect(thinnedPoints(crowd, crowd, 20, 20).length).toBeLessThan(60);
    expect(thinnedPoints(Float64Array.of(Number.NaN), Float64Array.of(1), 4, 4)).toEqual([]);
  });
});
