// A trader's own account beside what the rules would have done: the money it began with and the fills it had, or what it holds.

import type { Bars } from '../bars/bars.ts';
import { countUntil } from '../days/calendar.ts';
import type { Day } from '../days/day.ts';
import { at } from '../numeric/at.ts';

/** One fill at a broker. A sale of what is not held opens a short, a purchase of what is short covers it. */
export interface OwnFill {
  readonly day: Day;
  readonly symbol: string;
  readonly action: 'buy' | 'sell';
  /** above 0 */
  readonly shares: number;
  /** what was paid or got a share, above 0 */
  readonly price: number;
  /** commission and fees of this fill, 0 or more */
  readonly costs: number;
}

/** A position held at a broker. */
export interface OwnHolding {
  readonly symbol: string;
  readonly side: 'long' | 'short';
  readonly shares: number;
  /** the day and price of its entry; its last bar and that bar's close where they are left out */
  readonly day?: Day;
  readonly price?: number;
}

/** Whose size the orders of a followed strategy are. */
export type FollowedAccount =
  /** the tested run's, which goes on */
  | { readonly kind: 'simulated' }
  /** own money, without positions on the trusted day; it fills what the rules ask for */
  | { readonly kind: 'capital'; readonly capital: number }
  /** own money and own fills since the trusted day */
  | { readonly kind: 'fills'; readonly capital: number }
  /** own positions and cash as they stand today */
  | { readonly kind: 'holdings'; readonly cash: number; readonly holdings: readonly OwnHolding[] };

/** Holdings as the fills that made them, and the money that was there before these. */
export function fillsOf(
  holdings: readonly OwnHolding[],
  cash: number,
  barsOf: (symbol: string) => Bars | undefined,
): { readonly capital: number; readonly fills: readonly OwnFill[] } {
  let capital = cash;
  const fills = holdings.map(({ symbol, side, shares, day, price }): OwnFill => {
    const bars = barsOf(symbol);
    const bar = bars ? barUntil(bars, day) : -1;
    const known = bars !== undefined && bar >= 0;
    const entered = known ? Math.min(day ?? Infinity, at(bars.sessions?.last ?? bars.day, bar)) : (day ?? 0);
    const paid = price ?? (known ? at(bars.close, bar) : 0);
    capital += (side === 'long' ? 1 : -1) * shares * paid;
    return { day: entered, symbol, action: side === 'long' ? 'buy' : 'sell', shares, price: paid, costs: 0 };
  });
  return { capital, fills };
}

/** The last bar that had begun by a day. */
function barUntil({ day, sessions }: Bars, until = Infinity): number {
  return countUntil(sessions?.first ?? day, until) - 1;
}
