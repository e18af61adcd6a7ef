// The figures of closed trades (statistics.md).

import type { Trade } from '../simulation/records.ts';
import { mean, ratio } from './moments.ts';

export interface TradeFigures {
  readonly trades: number;
  readonly winRate: number;
  readonly averageWin: number;
  readonly averageLoss: number;
  /** the same two in money */
  readonly averageWinMoney: number;
  readonly averageLossMoney: number;
  readonly payoff: number;
  readonly profitFactor: number;
  readonly expectancy: number;
  readonly averageR: number;
  /** the same three by money instead of by trade: a trade of one share says little, and counts for little */
  readonly winRateByMoney: number;
  readonly payoffByMoney: number;
  readonly expectancyByMoney: number;
}

/** @param trades closed trades only; a trade that made nothing counts among the losses */
export function tradeFigures(trades: readonly Trade[]): TradeFigures {
  const wins = trades.filter((t) => t.profit > 0);
  const losses = trades.filter((t) => t.profit <= 0);
  const averageWin = mean(wins.map((t) => t.return));
  const averageLoss = mean(losses.map((t) => t.return));
  const withR = trades.map((t) => t.r).filter((r) => r !== undefined);
  return {
    trades: trades.length,
    winRate: ratio(wins.length, trades.length),
    averageWin,
    averageLoss,
    averageWinMoney: ratio(sumOfProfits(wins), wins.length),
    averageLossMoney: ratio(sumOfProfits(losses), losses.length),
    payoff: ratio(averageWin, Math.abs(averageLoss)),
    profitFactor: ratio(sumOfProfits(wins), Math.abs(sumOfProfits(losses))),
    expectancy: mean(trades.map((t) => t.return)),
    averageR: mean(withR),
    winRateByMoney: ratio(moneyIn(wins), moneyIn(trades)),
    payoffByMoney: ratio(returnOn(wins), Math.abs(returnOn(losses))),
    expectancyByMoney: returnOn(trades),
  };
}

/** What was paid or received at the entries. */
export function moneyIn(trades: readonly Trade[]): number {
  let sum = 0;
  for (const t of trades) sum += t.entryPrice * t.shares;
  return sum;
}

/** Profit for each unit of money put in; NaN of nothing. */
function returnOn(trades: readonly Trade[]): number {
  return ratio(sumOfProfits(trades), moneyIn(trades));
}

function sumOfProfits(trades: readonly Trade[]): number {
  let sum = 0;
  for (const t of trades) sum += t.profit;
  return sum;
}
