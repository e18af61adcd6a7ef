// Own fills laid against those of the simulation: what each order cost more than it should have, and what was missed.

import type { Day } from '../days/day.ts';
import type { Trade } from '../simulation/records.ts';
import { entrySession, exitSession } from '../simulation/session.ts';
import { mean } from '../statistics/moments.ts';
import type { OwnFill } from './own-account.ts';

/** A fill of the simulation, as a broker would have written it. */
export interface SimulatedFill extends Omit<OwnFill, 'costs'> {
  /** the end of a position */
  readonly exit: boolean;
}

export interface FillPair {
  readonly simulated: SimulatedFill;
  /** undefined where the order was missed */
  readonly own: OwnFill | undefined;
  /** basis points of the simulated price that the own fill was worse by; negative where it was better */
  readonly slippage: number | undefined;
}

export interface FillsBeside {
  /** oldest first */
  readonly pairs: readonly FillPair[];
  /** own fills that no order of the simulation asked for */
  readonly unasked: readonly OwnFill[];
  /** the mean of the slippages, and weighted by the money of the own fills */
  readonly meanSlippage: number;
  readonly slippageByMoney: number;
  readonly missed: number;
}

/** Days by which an own fill may be away from the order it fills. */
const NEAR = 5;

/** The fills of a run's trades after a day, oldest first. */
export function simulatedFills(trades: readonly Trade[], after: Day): SimulatedFill[] {
  return trades
    .flatMap((trade): SimulatedFill[] => {
      const { symbol, side, shares, entryPrice, exitPrice } = trade;
      const { day: entryDay } = entrySession(trade);
      const exitDay = exitSession(trade)?.day;
      const [into, outOf] = side === 'long' ? (['buy', 'sell'] as const) : (['sell', 'buy'] as const);
      const entry = { day: entryDay, symbol, action: into, shares, price: entryPrice, exit: false };
      if (exitDay === undefined || exitPrice === undefined) return [entry];
      return [entry, { day: exitDay, symbol, action: outOf, shares, price: exitPrice, exit: true }];
    })
    .filter(({ day }) => day > after)
    .sort((a, b) => a.day - b.day || (a.symbol < b.symbol ? -1 : a.symbol > b.symbol ? 1 : 0));
}

/** Each fill of the simulation with the own fill of the same instrument and direction that is nearest to it in time. */
export function fillsBeside(simulated: readonly SimulatedFill[], own: readonly OwnFill[]): FillsBeside {
  const free = new Set(own);
  const pairs = simulated.map((order): FillPair => {
    let nearest: OwnFill | undefined;
    for (const fill of free) {
      if (fill.symbol !== order.symbol || fill.action !== order.action) continue;
      const away = Math.abs(fill.day - order.day);
      if (away <= NEAR && (!nearest || away < Math.abs(nearest.day - order.day))) nearest = fill;
    }
    if (nearest) free.delete(nearest);
    return { simulated: order, own: nearest, slippage: nearest && slippageOf(order, nearest) };
  });
  const filled = pairs.flatMap(({ own: fill, slippage }) =>
    fill && slippage !== undefined ? [{ slippage, money: fill.price * fill.shares }] : [],
  );
  const money = filled.reduce((sum, one) => sum + one.money, 0);
  return {
    pairs,
    unasked: [...free],
    meanSlippage: mean(filled.map(({ slippage }) => slippage)),
    slippageByMoney:
      money > 0 ? filled.reduce((sum, one) => sum + one.slippage * one.money, 0) / money : Number.NaN,
    missed: pairs.length - filled.length,
  };
}

function slippageOf({ action, price }: SimulatedFill, own: OwnFill): number {
  return (action === 'buy' ? 1 : -1) * (own.price / price - 1) * 10_000;
}
