// How numbers are written.

import { describe, expect, it } from 'vitest';
import * as format from '../ui/format.ts';
import { sortingFrom, sortingText } from '../ui/sorting.ts';

describe('a number', () => {
  it.each([
    [format.money(-1234567.8), '−1,234,568'],
    [format.price(0.5), '0.50'],
    [format.percent(-0.1234), '−12.3%'],
    [format.ratio(1.005, 1), '1.0'],
    [format.ratio(-0.004), '0.00'],
    [format.ratio(-0.005, 3), '−0.005'],
    [format.percent(-0.0001), '0.0%'],
    [format.money(-0.4), '0'],
    [format.plainNumber(0.000123456789), '0.000123457'],
    [format.exact(1.23456), '1.2346'],
    [format.short(1_234_567), '1.2M'],
    [format.shares(1.5), '1.5'],
    [format.bytes(1_500_000), '1.5 MB'],
    [format.bytes(3.2e9), '3.2 GB'],
  ])('%s', (written, expected) => {
    expect(written).toBe(expected);
  });

  it('that is none is a dash', () => {
    for (const write of [
      format.money,
      format.price,
      format.percent,
      format.ratio,
      format.short,
      format.exact,
    ])
      expect(write(Number.NaN)).toBe('–');
  });

  it('that counts has its noun, one or many', () => {
    expect(format.count(1, 'share')).toBe('1 share');
    expect(format.count(2000, 'share')).toBe('2,000 shares');
    expect(format.count(0, 'entry')).toBe('0 entries');
    expect(format.count(3)).toBe('3');
  });
});

describe('names', () => {
  const names = Array.from({ length: 1042 }, (_none, k) => `I${k + 1}`);
  it('are told one after the other; of many the first, and how many more there are', () => {
    expect(format.someOf([])).toBe('');
    expect(format.someOf(names.slice(0, 3))).toBe('I1, I2, I3');
    expect(format.someOf(names.slice(0, 40))).toMatch(/^I1, .*, I40$/);
    expect(format.someOf(names)).toMatch(/, I40 and 1,002 more$/);
  });

  it('stand in the order of the numbers in them', () => {
    expect([...names.slice(0, 12)].sort().sort(format.compareWords)).toEqual(names.slice(0, 12));
  });
});

describe('an order of rows', () => {
  it.each([[[]], [[{ id: 'profit', desc: true }]], [[{ id: 'symbol', desc: false }]]])(
    'is a word of the address and back: %j',
    (sorting) => {
      expect(sortingFrom(sortingText(sorting))).toEqual(sorting);
    },
  );

  it('that is no order is none', () => {
    expect(sortingFrom('pro fit--')).toEqual([]);
  });
});
