// The next orders of all parts as one list: what is to be done in each instrument, and what each part wants of it.

import type { NextOrder } from '../simulation/records.ts';

export interface JoinedOrder {
  readonly symbol: string;
  /** shares to buy (positive) or to sell in all */
  readonly shares: number;
  readonly close: number;
  readonly wants: readonly NextOrder[];
}

/** Orders for one instrument added up, in the order in which the parts first ask for it. */
export function joinOrders(orders: readonly NextOrder[]): JoinedOrder[] {
  const bySymbol = new Map<string, NextOrder[]>();
  for (const order of orders) {
    const own = bySymbol.get(order.symbol);
    if (own) own.push(order);
    else bySymbol.set(order.symbol, [order]);
  }
  return [...bySymbol].map(([symbol, wants]) => ({
    symbol,
    shares: wants.reduce((sum, order) => sum + bought(order), 0),
    close: wants[0]?.close ?? Number.NaN,
    wants,
  }));
}

/** A long entry and the exit of a short buy; the others sell. */
function bought({ side, action, shares }: NextOrder): number {
  return (side === 'long') === (action === 'enter') ? shares : -shares;
}
