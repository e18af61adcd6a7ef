// Luck of the best of many, held against the plainest way to work it out.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { at } from '../../src/numeric/at.ts';
import { log } from '../../src/numeric/portable.ts';
import { createRandom } from '../../src/numeric/random.ts';
import { quantile } from '../../src/statistics/distribution.ts';
import { deviation, mean, ratio } from '../../src/statistics/moments.ts';
import { orderStatistics } from '../../src/statistics/order-statistics.ts';
import { ranksOf, spearman } from '../../src/statistics/rank-correlation.ts';
import { luckOf } from '../../src/studies/luck/best-of-many.ts';
import { overfitting } from '../../src/studies/luck/overfitting.ts';
import { realityCheck } from '../../src/studies/luck/reality-check.ts';

function randomColumns(seed: number, count: number, days: number): Float64Array[] {
  const next = createRandom(seed);
  return Array.from({ length: count }, () =>
    Float64Array.from({ length: days }, () => (next() / 4294967296 - 0.48) * 0.02),
  );
}

/** Every choice of half of n things, in lexicographic order. */
function halves(n: number, from = 0, left = n / 2): number[][] {
  if (left === 0) return [[]];
  return Array.from({ length: n - from - left + 1 }, (_x, k) => from + k).flatMap((one) =>
    halves(n, one + 1, left - 1).map((rest) => [one, ...rest]),
  );
}

/** As the contract says it, from the rows themselves. */
function plainly(columns: readonly Float64Array[], blocks: number) {
  const length = Math.floor(at(columns, 0).length / blocks);
  const start = at(columns, 0).length - length * blocks;
  const rowsOf = (column: Float64Array, some: readonly number[]): number[] =>
    some.flatMap((b) => [...column.subarray(start + b * length, start + (b + 1) * length)]);
  const sharpe = (rows: number[]): number => ratio(mean(rows), deviation(rows));
  return halves(blocks).flatMap((inside) => {
    const outside = Array.from({ length: blocks }, (_x, b) => b).filter((b) => !inside.includes(b));
    const both = columns
      .map((column) => [sharpe(rowsOf(column, inside)), sharpe(rowsOf(column, outside))] as const)
      .filter(([a, b]) => !Number.isNaN(a + b));
    if (both.length === 0) return [];
    const best = both.reduce((a, b) => (b[0] > a[0] ? b : a));
    const rank = at(ranksOf(both.map(([, b]) => b)), both.indexOf(best));
    const w = rank / (both.length + 1);
    return [{ logit: log(w / (1 - w)), inside: best[0], outside: best[1] }];
  });
}

describe('overfitting', () => {
  it('is what every choice of half the blocks gives, worked out from its rows', () => {
    for (const [seed, days] of [
      [1, 60],
      [2, 67],
      [3, 40],
    ] as const) {
      const columns = randomColumns(seed, 7, days);
      const expected = plainly(columns, 6);
      const found = overfitting(columns, 6);
      expect(found.logits.length).toBe(20);
      for (const [k, logit] of found.logits.entries()) expect(logit).toBeCloseTo(at(expected, k).logit, 12);
      expect(found.meanOutside).toBeCloseTo(mean(expected.map(({ outside }) => outside)), 12);
      expect(found.pbo).toBe(expected.filter(({ logit }) => logit <= 0).length / 20);
      const x = expected.map(({ inside }) => inside);
      const y = expected.map(({ outside }) => outside);
      const slope = mean(x.map((a, k) => a * at(y, k))) / 1 - mean(x) * mean(y);
      expect(found.slope).toBeCloseTo(slope / (mean(x.map((a) => a * a)) - mean(x) ** 2), 9);
    }
  });

  it('lets a column that is best throughout never fail, and equal columns share their place', () => {
    const columns = randomColumns(4, 5, 64);
    const best = at(columns, 0).map((r) => Math.abs(r) + 0.01);
    const found = overfitting([...columns, best], 4);
    expect(found.pbo).toBe(0);
    const same = at(columns, 0);
    // Both stand at the middle of two: w = 1.5 / 3.
    expect([...overfitting([same, same], 4).logits]).toEqual(new Array(6).fill(0));
  });

  it('leaves out columns without a deviation, and says nothing of none or of too few days', () => {
    const columns = randomColumns(5, 3, 32);
    const still = new Float64Array(32);
    const constant = new Float64Array(32).fill(0.0001);
    expect(overfitting([...columns, still, constant], 4)).toEqual(overfitting(columns, 4));
    expect(overfitting([still], 4).pbo).toBeNaN();
    expect(overfitting([], 4).pbo).toBeNaN();
    expect(overfitting(randomColumns(6, 3, 10)).logits.length).toBe(0);
  });
});

