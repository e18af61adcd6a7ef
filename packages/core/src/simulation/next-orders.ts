// What the rules ask for in the session after the last day (simulation.md 2.7).

import type { Account } from './account.ts';
import type { Decider } from './decider.ts';
import type { Plan, SidePlan } from './plan.ts';
import { stopInForce, stopLevel, targetLevel } from './protection.ts';
import type { NextOrder, StandingOrder } from './records.ts';
import { sharesWanted } from './size.ts';

const sideName = (sign: number) => (sign === 1 ? 'long' : 'short');

/** What was decided on the last day, sized at the last close. */
export function nextOrders(plan: Plan, account: Account, { queue }: Decider): NextOrder[] {
  const leaving = account.positions
    .filter((p) => p.queued !== undefined)
    .map(
      (p): NextOrder => ({
        side: sideName(p.sign),
        action: 'leave',
        symbol: plan.symbols[p.instrument],
        shares: p.shares,
        close: plan.bars[p.instrument].close[p.bar],
        stop: Number.NaN,
        target: Number.NaN,
        reason: p.queued,
      }),
    );
  const entering = Array.from({ length: queue.count }, (_x, n): NextOrder => {
    const instrument = queue.instrument[n];
    const bar = queue.bar[n];
    const side = (queue.sign[n] === 1 ? plan.long : plan.short) as SidePlan;
    const close = plan.bars[instrument].close[bar];
    const initial = side.initial ? stopLevel(side.initial, close, side.sign, instrument, bar) : Number.NaN;
    const trail = side.trail ? stopLevel(side.trail, close, side.sign, instrument, bar) : Number.NaN;
    return {
      side: sideName(side.sign),
      action: 'enter',
      symbol: plan.symbols[instrument],
      shares: sharesWanted(plan, side, instrument, bar, close, account.equity),
      close,
      stop: stopInForce({ initialStop: initial, trail, sign: side.sign }),
      target: targetLevel(side, close, initial, instrument, bar),
      reason: undefined,
    };
  });
  return [...leaving, ...entering];
}

/** The stops and targets of the positions that stay, where they stand after the last close. */
export function standingOrders(plan: Plan, account: Account): StandingOrder[] {
  return account.positions
    .filter((p) => p.queued === undefined)
    .map((p) => ({
      side: sideName(p.sign),
      symbol: plan.symbols[p.instrument],
      shares: p.shares,
      close: plan.bars[p.instrument].close[p.bar],
      stop: stopInForce(p),
      target: p.target,
    }));
}
