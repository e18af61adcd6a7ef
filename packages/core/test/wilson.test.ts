import { wilsonInterval } from '@plateau/core';
import { assert, integer, property } from 'fast-check';
import { expect, test } from 'vitest';

test('the interval of a share, as worked out by hand', () => {
  // 2 of 2, z² = 3.8415: (1 + 0.9604 ± 1.96 √(3.8415 / 16)) / (1 + 1.9207) = (1.9604 ± 0.9604) / 2.9207.
  const [low = 0, high = 0] = wilsonInterval(1, 2) ?? [];
  expect(low).toBeCloseTo(0.3424, 4);
  expect(high).toBe(1);
  const [least = 0, most = 0] = wilsonInterval(0.5, 100) ?? [];
  expect(least).toBeCloseTo(0.4038, 4);
  expect(most).toBeCloseTo(0.5962, 4);
  expect(wilsonInterval(Number.NaN, 0)).toBeUndefined();
});

test('holds the share, stays within 0 and 1, and has a width whatever was won', () => {
  assert(
    property(integer({ min: 1, max: 5000 }), integer({ min: 0, max: 5000 }), (n, won) => {
      const share = Math.min(won, n) / n;
      const [low = 2, high = -1] = wilsonInterval(share, n) ?? [];
      expect(low).toBeGreaterThanOrEqual(0);
      expect(high).toBeLessThanOrEqual(1);
      expect(low).toBeLessThanOrEqual(share);
      expect(high).toBeGreaterThanOrEqual(share);
      expect(high - low).toBeGreaterThan(1 / n / 10);
    }),
  );
});
