// How many shares an order is for (simulation.md 4).

import { rounded } from './costs.ts';
import type { SidePlan, StrategyPlan } from './plan.ts';
import { initialRisk, levelsAtEntry } from './protection.ts';

/**
 * The method's shares within the limits, rounded; 0 when what it needs is undefined.
 * @param price the fill price
 * @param base E, the equity sizes are taken of
 */
export function sharesWanted(
  plan: StrategyPlan,
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

/** Money by a distance; nothing where the distance is not above 0. */
function divided(money: number, distance: number | undefined): number {
  return distance !== undefined && distance > 0 ? money / distance : 0;
}

/** The method's shares before any limit and rounding. */
export function sharesByMethod(
  plan: StrategyPlan,
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
      return (base * plan.slotLeverage) / plan.slots / price;
    case 'cash':
      return size.amount / price;
    case 'shares':
      return size.count;
    case 'risk-cash':
      return divided(size.amount, riskPerShare(side, instrument, bar, price));
    case 'risk-percent':
      return divided((base * size.percent) / 100, riskPerShare(side, instrument, bar, price));
    case 'volatility':
      return divided((base * size.percent) / 100, plan.sizeAtr?.at(instrument, bar));
  }
}

/** D, the distance from the fill price to the initial stop; NaN where no stop stands on the losing side. */
export function riskPerShare(side: SidePlan, instrument: number, bar: number, price: number): number {
  return initialRisk(price, levelsAtEntry(side, price, instrument, bar).initialStop, side.sign);
}
