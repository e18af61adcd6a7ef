// How many shares an order is for (simulation.md 4).

import { rounded } from './costs.ts';
import type { Plan, SidePlan } from './plan.ts';
import { stopLevel } from './protection.ts';

/**
 * The method's shares within the limits, rounded; 0 when what it needs is undefined.
 * @param price the fill price
 * @param base E, the equity sizes are taken of
 */
export function sharesWanted(
  plan: Plan,
  side: SidePlan,
  instrument: number,
  bar: number,
  price: number,
  base: number,
): number {
  const { size } = plan;
  let shares = sharesByMethod(plan, side, instrument, bar, price, base);
  if (size.maxPercent !== undefined) shares = Math.min(shares, (base * size.maxPercent) / 100 / price);
  if (size.maxOfTradedValue !== undefined && plan.tradedValue) {
    shares = Math.min(shares, (plan.tradedValue.at(instrument, bar) * size.maxOfTradedValue) / 100 / price);
  }
  return shares > 0 && Number.isFinite(shares) ? rounded(shares, size.fractional) : 0;
}

export function sharesByMethod(
  plan: Plan,
  side: SidePlan,
  instrument: number,
  bar: number,
  price: number,
  base: number,
): number {
  const { size } = plan;
  switch (size.method) {
    case 'percent-of-equity':
      return (base * size.percent) / 100 / price;
    case 'equal-slots':
      return (base * plan.leverage) / plan.slots / price;
    case 'cash':
      return size.amount / price;
    case 'shares':
      return size.count;
    case 'risk-cash':
      return size.amount / riskPerShare(side, instrument, bar, price);
    case 'risk-percent':
      return (base * size.percent) / 100 / riskPerShare(side, instrument, bar, price);
    case 'volatility':
      return (base * size.percent) / 100 / (plan.sizeAtr ? plan.sizeAtr.at(instrument, bar) : Number.NaN);
  }
}

/** D, the distance from the fill price to the initial stop; NaN without one. */
export function riskPerShare(side: SidePlan, instrument: number, bar: number, price: number): number {
  if (!side.initial) return Number.NaN;
  return (price - stopLevel(side.initial, price, side.sign, instrument, bar)) * side.sign;
}
