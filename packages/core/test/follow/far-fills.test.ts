import { describe, expect, it } from 'vitest';
import { fillsFarOff } from '../../src/follow/far-fills.ts';
import type { OwnFill } from '../../src/follow/own-account.ts';

const bars = {
  day: Int32Array.of(100, 101),
  open: Float64Array.of(64, 65),
  high: Float64Array.of(66, 67),
  low: Float64Array.of(63, 64),
  close: Float64Array.of(65, 66),
  volume: Float64Array.of(1000, 1000),
};
const fill = (price: number, day = 100): OwnFill => ({
  day,
  symbol: 'A',
  action: 'buy',
  shares: 10,
  price,
  costs: 0,
});
const far = (fills: readonly OwnFill[], its = bars) =>
  fillsFarOff(fills, (symbol) => (symbol === 'A' ? its : undefined)).map(({ fill: { price } }) => price);

describe('own fills held against the day they were made on', () => {
  it('are far off where nothing near their price traded', () => {
    expect(far([fill(65), fill(62), fill(68), fill(6520), fill(6.52), fill(65, 101)])).toEqual([6520, 6.52]);
    expect(fillsFarOff([fill(6520)], () => bars)).toMatchObject([{ low: 63, high: 66 }]);
  });

  it('fit as they were traded, before a split that bars were divided for', () => {
    const split = { ...bars, factor: Float64Array.of(0.5, 1) };
    expect(far([fill(130), fill(65), fill(260)], split)).toEqual([260]);
  });

  it('of a day or an instrument without a bar are not judged', () => {
    expect(far([fill(1, 102), { ...fill(1), symbol: 'B' }])).toEqual([]);
  });
});
