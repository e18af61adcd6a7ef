// An account that only its trader's fills move, while the rules decide on it day by day: what they ask of what is really held.

import type { Bars } from '../bars/bars.ts';
import { countUntil } from '../days/calendar.ts';
import type { Day } from '../days/day.ts';
import { at } from '../numeric/at.ts';
import { Account } from '../simulation/account.ts';
import { Book } from '../simulation/book.ts';
import { Decider } from '../simulation/decider.ts';
import { Journal } from '../simulation/journal.ts';
import type { Plan, SidePlan } from '../simulation/plan.ts';
import { entered, type Position, sawPrice } from '../simulation/position.ts';
import { levelsAtEntry, touched } from '../simulation/protection.ts';
import { type Simulated, whatIsLeft } from '../simulation/simulate.ts';
import type { OwnFill } from './own-account.ts';

/** Why an own fill could not be placed; the account is then as if it had not been. */
export type Unplaced =
  /** the day is before the account's first, after its last or no session of the instrument */
  | 'no-bar'
  /** the run knows no such instrument */
  | 'unknown'
  /** sold short, or bought to open, where the strategy has no such side */
  | 'no-side';

export interface Replayed {
  readonly simulated: Simulated;
  readonly unplaced: readonly { readonly fill: OwnFill; readonly why: Unplaced }[];
}

const FREE = { fixed: 0, perShare: 0, percent: 0, min: 0, maxPercent: 100 };

/** Shares that are no more than rounding. */
const NONE = 1e-9;

/**
 * Steps through the days as {@link simulate} does, but nothing is filled save what the trader filled: the rules' exits
 * wait until they are done, and a stop or target that a bar reached becomes such an exit.
 * @param plan with the account's capital and the day on which it opens
 */
export function replay(plan: Plan, fills: readonly OwnFill[]): Replayed {
  const account = new Replay(plan);
  const byDay = new Map<Day, OwnFill[]>();
  const { bars, calendar, opens = -Infinity } = plan.account;
  // A weekly or monthly bar is dated by its last day.
  const isLong = bars.some(({ sessions }) => sessions);
  for (const fill of fills) {
    const day = (isLong && calendar[countUntil(calendar, fill.day - 1)]) || fill.day;
    byDay.set(day, [...(byDay.get(day) ?? []), fill]);
  }
  for (let t = 0; t < calendar.length; t++) {
    const day = at(calendar, t);
    account.step(t, day < opens ? undefined : (byDay.get(day) ?? []));
    if (day >= opens) byDay.delete(day);
  }
  const nowhere = [...byDay.values()].flat().map((fill) => ({ fill, why: 'no-bar' }) as const);
  return account.done(nowhere);
}

class Replay {
  readonly #plan: Plan;
  readonly #journal = new Journal();
  readonly #books: readonly Book[];
  readonly #deciders: readonly Decider[];
  readonly #account: Account;
  readonly #numbers: ReadonlyMap<string, number>;
  readonly #unplaced: { fill: OwnFill; why: Unplaced }[] = [];

  constructor(plan: Plan) {
    // Own fills bring their own costs.
    this.#plan = { ...plan, account: { ...plan.account, commission: FREE, exitCommission: FREE } };
    const { account, strategies, shared } = this.#plan;
    this.#books = strategies.map((strategy, part) => new Book(account, strategy, part));
    this.#deciders = this.#books.map((book) => new Decider(account, book, this.#journal));
    this.#account = new Account(account, this.#books, this.#journal, shared !== undefined);
    this.#numbers = new Map(account.symbols.map((symbol, k) => [symbol, k]));
  }

