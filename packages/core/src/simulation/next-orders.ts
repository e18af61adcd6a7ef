// What the rules ask for in the session after the last day (simulation.md 2.7).

import type { Timing } from '../strategy/strategy.ts';
import type { Account } from './account.ts';
import { affordable } from './affordable.ts';
import type { Book } from './book.ts';
import { commissionOf } from './costs.ts';
import { Neighbours } from './neighbours.ts';
import type { AccountPlan, Plan } from './plan.ts';
import { entered } from './position.ts';
import { levelsAtEntry } from './protection.ts';
import type { NextOrder, Outcome, StandingOrder } from './records.ts';
import { sharesWanted } from './size.ts';

/** The moments of a session in their order. */
const MOMENTS: readonly Timing[] = ['next-open', 'next-close', 'same-close'];

/**
 * What every book decided on the last day, sized at the last close, with what would become of it at that price: slots, limits and
 * cash are held against each order in its turn. The books are changed by that: nothing may be asked of them afterwards.
 */
export function nextOrders(plan: Plan, books: readonly Book[], account: Account): NextOrder[] {
  const rehearsal = new Rehearsal(plan, books, account);
  const exits = books.map((book) => exitsOf(plan.account, book));
  for (const book of books) {
    if (MOMENTS.indexOf(book.plan.exit) <= MOMENTS.indexOf(book.plan.enter)) rehearsal.exit(book);
  }
  const entries = rehearsal.enterAll();
  return books.flatMap((_book, k) => [...(exits[k] ?? []), ...(entries[k] ?? [])]);
}

function exitsOf(account: AccountPlan, { part, positions }: Book): NextOrder[] {
  return positions
    .filter((p) => p.queued !== undefined)
    .map((p) => ({
      part,
      side: p.side.name,
      action: 'exit',
      symbol: account.symbols[p.instrument]!,
      shares: p.shares,
      close: p.bars.close[p.bar]!,
      stop: Number.NaN,
      target: Number.NaN,
      reason: p.queued,
      likely: 'taken',
    }));
}

class Rehearsal {
  readonly #plan: Plan;
  readonly #books: readonly Book[];
  readonly #neighbours: Neighbours | undefined;
  readonly #equity: number;
  #power: number;

  constructor(plan: Plan, books: readonly Book[], account: Account) {
    this.#plan = plan;
    this.#books = books;
    this.#neighbours = plan.shared && new Neighbours(books, plan.shared);
    this.#equity = account.equity;
    this.#power = account.buyingPower(account.equity);
    for (const book of books) book.takenToday = 0;
  }

  /** What is on its way out makes room: a long its price, a short what is bound for it beyond its price, less its commission. */
  exit(book: Book): void {
    const { exitCommission } = this.#plan.account;
    for (const p of book.positions.filter(({ queued }) => queued !== undefined)) {
      const close = p.bars.close[p.bar]!;
      this.#power += p.shares * close - commissionOf(exitCommission, p.shares, close);
      book.forget(p);
    }
  }

  /** Entries in the order in which they would be filled, listed by book. */
  enterAll(): NextOrder[][] {
    const orders = this.#books.map((): NextOrder[] => []);
    const most = Math.max(0, ...this.#books.map(({ queue }) => queue.count));
    const enter = (k: number, n: number): void => {
      const book = this.#books[k]!;
      if (n < book.queue.count) orders[k]![n] = this.#enter(book, n);
    };
    if (this.#plan.shared?.turn === 'round') {
      for (let n = 0; n < most; n++) for (const k of this.#books.keys()) enter(k, n);
    } else {
      for (const k of this.#books.keys()) for (let n = 0; n < most; n++) enter(k, n);
    }
    return orders;
  }

  #enter(book: Book, n: number): NextOrder {
    const { part, plan, queue } = book;
    const { account } = this.#plan;
    const side = queue.sideAt(n);
    const c = queue.candidateAt(n);
    const instrument = side.candidates.instrument[c]!;
    const bar = side.candidates.bar[c]!;
    const bars = account.bars[instrument]!;
    const close = bars.close[bar]!;
    const levels = levelsAtEntry(side, close, instrument, bar);
    const base = plan.share * this.#equity;
    const shares = sharesWanted(plan, side, instrument, bar, close, base);
    const group = plan.groupOn(instrument, queue.day);
    const paid = this.#refusal(book, instrument, side.sign, group) ?? this.#pays(book, shares, close, base);
    if (typeof paid === 'number') {
      const commission = commissionOf(account.commission, paid, close);
      const entry = {
        part,
        instrument,
        bars,
        side,
        shares: paid,
        sizedOn: base,
        wanted: shares,
        entryPrice: close,
        decisionDay: queue.day,
        entryDay: queue.day,
        entrySession: undefined,
        entryBar: bar,
        atOpen: plan.enter === 'next-open',
        group,
        commission,
      };
      book.add(entered(entry, levels));
      book.takenToday++;
      this.#power -= paid * close + commission;
    }
    return {
      part,
      side: side.name,
      action: 'enter',
      symbol: account.symbols[instrument]!,
      shares,
      close,
      stop: levels.stop,
      target: levels.target,
      reason: undefined,
      likely: typeof paid !== 'number' ? paid : paid < shares ? 'shrunk' : 'taken',
    };
  }

  /** Why there is no room for an entry (simulation.md 3.5). */
  #refusal(book: Book, instrument: number, sign: 1 | -1, group: string | undefined): Outcome | undefined {
    const neighbours = this.#neighbours;
    if (book.held(instrument)) return 'held';
    const forbidden = neighbours?.forbids(book, instrument, sign);
    if (forbidden) return forbidden;
    if (book.isFull() || neighbours?.isFull()) return 'no-slot';
    if (book.isDayFull()) return 'day-limit';
    return book.isGroupFull(group) || neighbours?.isGroupFull(group) ? 'group-full' : undefined;
  }

  #pays({ plan: { size } }: Book, wanted: number, price: number, base: number): number | Outcome {
    const { commission } = this.#plan.account;
    return affordable(size, commission, { wanted, price, base, equity: this.#equity, power: this.#power });
  }
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
      ...(p.entrySession && { entrySession: p.entrySession }),
      entryPrice: p.entryPrice,
    }));
}
