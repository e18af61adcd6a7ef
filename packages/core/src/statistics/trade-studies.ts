// What a list of closed trades says beyond its averages: streaks, concentration, costs, excursions.

import type { Ledger, Marks, Trade } from '../simulation/records.ts';
import { LEDGER_KINDS } from '../simulation/records.ts';
import { mean, ratio } from './moments.ts';

export interface Streaks {
  readonly longestWin: number;
  readonly longestLoss: number;
  /** lengths of the streaks in their order, wins as +n and losses as -n */
  readonly lengths: readonly number[];
}

/** Streaks of winning and losing trades in the order of their exits; a trade that made nothing is a loss. */
export function streaksOf(trades: readonly Trade[]): Streaks {
  const lengths: number[] = [];
  for (const { profit } of trades) {
    const sign = profit > 0 ? 1 : -1;
    const last = lengths.length - 1;
    if (last >= 0 && Math.sign(lengths[last]!) === sign) lengths[last]! += sign;
    else lengths.push(sign);
  }
  return {
    longestWin: Math.max(0, ...lengths),
    longestLoss: Math.max(0, ...lengths.map((n) => -n)),
    lengths,
  };
}

export interface Concentration {
  readonly profit: number;
  readonly withoutBest: number;
  readonly withoutWorst: number;
  /** the best trade's share of all profit; NaN when there is none */
  readonly bestShare: number;
}

/** The profit without the best and without the worst `few` trades. */
export function concentrationOf(trades: readonly Trade[], few = 5): Concentration {
  const profits = trades.map((trade) => trade.profit).sort((a, b) => b - a);
  const sum = (x: readonly number[]): number => x.reduce((a, b) => a + b, 0);
  const profit = sum(profits);
  return {
    profit,
    withoutBest: sum(profits.slice(few)),
    withoutWorst: sum(profits.slice(0, Math.max(0, profits.length - few))),
    bestShare: profit > 0 && profits.length > 0 ? profits[0]! / profit : Number.NaN,
  };
}

export interface CostFigures {
  readonly commission: number;
  /** what slippage took: the difference to the prices without it; target fills have none */
  readonly slippage: number;
  readonly borrow: number;
  /** interest earned (positive) or paid */
  readonly interest: number;
  /** commission, slippage and borrow cost a year, as a fraction of mean equity */
  readonly yearly: number;
}

/** Basis points, as the run had them: of all orders, or of entries and of exits apart. */
export interface Slippage {
  readonly slippage: number;
  readonly exit?: { readonly slippage: number };
}

/** @param trades that ended within the ledger's days */
export function costsOf(
  ledger: Ledger,
  marks: Marks,
  trades: readonly Trade[],
  { slippage, exit }: Slippage,
): CostFigures {
  const sums = { deposit: 0, trade: 0, commission: 0, interest: 0, borrow: 0 };
  let bought = 0;
  let sold = 0;
  for (let i = 0; i < ledger.amount.length; i++) {
    sums[LEDGER_KINDS[ledger.kind[i]!]!] += ledger.amount[i]!;
    if (ledger.shares[i]! > 0) bought -= ledger.amount[i]!;
    if (ledger.shares[i]! < 0) sold += ledger.amount[i]!;
  }
  // What exits sold and bought back; those at a target have no slippage.
  let exitsSold = 0;
  let exitsBought = 0;
  for (const trade of trades) {
    const value = trade.shares * (trade.exitPrice ?? 0);
    const isFree = trade.exitReason === 'target';
    if (!isFree && !exit) continue;
    if (trade.side === 'long') sold -= value;
    else bought -= value;
    if (isFree) continue;
    if (trade.side === 'long') exitsSold += value;
    else exitsBought += value;
  }
  const slipped =
    slippedOf(bought, sold, slippage) + (exit ? slippedOf(exitsBought, exitsSold, exit.slippage) : 0);
  const years = (marks.day[marks.day.length - 1]! - marks.day[0]!) / 365.25;
  const commission = 0 - sums.commission;
  const borrow = 0 - sums.borrow;
  return {
    commission,
    slippage: slipped,
    borrow,
    interest: sums.interest,
    yearly: ratio((commission + slipped + borrow) / mean(marks.equity), years),
  };
}

/** What slippage took of sums that were paid and received with it. */
function slippedOf(bought: number, sold: number, basisPoints: number): number {
  const part = basisPoints / 10_000;
  return (bought * part) / (1 + part) + (sold * part) / (1 - part);
}

export interface ExcursionLevel {
  /** a distance from the entry price, as a fraction */
  readonly level: number;
  /** share of the winning and of the losing trades that went at least this far against the position */
  readonly winnersAgainst: number;
  readonly losersAgainst: number;
  /** share of the winning and of the losing trades that went at least this far in its favour */
  readonly winnersFor: number;
  readonly losersFor: number;
}

/** What a stop or a target at each level would have met. */
export function excursionLevels(trades: readonly Trade[], levels: readonly number[]): ExcursionLevel[] {
  const winners = trades.filter((trade) => trade.profit > 0);
  const losers = trades.filter((trade) => trade.profit <= 0);
  const share = (of: readonly Trade[], reached: (trade: Trade) => boolean): number =>
    ratio(of.filter(reached).length, of.length);
  return levels.map((level) => ({
    level,
    winnersAgainst: share(winners, (trade) => trade.mae <= -level),
    losersAgainst: share(losers, (trade) => trade.mae <= -level),
    winnersFor: share(winners, (trade) => trade.mfe >= level),
    losersFor: share(losers, (trade) => trade.mfe >= level),
  }));
}
