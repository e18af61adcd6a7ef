// The account: cash, the positions held, and what happens to both (simulation.md 2.6, 4 and 6).

import type { Bars } from '../bars/bars.ts';
import { commissionOf } from './costs.ts';
import type { Journal } from './journal.ts';
import type { Plan } from './plan.ts';
import { type Position, sawPrice, seesWholeBar } from './position.ts';
import type { ExitReason, LedgerKind, Marks } from './records.ts';

export class Account {
  cash = 0;
  /** at the last mark */
  equity: number;
  /** held, oldest first */
  readonly positions: Position[] = [];
  /** in the order they were closed */
  readonly closed: Position[] = [];
  readonly marks: Marks;
  readonly #held: (Position | undefined)[];
  readonly #plan: Plan;
  readonly #bars: readonly Bars[];
  readonly #journal: Journal;
  /** shorts held at the last mark, and the cash then free, for the carry since */
  readonly #markedShorts: Position[] = [];
  #markedFree: number;

  constructor(plan: Plan, journal: Journal) {
    const { calendar } = plan;
    const ticks = calendar.length;
    this.#plan = plan;
    this.#bars = plan.bars;
    this.#journal = journal;
    this.#held = new Array(plan.symbols.length).fill(undefined);
    this.marks = {
      day: calendar,
      equity: new Float64Array(ticks),
      cash: new Float64Array(ticks),
      long: new Float64Array(ticks),
      short: new Float64Array(ticks),
      positions: new Int32Array(ticks),
    };
    this.equity = plan.capital;
    this.#markedFree = plan.capital;
    this.pay(ticks > 0 ? calendar[0] : 0, 'deposit', -1, 0, plan.capital);
  }

  /** The position in an instrument, if one is held. */
  held(instrument: number): Position | undefined {
    return this.#held[instrument];
  }

  /** Moves every position on to its bar of the day, where it has one. */
  startDay(day: number): void {
    for (const p of this.positions) {
      const days = this.#bars[p.instrument].day;
      p.hasBar = p.bar + 1 < days.length && days[p.bar + 1] === day;
      if (p.hasBar) p.bar++;
    }
  }

  /** Every movement of cash passes here, and so stands in the ledger. */
  pay(day: number, kind: LedgerKind, instrument: number, shares: number, amount: number): void {
    this.cash += amount;
    this.#journal.moved(day, kind, instrument, shares, amount);
  }

  open(p: Position): void {
    this.pay(p.entryDay, 'trade', p.instrument, p.sign * p.shares, -p.sign * p.shares * p.entryPrice);
    if (p.commission !== 0) this.pay(p.entryDay, 'commission', p.instrument, 0, -p.commission);
    this.positions.push(p);
    this.#held[p.instrument] = p;
  }

  /**
   * Takes the position's money in; it stays in the list until {@link sweep}.
   * @param atOpen an order filled at the open: the bar on which it leaves is not counted as held
   */
  close(p: Position, day: number, price: number, reason: ExitReason, atOpen: boolean): void {
    p.exitDay = day;
    p.exitPrice = price;
    p.exitReason = reason;
    p.barsHeld = p.bar - p.entryBar + (p.atOpen ? 1 : 0) - (atOpen ? 1 : 0);
    const commission = commissionOf(this.#plan.commission, p.shares, price);
    p.commission += commission;
    this.pay(day, 'trade', p.instrument, -p.sign * p.shares, p.sign * p.shares * price);
    if (commission !== 0) this.pay(day, 'commission', p.instrument, 0, -commission);
    this.#held[p.instrument] = undefined;
    this.closed.push(p);
  }

  /** Drops the positions closed since the last sweep. */
  sweep(): void {
    const { positions } = this;
    let kept = 0;
    for (const p of positions) if (p.exitReason === undefined) positions[kept++] = p;
    positions.length = kept;
  }

  /** Section 4: cash - 2 * value of shorts + (leverage - 1) * E. */
  buyingPower(base: number): number {
    let shorts = 0;
    for (const p of this.positions) if (p.sign === -1) shorts += p.value;
    return this.cash - 2 * shorts + (this.#plan.leverage - 1) * base;
  }

  /** Section 6: interest on free cash and borrow cost, with the last mark's values and rates. */
  carry(t: number): void {
    const { calendar, cashRate, marginRate, borrowRate } = this.#plan;
    const yearPart = (calendar[t] - calendar[t - 1]) / 365;
    const rate = this.#markedFree > 0 ? cashRate[t - 1] : marginRate[t - 1];
    const interest = this.#markedFree * (rate / 100) * yearPart;
    if (interest !== 0 && Number.isFinite(interest)) this.pay(calendar[t], 'interest', -1, 0, interest);
    if (borrowRate[t - 1] === 0) return;
    for (const p of this.#markedShorts) {
      const cost = p.value * (borrowRate[t - 1] / 100) * yearPart;
      p.carry += cost;
      this.pay(calendar[t], 'borrow', p.instrument, 0, -cost);
    }
  }

  /** Cash and positions at their last closes. */
  worth(): number {
    let sum = this.cash;
    for (const p of this.positions) sum += p.sign * this.#valueOf(p);
    return sum;
  }

  /** Section 2.6. */
  mark(t: number): void {
    let long = 0;
    let short = 0;
    this.#markedShorts.length = 0;
    for (const p of this.positions) {
      p.value = this.#valueOf(p);
      if (p.sign === 1) long += p.value;
      else {
        short += p.value;
        this.#markedShorts.push(p);
      }
      if (seesWholeBar(p)) {
        const b = this.#bars[p.instrument];
        sawPrice(p, b.low[p.bar]);
        sawPrice(p, b.high[p.bar]);
      }
    }
    const { marks } = this;
    this.equity = this.cash + long - short;
    this.#markedFree = this.cash - short;
    marks.equity[t] = this.equity;
    marks.cash[t] = this.cash;
    marks.long[t] = long;
    marks.short[t] = short;
    marks.positions[t] = this.positions.length;
  }

  #valueOf(p: Position): number {
    return p.shares * this.#bars[p.instrument].close[p.bar];
  }
}
