// What is found wrong with bars, and what is not.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import type { Bars } from '../src/bars/bars.ts';
import { at } from '../src/numeric/at.ts';
import { type Finding, findingsOf, marketCalendar, troubleOf } from '../src/quality/findings.ts';
import { barsFrom, barsOf, randomMarket } from './market.ts';

/** A quiet walk that never repeats a close, with a range and a volume every day. */
function quiet(count = 60, change: (close: number, i: number) => number = (c) => c): Bars {
  return barsFrom(
    Array.from({ length: count }, (_x, i) => {
      const close = change(100 + 1.3 * Math.sin(i * 1.7) + i / 50, i);
      return { open: close * 0.999, high: close * 1.01, low: close * 0.99, close, volume: 1000 + i };
    }),
  );
}

const without = (bars: Bars, drop: (i: number) => boolean): Bars => {
  const keep = Array.from(bars.day.keys()).filter((i) => !drop(i));
  const pick = (c: Float64Array) => Float64Array.from(keep, (i) => at(c, i));
  return {
    day: Int32Array.from(keep, (i) => at(bars.day, i)),
    open: pick(bars.open),
    high: pick(bars.high),
    low: pick(bars.low),
    close: pick(bars.close),
    volume: pick(bars.volume),
  };
};

const whole = quiet();
const kinds = (found: readonly Finding[]) => found.map(({ kind, count }) => [kind, count]);
const found = (bars: Bars, calendar = whole.day) => kinds(findingsOf(bars, calendar));

describe('bars', () => {
  it('without a fault have no finding', () => {
    expect(found(whole)).toEqual([]);
    expect(findingsOf(barsOf([]), whole.day)).toEqual([]);
  });

  it('that halve or treble overnight and stay there look like a split', () => {
    const [split, ...rest] = findingsOf(
      quiet(60, (c, i) => (i < 30 ? c : c / 2)),
      whole.day,
    );
    expect(split).toMatchObject({ kind: 'split', from: whole.day[30], ratio: 0.5 });
    expect(rest).toEqual([]);
    expect(
      at(
        findingsOf(
          quiet(60, (c, i) => (i < 30 ? c : c * 3)),
          whole.day,
        ),
        0,
      ).ratio,
    ).toBe(3);
  });

  it('that fall by a number no split has do not', () => {
    expect(found(quiet(60, (c, i) => (i < 30 ? c : c * 0.61)))).toEqual([]);
  });

  it('that jump and come back the next day hold a bad tick', () => {
    const [tick, ...rest] = findingsOf(
      quiet(60, (c, i) => (i === 20 ? c * 10 : c)),
      whole.day,
    );
    expect(tick).toMatchObject({ kind: 'bad-tick', from: whole.day[20], to: whole.day[20] });
    expect(tick?.ratio).toBeCloseTo(10, 0);
    expect(rest).toEqual([]);
  });

  it('that miss sessions have gaps, a stretch each', () => {
    expect(found(without(whole, (i) => i === 10 || (i > 19 && i < 24)))).toEqual([
      ['gap', 1],
      ['gap', 4],
    ]);
  });

  it('that stand still, trade nothing or have no range for days say so', () => {
    expect(found(quiet(60, (c, i) => (i >= 30 && i < 40 ? 100 : c)))).toEqual([['stale', 9]]);
    const silent = { ...whole, volume: whole.volume.map((v, i) => (i >= 5 && i < 12 ? 0 : v)) };
    expect(found(silent)).toEqual([['no-volume', 7]]);
    const flat = {
      ...whole,
      high: whole.high.map((h, i) => (i < 8 ? at(whole.close, i) : h)),
      low: whole.low.map((l, i) => (i < 8 ? at(whole.close, i) : l)),
    };
    expect(found(flat)).toEqual([['no-range', 8]]);
  });

  it('of a gauge, without volume or range throughout, are no fault', () => {
    const gauge = barsOf(Array.from(whole.close));
    expect(found({ ...gauge, volume: new Float64Array(60) })).toEqual([]);
    const jumpy = barsOf(Array.from(whole.close, (c, i) => (i < 30 ? c : 2 * c)));
    expect(found({ ...jumpy, volume: new Float64Array(60) })).toEqual([]);
  });

  it('that start late or end early say by how many sessions', () => {
    expect(found(without(whole, (i) => i < 10))).toEqual([['starts-late', 10]]);
    expect(found(without(whole, (i) => i >= 40))).toEqual([['ends-early', 20]]);
    expect(found(without(whole, (i) => i < 3 || i > 57))).toEqual([]);
  });

  it('of any market give findings within its days, oldest first', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 10_000 }), (seed) => {
        const { market } = randomMarket(seed, 5, 120);
        const calendar = marketCalendar([...market.values()].map((bars) => bars.day));
        for (const bars of market.values()) {
          const all = findingsOf(bars, calendar);
          for (const [k, { from, to, count }] of all.entries()) {
            expect(count).toBeGreaterThan(0);
            expect(from).toBeLessThanOrEqual(to);
            expect(k === 0 || from >= at(all, k - 1).from).toBe(true);
          }
          const gaps = all.filter(({ kind }) => kind === 'gap').reduce((sum, { count }) => sum + count, 0);
          const own = calendar.filter((d) => d >= at(bars.day, 0) && d <= at(bars.day, bars.day.length - 1));
          expect(gaps).toBe(own.filter((d) => !bars.day.includes(d)).length);
        }
      }),
      { numRuns: cases(200) },
    );
  });
});

describe('trouble', () => {
  it('is worst where false trades would be made', () => {
    const of = (bars: Bars) => troubleOf(findingsOf(bars, whole.day));
    const split = of(quiet(60, (c, i) => (i < 30 ? c : c / 2)));
    const gap = of(without(whole, (i) => i === 10));
    expect(split).toBeGreaterThan(gap);
    expect(gap).toBeGreaterThan(of(whole));
  });
});

describe('a market’s calendar', () => {
  it('has the days of at least a third of the instruments listed then', () => {
    const days = (from: number, to: number) => Int32Array.from({ length: to - from }, (_x, k) => from + k);
    expect([...marketCalendar([days(0, 4), days(0, 4), days(0, 4), Int32Array.of(0, 5)])]).toEqual([
      0, 1, 2, 3, 5,
    ]);
    expect([...marketCalendar([days(0, 4), days(0, 4), days(0, 4), Int32Array.of(0, 2, 3)])]).toEqual([
      0, 1, 2, 3,
    ]);
    const four = [days(0, 2), days(0, 2), days(0, 2), Int32Array.of(0, 1, 2)].map((d) =>
      Int32Array.from([...d, 9]),
    );
    expect([...marketCalendar(four)]).toEqual([0, 1, 9]);
    expect([...marketCalendar([])]).toEqual([]);
  });
});
