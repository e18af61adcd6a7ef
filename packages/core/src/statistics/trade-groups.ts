// Closed trades by symbol, group, side, year, month and weekday of entry, exit reason and holding time.

import { civilFromDay, weekdayOf, yearOf } from '../days/day.ts';
import type { Trade } from '../simulation/records.ts';
import { entrySession } from '../simulation/session.ts';
import { ratio } from './moments.ts';
import { type TradeFigures, tradeFigures } from './trade-figures.ts';

/** The ways trades can be told apart; `group` is the universe's. */
export const TRADE_GROUPINGS = [
  'symbol',
  'group',
  'side',
  'year',
  'month',
  'weekday',
  'reason',
  'held',
] as const;
export type TradeGrouping = (typeof TRADE_GROUPINGS)[number];

export interface GroupFigures {
  readonly key: string;
  readonly figures: TradeFigures;
  readonly profit: number;
  /** share of the profit of all trades; NaN when that is 0 */
  readonly contribution: number;
  /** mean bars held */
  readonly held: number;
}

export interface TradeGroup extends GroupFigures {
  readonly trades: readonly Trade[];
}

/** Upper ends of the holding-time classes, in bars. */
const HOLDING = [1, 2, 5, 10, 20, 60, 120, 250];

/** Groups in the order of their keys: dates and classes rising, names A to Z. */
export function tradeGroups(trades: readonly Trade[], by: TradeGrouping): TradeGroup[] {
  const groups = new Map<string, { order: number; trades: Trade[] }>();
  for (const trade of trades) {
    const { key, order } = keyOf(trade, by);
    const group = groups.get(key);
    if (group) group.trades.push(trade);
    else groups.set(key, { order, trades: [trade] });
  }
  const all = profitOf(trades);
  return [...groups]
    .sort(([a, x], [b, y]) => x.order - y.order || (a < b ? -1 : a > b ? 1 : 0))
    .map(([key, group]) => {
      const profit = profitOf(group.trades);
      const bars = group.trades.reduce((sum, trade) => sum + trade.barsHeld, 0);
      return {
        key,
        trades: group.trades,
        figures: tradeFigures(group.trades),
        profit,
        contribution: ratio(profit, all),
        held: bars / group.trades.length,
      };
    });
}

function keyOf(trade: Trade, by: TradeGrouping): { key: string; order: number } {
  switch (by) {
    case 'symbol':
      return { key: trade.symbol, order: 0 };
    case 'group':
      return { key: trade.group ?? 'no group', order: trade.group === undefined ? 1 : 0 };
    case 'side':
      return { key: trade.side, order: 0 };
    case 'reason':
      return { key: trade.exitReason ?? 'open', order: 0 };
    case 'year':
      return ordered(yearOf(entrySession(trade).day));
    case 'month':
      return ordered(civilFromDay(entrySession(trade).day).month);
    case 'weekday':
      return ordered(weekdayOf(entrySession(trade).day));
    case 'held': {
      const place = HOLDING.findIndex((end) => trade.barsHeld <= end);
      if (place < 0) return { key: `over ${HOLDING.at(-1)}`, order: HOLDING.length };
      const from = place === 0 ? 0 : HOLDING[place - 1]! + 1;
      const to = HOLDING[place];
      return { key: from === to ? String(to) : `${from} to ${to}`, order: place };
    }
  }
}

const ordered = (value: number) => ({ key: String(value), order: value });

function profitOf(trades: readonly Trade[]): number {
  return trades.reduce((sum, trade) => sum + trade.profit, 0);
}
