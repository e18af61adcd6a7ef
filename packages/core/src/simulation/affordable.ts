// What an account can pay of the shares that are wanted (simulation.md 4).

import { exceeds } from '../numeric/compare.ts';
import type { Commission, Size } from '../strategy/strategy.ts';
import { commissionOf, rounded, sharesFor } from './costs.ts';
import type { Outcome } from './records.ts';

/** Money that rounding may leave short, relative to the account. */
const SLACK = 1e-9;

/** An order worth less than this share of the equity is none. */
const DUST = 1e-9;

export interface Wanted {
  readonly wanted: number;
  readonly price: number;
  /** the equity that the size was taken of, and the account's */
  readonly base: number;
  readonly equity: number;
  readonly power: number;
}

/** The shares that buying power pays for, or why there are none. */
export function affordable(
  size: Size,
  commission: Commission,
  { wanted, price, base, equity, power }: Wanted,
): number | Outcome {
  const dust = DUST * base;
  if (!(wanted > 0) || wanted * price < dust) return 'too-small';
  let shares = wanted;
  const slack = SLACK * Math.max(1, Math.abs(equity));
  if (shares * price + commissionOf(commission, shares, price) > power + slack) {
    if (size.unaffordable === 'skip') return 'no-cash';
    shares = Math.min(shares, rounded(sharesFor(commission, power, price), size.fractional));
    if (!(shares > 0) || shares * price < dust) return 'no-cash';
    if (size.minFilledPercent !== undefined && exceeds((wanted * size.minFilledPercent) / 100, shares)) {
      return 'crumb';
    }
  }
  if (size.minValue !== undefined && exceeds(size.minValue, shares * price)) return 'too-small';
  return shares;
}
