// Commission, slippage and how many shares a sum of money buys (simulation.md 4 and 6).

import type { Commission } from '../strategy/strategy.ts';

/** fixed + perShare * shares + percent of value, then at least `min`, then at most `maxPercent` of value. */
export function commissionOf(c: Commission, shares: number, price: number): number {
  const value = shares * price;
  const charged = Math.max(c.fixed + c.perShare * shares + (c.percent / 100) * value, c.min);
  return Math.min(charged, (c.maxPercent / 100) * value);
}

/** The price worsened by `basisPoints` for a buyer (side 1) or a seller (side -1). */
export function slipped(price: number, side: 1 | -1, basisPoints: number): number {
  return price * (1 + (side * basisPoints) / 10000);
}

/**
 * The most shares, not yet rounded, whose price and commission fit into `money`. The cost of n shares is the smaller of
 * two rising lines (the cap) and the larger of two (the minimum), so its inverse is the larger and the smaller of theirs.
 */
export function sharesFor(c: Commission, money: number, price: number): number {
  if (money <= 0) return 0;
  const underMinimum = (money - c.min) / price;
  const perShare = price + c.perShare + (c.percent / 100) * price;
  const uncapped = Math.min(underMinimum, (money - c.fixed) / perShare);
  const capped = money / (price * (1 + c.maxPercent / 100));
  return Math.max(0, uncapped, capped);
}

/** Whole shares, rounded down with a slack of 1e-9; fractional ones as they are. */
export function rounded(shares: number, fractional: boolean): number {
  return fractional ? shares : Math.floor(shares + 1e-9);
}
