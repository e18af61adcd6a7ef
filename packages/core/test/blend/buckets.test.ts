// Buckets of money scaled by their parts' curves: hand-worked reviews, and what must hold for all of them.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Review, Weights } from '../../src/blend/blend.ts';
import { type Bucket, type BucketSettings, runBuckets } from '../../src/blend/buckets.ts';
import { dayFromCivil } from '../../src/days/day.ts';
import { at } from '../../src/numeric/at.ts';
import { deviation } from '../../src/statistics/moments.ts';

const bucket = (share: number, ...value: number[]): Bucket => ({
  value: Float64Array.from(value),
  share,
  isCash: false,
});
const settings = (changed: Partial<BucketSettings> = {}): BucketSettings => ({
  weights: 'shares',
  review: 'never',
  moveCost: 0,
  capital: 1000,
  ...changed,
});
/** Weekdays from Tuesday 2024-01-30 on: the third day begins February. */
const days = (count: number): Int32Array => {
  const start = dayFromCivil(2024, 1, 30);
  return Int32Array.from({ length: count }, (_x, k) => start + k + 2 * Math.floor((k + 1) / 5));
};
const rounded = (values: Float64Array): number[] => Array.from(values, (x) => Number(x.toFixed(9)));

describe('buckets', () => {
  const doubles = bucket(60, 1, 2, 2, 2);
  const stands = bucket(40, 1, 1, 1, 1);

  it('drift apart where they are never reviewed', () => {
    const { money, equity, earned } = runBuckets(days(4), [doubles, stands], settings());
    expect(money.map(rounded)).toEqual([
      [600, 1200, 1200, 1200],
      [400, 400, 400, 400],
    ]);
    expect(rounded(equity)).toEqual([1000, 1600, 1600, 1600]);
    expect(earned.map(rounded)).toEqual([
      [0, 600, 600, 600],
      [0, 0, 0, 0],
    ]);
  });

  it('are brought back at the month’s end, and pay for the half of what moves', () => {
    const { money, equity, moveCosts, reviewed } = runBuckets(
      days(4),
      [doubles, stands],
      settings({ review: 'month-end', moveCost: 100 }),
    );
    // 1,200 and 400 become 960 and 640: 240 move, at 1% for 2.40 of 1,600.
    expect(moveCosts).toBeCloseTo(2.4, 12);
    expect(rounded(equity)).toEqual([1000, 1597.6, 1597.6, 1597.6]);
    expect(money.map(rounded)).toEqual([
      [600, 958.56, 958.56, 958.56],
      [400, 639.04, 639.04, 639.04],
    ]);
    expect([...reviewed]).toEqual([0, 1, 0, 0]);
  });

  it('are brought back once one is further from its weight than the drift allows', () => {
    const slow = bucket(50, 1, 1.1, 1.2, 1.3);
    const still = bucket(50, 1, 1, 1, 1);
    // Weights of 52.38% and then 54.55%: the second is more than 4 points off.
    const { reviewed } = runBuckets(days(4), [slow, still], settings({ review: { drift: 4 } }));
    expect([...reviewed]).toEqual([0, 0, 1, 0]);
  });

  it('weigh by the inverse of the last deviations; cash keeps its share, and the first days theirs', () => {
    const wild = bucket(40, 100, 110, 99, 110, 121);
    const calm = bucket(40, 100, 101, 100, 101, 102);
    const cash: Bucket = { ...bucket(20, 1, 1, 1, 1, 1), isCash: true };
    const { money, equity } = runBuckets(
      days(5),
      [wild, calm, cash],
      settings({ weights: { inverseVolatility: 3 }, review: { drift: 0.0001 } }),
    );
    const weight = (k: number, t: number): number => at(at(money, k), t) / at(equity, t);
    expect(weight(0, 2)).toBeCloseTo(0.4, 12);
    const s = [
      [0.1, -0.1, 1 / 9],
      [0.01, 100 / 101 - 1, 0.01],
    ].map((returns) => 1 / deviation(returns));
    expect(weight(0, 3)).toBeCloseTo((0.8 * at(s, 0)) / (at(s, 0) + at(s, 1)), 12);
    expect(weight(2, 3)).toBeCloseTo(0.2, 12);
  });
});

const steps = fc.array(fc.double({ min: -0.2, max: 0.25, noNaN: true }), { minLength: 80, maxLength: 80 });
const curve = steps.map((returns) => {
  const value = new Float64Array(returns.length + 1).fill(1);
  returns.forEach((r, t) => {
    value[t + 1] = at(value, t) * (1 + r);
  });
  return value;
});
const review = fc.constantFrom<Review>('never', 'month-end', 'quarter-end', 'year-end', { drift: 3 });
const weights = fc.constantFrom<Weights>('shares', 'equal', { inverseVolatility: 20 });
const anyBlend = fc.record({
  curves: fc.array(curve, { minLength: 2, maxLength: 5 }),
  settings: fc.record({ weights, review, moveCost: fc.nat(50), capital: fc.constant(100_000) }),
});
const bucketsOf = (curves: readonly Float64Array[]): Bucket[] =>
  curves.map((value, k) => ({ value, share: 10 + 7 * k, isCash: false }));

describe('any blend of buckets', () => {
  it('has a profit of what its parts contributed less the cost of moving', () => {
    fc.assert(
      fc.property(anyBlend, ({ curves, settings }) => {
        const { equity, earned, moveCosts } = runBuckets(days(81), bucketsOf(curves), settings);
        const profit = earned.reduce((sum, column) => sum + at(column, 80), 0) - moveCosts;
        expect(at(equity, 80) - at(equity, 0)).toBeCloseTo(profit, 5);
      }),
    );
  });

  it('is on each day what its buckets hold', () => {
    fc.assert(
      fc.property(anyBlend, ({ curves, settings }) => {
        const { equity, money } = runBuckets(days(81), bucketsOf(curves), settings);
        equity.forEach((sum, t) => {
          expect(money.reduce((a, column) => a + at(column, t), 0)).toBeCloseTo(sum, 6);
        });
      }),
    );
  });

  it('knows nothing of the days to come', () => {
    fc.assert(
      fc.property(anyBlend, fc.integer({ min: 5, max: 75 }), ({ curves, settings }, count) => {
        const whole = runBuckets(days(81), bucketsOf(curves), settings);
        const first = bucketsOf(curves.map((value) => value.slice(0, count)));
        const part = runBuckets(days(81).slice(0, count), first, settings);
        // Whether the last day ends a period is known from the weekday after it.
        expect([...part.equity]).toEqual([...whole.equity.slice(0, count)]);
      }),
    );
  });

  it('swaps the columns of two parts that are swapped, and nothing else', () => {
    fc.assert(
      fc.property(anyBlend, ({ curves, settings }) => {
        const buckets = bucketsOf(curves);
        const [first, second, ...rest] = buckets as [Bucket, Bucket];
        const a = runBuckets(days(81), buckets, settings);
        const b = runBuckets(days(81), [second, first, ...rest], settings);
        a.equity.forEach((x, t) => {
          expect(at(b.equity, t)).toBeCloseTo(x, 5);
        });
        expect(at(at(b.earned, 0), 80)).toBeCloseTo(at(at(a.earned, 1), 80), 5);
        expect(at(at(b.earned, 1), 80)).toBeCloseTo(at(at(a.earned, 0), 80), 5);
      }),
    );
  });
});