describe('the reality check', () => {
  it('is near 0 for what beats the benchmark every day, and near 1 for what it is', () => {
    const [held] = randomColumns(7, 1, 400) as [Float64Array];
    const better = held.map((r, i) => r + 0.001 + (i % 3) * 0.0001);
    expect(realityCheck([better], held, 1)).toBe(0);
    expect(realityCheck([held], held, 1)).toBe(1);
    expect(realityCheck([held], held.subarray(0, 0), 1)).toBeNaN();
    expect(realityCheck([], held, 1)).toBeNaN();
  });

  it('gives a worthless column any p alike, and more columns a higher one', () => {
    const n = 500;
    const still = new Float64Array(n);
    const ps = Array.from({ length: 40 }, (_x, k) => {
      const [column] = randomColumns(100 + k, 1, n) as [Float64Array];
      const own = mean(column);
      const centred = column.map((r) => r - own);
      // Moved by one standard error, up or down: what luck does two times in three.
      return realityCheck(
        [centred.map((r) => r + (k % 2 ? 1 : -1) * (deviation(centred) / Math.sqrt(n)))],
        still,
        k,
      );
    });
    expect(mean(ps.filter((_p, k) => k % 2 === 1))).toBeGreaterThan(0.1);
    expect(mean(ps.filter((_p, k) => k % 2 === 1))).toBeLessThan(0.23);
    expect(mean(ps.filter((_p, k) => k % 2 === 0))).toBeGreaterThan(0.77);
    const many = randomColumns(9, 300, n);
    const [best] = [...many].sort((a, b) => mean(b) - mean(a)) as [Float64Array];
    expect(realityCheck(many, still, 3)).toBeGreaterThan(realityCheck([best], still, 3));
  });

  it('is the same for one seed', () => {
    const columns = randomColumns(11, 4, 200);
    const held = new Float64Array(200);
    expect(realityCheck(columns, held, 5)).toBe(realityCheck(columns, held, 5));
  });
});

it('deflates the peak’s ratio by what the best of so many has by chance', () => {
  const returns = randomColumns(12, 6, 300);
  const riskFree = new Float64Array(300).fill(0.0001);
  const luck = (peak: number | undefined) =>
    luckOf({ returns, benchmark: new Float64Array(300), riskFree, peak, seed: 1 }).deflatedSharpe;
  const ratios = returns.map((column) => {
    const excess = column.map((r) => r - 0.0001);
    return mean(excess) / deviation(excess);
  });
  const best = ratios.indexOf(Math.max(...ratios));
  const worst = ratios.indexOf(Math.min(...ratios));
  expect(luck(best)).toBeGreaterThan(luck(worst));
  expect(luck(best)).toBeLessThan(1);
  expect(luck(undefined)).toBeNaN();
});

describe('ranks', () => {
  it('are shared by equals, and correlate as textbooks have it', () => {
    expect([...ranksOf([10, 30, 20, 20])]).toEqual([1, 4, 2.5, 2.5]);
    // 1 - 6 * sum of squared rank differences / (n (n^2 - 1)) = 1 - 6 * 8 / 120
    expect(spearman([1, 2, 3, 4, 5], [2, 1, 5, 3, 4])).toBeCloseTo(0.6, 12);
    expect(spearman([1, 2, 3], [Number.NaN, 5, 4])).toBeCloseTo(-1, 12);
    expect(spearman([1, 2], [3, 3])).toBeNaN();
  });

  it('are found without sorting as sorting finds them', () => {
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.integer({ min: -3, max: 3 }), fc.double({ noNaN: true, min: -9, max: 9 }))),
        (list) => {
          const shares = [0, 0.05, 0.5, 0.95, 1];
          const sorted = Float64Array.from(list).sort();
          const found = orderStatistics(Float64Array.from(list), shares);
          shares.forEach((share, k) => {
            if (list.length === 0) expect(found[k]).toBeNaN();
            else expect(found[k]).toBeCloseTo(quantile(sorted, share), 12);
          });
        },
      ),
    );
  });
});
