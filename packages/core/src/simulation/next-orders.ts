// What the rules ask for in the session after the last day (simulation.md 2.7).

import type { Book } from './book.ts';
import type { AccountPlan } from './plan.ts';
import { levelsAtEntry } from './protection.ts';
import type { NextOrder, StandingOrder } from './records.ts';
import { sharesWanted } from './size.ts';

/** What a book decided on the last day, sized at the last close. @param equity the account's then */
export function nextOrders(
  account: AccountPlan,
  { part, plan, positions, queue }: Book,
  equity: number,
): NextOrder[] {
  const exits = positions
    .filter((p) => p.queued !== undefined)
    .map(
      (p): NextOrder => ({
        part,
        side: p.side.name,
        action: 'exit',
        symbol: account.symbols[p.instrument]!,
        shares: p.shares,
        close: p.bars.close[p.bar]!,
        stop: Number.NaN,
        target: Number.NaN,
        reason: p.queued,
      }),
    );
  const entries = Array.from({ length: queue.count }, (_x, n): NextOrder => {
    const instrument = queue.instrument[n]!;
    const bar = queue.bar[n]!;
    const side = queue.sideAt(n);
    const close = account.bars[instrument]!.close[bar]!;
    const levels = levelsAtEntry(side, close, instrument, bar);
    return {
      part,
      side: side.name,
      action: 'enter',
      symbol: account.symbols[instrument]!,
      shares: sharesWanted(plan, side, instrument, bar, close, plan.share * equity),
      close,
      stop: levels.stop,
      target: levels.target,
      reason: undefined,
    };
  });
  return [...exits, ...entries];
}

/** The stops and targets of the positions that stay, where they stand after the last close. */
export function standingOrders(account: AccountPlan, { part, positions }: Book): StandingOrder[] {
  return positions
    .filter((p) => p.queued === undefined)
    .map((p) => ({
      part,
      side: p.side.name,
      symbol: account.symbols[p.instrument]!,
      shares: p.shares,
      close: p.bars.close[p.bar]!,
      stop: p.stop,
      target: p.target,
      stopBefore: p.stopBefore,
      entryDay: p.entryDay,
      entryPrice: p.entryPrice,
    }));
}
