import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { equalShares, inverseVolatilityShares, made100, sharesAround } from '../../src/blend/shares.ts';
import { at } from '../../src/numeric/at.ts';

const sum = (shares: readonly number[]): number => shares.reduce((a, b) => a + b, 0);
const share = fc.float({ min: Math.fround(0.01), max: 100, noNaN: true });

describe('shares', () => {
  it('that are equal add up to 100 with two decimals', () => {
    expect(equalShares(3)).toEqual([33.34, 33.33, 33.33]);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 30 }), (n) => {
        expect(sum(equalShares(n))).toBeCloseTo(100, 9);
      }),
    );
  });

  it('made 100 keep their proportions', () => {
    expect(made100([1, 3])).toEqual([25, 75]);
    expect(made100([0, 0])).toEqual([50, 50]);
    fc.assert(
      fc.property(fc.array(share, { minLength: 1, maxLength: 12 }), (shares) => {
        const made = made100(shares);
        expect(sum(made)).toBeCloseTo(100, 9);
        made.forEach((value, k) => {
          expect(Math.abs(value - (100 * at(shares, k)) / sum(shares))).toBeLessThan(0.0101);
        });
      }),
    );
  });

  it('make room for one that is set', () => {
    expect(sharesAround([50, 30, 20], 0, 75)).toEqual([75, 15, 10]);
    expect(sharesAround([100, 0, 0], 0, 40)).toEqual([40, 30, 30]);
    expect(sharesAround([100], 0, 100)).toEqual([100]);
  });

  it('by inverse volatility are small where it is large, and cash keeps its own', () => {
    expect(inverseVolatilityShares([0.1, 0.3], [50, 50])).toEqual([75, 25]);
    expect(inverseVolatilityShares([0.1, 0.3, undefined], [40, 40, 20])).toEqual([60, 20, 20]);
    expect(inverseVolatilityShares([undefined, Number.NaN], [40, 60])).toEqual([40, 60]);
  });
});
