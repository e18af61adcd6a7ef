// The day loop: one day after another, in the order of simulation.md 2. Each moment of a day runs over all strategies, the exits
// of all of them before the entries.

import type { Timing } from '../strategy/strategy.ts';
import { Account, type Holdings } from './account.ts';
import { Book } from './book.ts';
import { Decider } from './decider.ts';
import { Fills } from './fills.ts';
import { Journal } from './journal.ts';
import { nextOrders, standingOrders } from './next-orders.ts';
import type { Plan } from './plan.ts';
import type { Position } from './position.ts';
import { type Continue, report } from './progress.ts';
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
  readonly ambiguousBars: number;
  /** of a shared account, what each strategy held at each mark */
  readonly holdings: readonly Holdings[];
}

/** Runs the plan. @throws {Stopped} when `goOn` answers false */
export function simulate(plan: Plan, goOn: Continue = () => true): Simulated {
  const { calendar, opens = -Infinity } = plan.account;
  const journal = new Journal(mostDecisions(plan));
  const books = plan.strategies.map((strategy, part) => new Book(plan.account, strategy, part));
  const deciders = books.map((book) => new Decider(plan.account, book, journal));
  const account = new Account(plan.account, books, journal, plan.shared !== undefined);
  const fills = new Fills(plan, books, account, journal);

  const exiting = (when: Timing): Book[] => books.filter(({ plan: { exit } }) => exit === when);
  const entering = (when: Timing): Book[] => books.filter(({ plan: { enter } }) => enter === when);
  const [exitAtOpen, enterAtOpen] = [exiting('next-open'), entering('next-open')];
  const [exitAtClose, enterAtClose] = [exiting('next-close'), entering('next-close')];
  const [exitNow, enterNow] = [exiting('same-close'), entering('same-close')];

  for (let t = 0; t < calendar.length; t++) {
    if (t % 64 === 0) report(goOn, t / calendar.length);
    const day = calendar[t]!;
    if (day < opens) {
      account.mark(t);
      continue;
    }
    account.startDay(day);
    fills.startDay(t);

    // 1. The open.
    for (const book of exitAtOpen) fills.exitQueued(book, day, 'open');
    fills.enterQueued(enterAtOpen, day, 'open', account.equity);

    // 2. During the day.
    for (const book of books) fills.protect(book, day);

    // 3. The close.
    for (const book of exitAtClose) fills.exitQueued(book, day, 'close');
    for (const book of books) fills.exitEnded(book, day);
    fills.enterQueued(enterAtClose, day, 'close', account.equity);

    // 4. Interest and borrow cost since the last mark.
    if (t > 0) account.carry(t);

    // 5. Decisions.
    for (const book of books) book.advance();
    for (const decider of deciders) {
      decider.queueExits(t);
      decider.queueEntries(t);
    }
    // What is decided and filled at one close is sized on the account before its fills.
    const worth = enterNow.length > 0 ? account.worth() : 0;
    for (const book of exitNow) fills.exitQueued(book, day, 'now');
    fills.enterQueued(enterNow, day, 'now', worth);

    // 6. The mark.
    account.mark(t);
    for (const book of books) book.moveTrails();
  }

  return whatIsLeft(plan, books, account, journal, fills.ambiguousBars);
}

/** How many lines the decision log may have: a candidate has one at most, and where a rotation reviews now and then few have. */
function mostDecisions({ strategies }: Plan): number {
  let most = 0;
  for (const { sides } of strategies)
    for (const { candidates, rotation } of sides) if (!rotation) most += candidates.instrument.length;
  return most;
}

/** What the day loop leaves behind. The books are not to be used any more. */
export function whatIsLeft(
  plan: Plan,
  books: readonly Book[],
  account: Account,
  journal: Journal,
  ambiguousBars: number,
): Simulated {
  const open = books.flatMap(({ positions }) => positions);
  const standing = books.flatMap((book) => standingOrders(plan.account, book));
  return {
    marks: account.marks,
    closed: account.closed,
    open,
    decisions: journal.decisions(plan.account.symbols),
    ledger: journal.ledger(),
    nextOrders: nextOrders(plan, books, account),
    standing,
    ambiguousBars,
    holdings: account.holdings,
  };
}