  /** @param fills undefined before the account opens */
  step(t: number, fills: readonly OwnFill[] | undefined): void {
    const day = at(this.#plan.account.calendar, t);
    if (!fills) return this.#account.mark(t);
    this.#account.startDay(day);
    for (const fill of fills) this.#place(fill, day);
    for (const book of this.#books) this.#flag(book, day);
    if (t > 0) this.#account.carry(t);
    for (const book of this.#books) book.advance();
    for (const decider of this.#deciders) {
      decider.queueExits(t);
      decider.queueEntries(t);
    }
    this.#account.mark(t);
    for (const book of this.#books) book.moveTrails();
  }

  done(nowhere: readonly { fill: OwnFill; why: Unplaced }[]): Replayed {
    return {
      simulated: whatIsLeft(this.#plan, this.#books, this.#account, this.#journal, 0),
      unplaced: [...this.#unplaced, ...nowhere],
    };
  }

  /** @param day of its bar */
  #place(fill: OwnFill, day: Day): void {
    const instrument = this.#numbers.get(fill.symbol);
    if (instrument === undefined) return void this.#unplaced.push({ fill, why: 'unknown' });
    const bars = at(this.#plan.account.bars, instrument);
    const bar = countUntil(bars.day, day) - 1;
    const { first = bars.day, last = bars.day } = bars.sessions ?? {};
    const isTraded = bar >= 0 && first[bar]! <= fill.day && fill.day <= last[bar]!;
    if (!isTraded) return void this.#unplaced.push({ fill, why: 'no-bar' });
    const sign = fill.action === 'buy' ? 1 : -1;
    const left = this.#close(fill, day, instrument, -sign as 1 | -1);
    if (left <= NONE) return;
    const costs = (fill.costs * left) / fill.shares;
    const rest = { ...fill, shares: left, costs };
    const isPlaced =
      this.#add(rest, day, instrument, sign) || this.#open(rest, day, instrument, sign, bars, bar);
    if (!isPlaced) {
      this.#unplaced.push({ fill: rest, why: 'no-side' });
    }
  }

  /** Ends positions of a sign with a fill. @returns the shares that are left of it */
  #close(fill: OwnFill, day: Day, instrument: number, sign: 1 | -1): number {
    let left = fill.shares;
    for (const book of this.#books) {
      const p = book.held(instrument);
      if (!p || p.sign !== sign || left <= NONE) continue;
      const shares = Math.min(left, p.shares);
      const part = shares / p.shares;
      const ended: Position = { ...p, shares, commission: p.commission * part, carry: p.carry * part };
      sawPrice(ended, fill.price);
      const atOpen = book.plan.exit === 'next-open';
      this.#account.close(book, ended, day, fill.price, p.queued ?? 'own', atOpen);
      ended.exitSession = p.bars.sessions && { day: fill.day };
      this.#charge(ended, (fill.costs * shares) / fill.shares);
      left -= shares;
      if (part > 1 - NONE) {
        book.replace(p, ended);
        book.release(ended);
        book.sweep();
      } else {
        const [commission, carry] = [p.commission - ended.commission, p.carry - ended.carry];
        book.replace(p, { ...p, shares: p.shares - shares, commission, carry });
      }
    }
    return left;
  }

  /** More of what is held: one position at the mean price, with the stops of its first fill. */
  #add(fill: OwnFill, day: Day, instrument: number, sign: 1 | -1): boolean {
    for (const book of this.#books) {
      const p = book.held(instrument);
      if (!p || p.sign !== sign) continue;
      const shares = p.shares + fill.shares;
      const entryPrice = (p.entryPrice * p.shares + fill.price * fill.shares) / shares;
      const larger = { ...p, shares, wanted: shares, entryPrice };
      book.replace(p, larger);
      const paid = -sign * fill.shares * fill.price;
      this.#account.pay(day, 'trade', book.part, instrument, sign * fill.shares, paid);
      this.#charge(larger, fill.costs);
      return true;
    }
    return false;
  }

  #open(fill: OwnFill, day: Day, instrument: number, sign: 1 | -1, bars: Bars, bar: number): boolean {
    const taker = this.#takerOf(instrument, sign);
    if (!taker) return false;
    const { book, side } = taker;
    const { enter } = book.plan;
    const decided = enter === 'same-close' ? bar : Math.max(0, bar - 1);
    const decisionDay = at(bars.day, decided);
    const levels = levelsAtEntry(side, fill.price, instrument, decided);
    const { price, shares } = fill;
    const entry = {
      part: book.part,
      instrument,
      bars,
      side,
      shares,
      sizedOn: this.#account.equity,
      wanted: shares,
      entryPrice: price,
      decisionDay,
      entryDay: day,
      entrySession: bars.sessions && { day: fill.day },
      entryBar: bar,
      atOpen: enter === 'next-open',
      group: book.plan.groupOn(instrument, decisionDay),
      commission: fill.costs,
    };
    this.#account.open(book, entered(entry, levels));
    return true;
  }

  /** The strategy that asked for it, or the first that has such a side. */
  #takerOf(instrument: number, sign: 1 | -1): { book: Book; side: SidePlan } | undefined {
    const able = this.#books.flatMap((book) => {
      const side = book.plan.sides.find((one) => one.sign === sign);
      return side ? [{ book, side }] : [];
    });
    const asked = able.find(({ book: { queue } }) => {
      for (let n = 0; n < queue.count; n++) {
        if (queue.instrumentAt(n) === instrument && queue.sideAt(n).sign === sign) return true;
      }
      return false;
    });
    return asked ?? able[0];
  }

  #charge(p: Position, costs: number): void {
    if (costs === 0) return;
    p.commission += costs;
    const day = p.exitReason === undefined ? at(p.bars.day, p.bar) : p.exitDay;
    this.#account.pay(day, 'commission', p.part, p.instrument, 0, -costs);
  }

  /** A level that the bar reached, or bars that ended: the position is to be closed. */
  #flag({ positions }: Book, day: Day): void {
    for (const p of positions) {
      if (p.queued !== undefined) continue;
      const { bars, bar, hasBar, side } = p;
      // What was entered at a close did not live through that bar.
      const lived = hasBar && (p.atOpen || p.entryBar < bar);
      if (lived && side.trigger === 'touch') {
        const [open, high, low] = [at(bars.open, bar), at(bars.high, bar), at(bars.low, bar)];
        const touch = touched(p, open, high, low, p.entryBar === bar);
        if (touch) p.queued = touch.reason;
      }
      if (p.queued === undefined && !hasBar && bar === bars.day.length - 1) p.queued = 'data-ended';
      if (p.queued !== undefined) p.queuedOn = day;
    }
  }
}
