// A position, once it is over or while it is held, as the record a reader gets (simulation.md 7).

import type { Position } from './position.ts';
import { initialRisk } from './protection.ts';
import type { Trade } from './records.ts';

/** The record of a position; while it is open, valued at `lastClose`. */
export function tradeOf(p: Position, symbol: string, lastClose?: number): Trade {
  const { sign } = p;
  const closed = p.exitReason !== undefined;
  const price = closed ? p.exitPrice : (lastClose ?? p.entryPrice);
  const profit = (price - p.entryPrice) * p.shares * sign - p.commission - p.carry;
  const extremes = [(p.worst / p.entryPrice - 1) * sign, (p.best / p.entryPrice - 1) * sign];
  const distance = initialRisk(p.entryPrice, p.initialStop, sign);
  const risk = Number.isNaN(distance) ? 0 : distance;
  return {
    part: p.part,
    ...(p.round !== undefined && { round: p.round }),
    symbol,
    side: p.side.name,
    group: p.group,
    decisionDay: p.decisionDay,
    entryDay: p.entryDay,
    ...(p.entrySession && { entrySession: p.entrySession }),
    entryPrice: p.entryPrice,
    sizedOn: p.sizedOn,
    wanted: p.wanted,
    shares: p.shares,
    exitDecisionDay: closed ? p.queuedOn : undefined,
    exitDay: closed ? p.exitDay : undefined,
    ...(p.exitSession && { exitSession: p.exitSession }),
    exitPrice: closed ? p.exitPrice : undefined,
    exitReason: p.exitReason,
    commission: p.commission,
    carry: p.carry,
    profit,
    return: profit / (p.entryPrice * p.shares),
    barsHeld: closed ? p.barsHeld : p.bar - p.entryBar + (p.atOpen ? 1 : 0),
    mae: Math.min(0, ...extremes),
    mfe: Math.max(0, ...extremes),
    riskPerShare: risk,
    r: risk > 0 ? profit / (risk * p.shares) : undefined,
  };
}

/** By exit day, symbol and entry day. */
export function byExit(a: Trade, b: Trade): number {
  return (
    (a.exitDay ?? 0) - (b.exitDay ?? 0) ||
    (a.symbol < b.symbol ? -1 : a.symbol > b.symbol ? 1 : 0) ||
    a.entryDay - b.entryDay
  );
}
