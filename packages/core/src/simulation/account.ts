// The account: cash, and what the positions of all books do to it (simulation.md 2.6, 4 and 6).

import type { Book } from './book.ts';
import { commissionOf } from './costs.ts';
import type { Journal } from './journal.ts';
import type { AccountPlan } from './plan.ts';
import type { Position } from './position.ts';
import type { ExitReason, LedgerKind, Marks } from './records.ts';

/** What a book holds at each mark. */
export interface Holdings {
  /** longs less shorts */
  readonly worth: Float64Array;
  /** longs and shorts */
  readonly gross: Float64Array;
}

export class Account {
  cash = 0;
  /** at the last mark */
  equity: number;
  /** in the order they were closed */
  readonly closed: Position[] = [];
  readonly marks: Marks;
  /** of a shared account, what each book holds */
  readonly holdings: readonly Holdings[];
  readonly #books: readonly Book[];
  readonly #plan: AccountPlan;
  readonly #journal: Journal;
  /** shorts held at the last mark, and the cash then free, for the carry since */
  readonly #markedShorts: Position[] = [];
  #markedFree: number;

  /** @param isShared whether what each book holds is told by itself */
  constructor(plan: AccountPlan, books: readonly Book[], journal: Journal, isShared = false) {
    const { calendar } = plan;
    const ticks = calendar.length;
    this.#plan = plan;
    this.#journal = journal;
    this.#books = books;
    this.marks = {
      day: calendar,
      equity: new Float64Array(ticks),
      cash: new Float64Array(ticks),
      long: new Float64Array(ticks),
      short: new Float64Array(ticks),
      positions: new Int32Array(ticks),
    };
    this.holdings = isShared
      ? books.map(() => ({ worth: new Float64Array(ticks), gross: new Float64Array(ticks) }))
      : [];
    this.equity = plan.capital;
    this.#markedFree = plan.capital;
    this.pay(ticks > 0 ? calendar[0]! : 0, 'deposit', -1, -1, 0, plan.capital);
  }

  /** Moves every position on to its bar of the day, where it has one. */
  startDay(day: number): void {
    for (const book of this.#books) book.startDay(day);
  }

  /**
   * Every movement of cash passes here, and so stands in the ledger.
   * @param part the strategy's, @param instrument whose it is; -1 for the account itself
   */
  pay(day: number, kind: LedgerKind, part: number, instrument: number, shares: number, amount: number): void {
    this.cash += amount;
    this.#journal.moved(day, kind, part, instrument, shares, amount);
  }

  open(book: Book, p: Position): void {
    const { part, instrument, entryDay, commission } = p;
    const { sign } = p;
    this.pay(entryDay, 'trade', part, instrument, sign * p.shares, -sign * p.shares * p.entryPrice);
    if (commission !== 0) this.pay(entryDay, 'commission', part, instrument, 0, -commission);
    book.add(p);
  }

  /**
   * Takes the position's money in; it stays in its book's list until that is swept.
   * @param atOpen an order filled at the open: the bar of the exit is not counted as held
   */
  close(book: Book, p: Position, day: number, price: number, reason: ExitReason, atOpen: boolean): void {
    p.exitDay = day;
    p.exitPrice = price;
    p.exitReason = reason;
    p.barsHeld = p.bar - p.entryBar + (p.atOpen ? 1 : 0) - (atOpen ? 1 : 0);
    const commission = commissionOf(this.#plan.exitCommission, p.shares, price);
    p.commission += commission;
    const { sign } = p;
    this.pay(day, 'trade', p.part, p.instrument, -sign * p.shares, sign * p.shares * price);
    if (commission !== 0) this.pay(day, 'commission', p.part, p.instrument, 0, -commission);
    book.release(p);
    this.closed.push(p);
  }

  /** Section 4: cash - 2 * value of shorts + (leverage - 1) * E. */
  buyingPower(base: number): number {
    let shorts = 0;
    for (const book of this.#books) shorts += book.shortValue();
    return this.cash - 2 * shorts + (this.#plan.leverage - 1) * base;
  }

  /** Section 6: interest on free cash and borrow cost, with the last mark's values and rates. */
  carry(t: number): void {
    const { calendar, cashRate, marginRate, borrowRate } = this.#plan;
    const yearPart = (calendar[t]! - calendar[t - 1]!) / 365;
    const rate = this.#markedFree > 0 ? cashRate[t - 1]! : marginRate[t - 1]!;
    const interest = this.#markedFree * (rate / 100) * yearPart;
    if (interest !== 0 && Number.isFinite(interest)) this.pay(calendar[t]!, 'interest', -1, -1, 0, interest);
    if (borrowRate[t - 1] === 0) return;
    for (const p of this.#markedShorts) {
      const cost = p.value * (borrowRate[t - 1]! / 100) * yearPart;
      p.carry += cost;
      this.pay(calendar[t]!, 'borrow', p.part, p.instrument, 0, -cost);
    }
  }

  /** Cash and positions at their last closes. */
  worth(): number {
    let sum = this.cash;
    for (const book of this.#books) sum = book.worthOnTopOf(sum);
    return sum;
  }

  /** Section 2.6. */
  mark(t: number): void {
    let long = 0;
    let short = 0;
    let count = 0;
    // Setting a length is slow even where it changes nothing.
    if (this.#markedShorts.length > 0) this.#markedShorts.length = 0;
    for (const book of this.#books) {
      book.mark(this.#markedShorts);
      long += book.long;
      short += book.short;
      count += book.positions.length;
    }
    for (let k = 0; k < this.holdings.length; k++) {
      const book = this.#books[k]!;
      const { worth, gross } = this.holdings[k]!;
      worth[t] = book.long - book.short;
      gross[t] = book.long + book.short;
    }
    const { marks } = this;
    this.equity = this.cash + long - short;
    this.#markedFree = this.cash - short;
    marks.equity[t] = this.equity;
    marks.cash[t] = this.cash;
    marks.long[t] = long;
    marks.short[t] = short;
    marks.positions[t] = count;
  }
}
