// The day loop: one day after another, in the order of simulation.md 2.

import { Account } from './account.ts';
import { Decider } from './decider.ts';
import { Fills } from './fills.ts';
import { Journal } from './journal.ts';
import { nextOrders, standingOrders } from './next-orders.ts';
import type { Plan } from './plan.ts';
import type { Position } from './position.ts';
import { type Continue, report } from './progress.ts';
import { moveTrail } from './protection.ts';
import type { Decisions, Ledger, Marks, NextOrder, StandingOrder } from './records.ts';

export interface Simulated {
  readonly marks: Marks;
  /** closed positions in the order they were closed */
  readonly closed: readonly Position[];
  readonly open: readonly Position[];
  readonly decisions: Decisions;
  readonly ledger: Ledger;
  readonly nextOrders: readonly NextOrder[];
  readonly standing: readonly StandingOrder[];
  readonly eitherWayBars: number;
}

/** Runs the plan. @throws {Stopped} when `goOn` answers false */
export function simulate(plan: Plan, goOn: Continue = () => true): Simulated {
  const { calendar, bars } = plan;
  const journal = new Journal();
  const account = new Account(plan, journal);
  const fills = new Fills(plan, account, journal);
  const decider = new Decider(plan, account, journal);
  const { queue } = decider;

  for (let t = 0; t < calendar.length; t++) {
    if (t % 64 === 0) report(goOn, t / calendar.length);
    const day = calendar[t];
    account.startDay(day);
    fills.startDay(t);

    // 1. The open.
    if (plan.leave === 'next-open') fills.leaveQueued(day, 'open');
    if (plan.enter === 'next-open') fills.enterQueued(queue, day, 'open', account.equity);

    // 2. During the day.
    fills.protect(day);

    // 3. The close.
    if (plan.leave === 'next-close') fills.leaveQueued(day, 'close');
    fills.leaveEnded(day);
    if (plan.enter === 'next-close') fills.enterQueued(queue, day, 'close', account.equity);

    // 4. Interest and borrow cost since the last mark.
    if (t > 0) account.carry(t);

    // 5. Decisions.
    decider.queueExits(t);
    decider.queueEntries(t);
    const base = account.worth();
    if (plan.leave === 'same-close') fills.leaveQueued(day, 'now');
    if (plan.enter === 'same-close') fills.enterQueued(queue, day, 'now', base);

    // 6. The mark.
    account.mark(t);
    for (const p of account.positions) if (p.hasBar) moveTrail(p, bars[p.instrument].close[p.bar]);
  }

  return {
    marks: account.marks,
    closed: account.closed,
    open: account.positions,
    decisions: journal.decisions(plan.symbols),
    ledger: journal.ledger(),
    nextOrders: nextOrders(plan, account, decider),
    standing: standingOrders(plan, account),
    eitherWayBars: fills.eitherWayBars,
  };
}
