// Orders and protective exits meeting the day's prices (simulation.md 2.1 to 2.3, 2.8, 3.5 and 5).

import type { Bars } from '../bars/bars.ts';
import type { Account } from './account.ts';
import { affordable } from './affordable.ts';
import type { Book } from './book.ts';
import type { Candidates } from './candidates.ts';
import { commissionOf, slipped } from './costs.ts';
import type { Journal } from './journal.ts';
import { Neighbours } from './neighbours.ts';
import type { AccountPlan, Plan, SidePlan } from './plan.ts';
import { entered, type Position, sawPrice, seesWholeBar } from './position.ts';
import { levelsAtEntry, touched } from './protection.ts';
import { type ExitReason, OUTCOME } from './records.ts';
import { sessionOf } from './session.ts';
import { sharesWanted } from './size.ts';

/** `now` is the close the decision was made at. */
type Moment = 'open' | 'close' | 'now';

/** No outcome yet. */
const NONE = -1;

const NO_BAR = -1;

export class Fills {
  ambiguousBars = 0;
  readonly #plan: AccountPlan;
  readonly #bars: readonly Bars[];
  readonly #account: Account;
  readonly #journal: Journal;
  readonly #neighbours: Neighbours | undefined;
  readonly #inTurns: boolean;
  readonly #lastDay: number;
  #tick = 0;

  constructor({ account: plan, shared }: Plan, books: readonly Book[], account: Account, journal: Journal) {
    this.#plan = plan;
    this.#bars = plan.bars;
    this.#account = account;
    this.#journal = journal;
    this.#neighbours = shared && new Neighbours(books, shared);
    this.#inTurns = shared?.turn === 'round';
    this.#lastDay = plan.calendar[plan.calendar.length - 1]!;
  }

  startDay(t: number): void {
    this.#tick = t;
  }

  /** Section 2.8: an exit without a bar on its fill day waits. */
  exitQueued(book: Book, day: number, moment: Moment): void {
    const { positions } = book;
    let ended = false;
    for (let k = 0; k < positions.length; k++) {
      const p = positions[k]!;
      if (p.queued === undefined || !p.hasBar || this.#waits(p, day, moment)) continue;
      this.#exit(book, p, day, moment, p.queued);
      ended = true;
    }
    if (ended) book.sweep();
  }

  /** Section 2.9: bars that end before the run does. */
  exitEnded(book: Book, day: number): void {
    const { closeAtEnd } = this.#plan;
    if (day >= this.#lastDay && !closeAtEnd) return;
    const { positions } = book;
    let ended = false;
    for (let k = 0; k < positions.length; k++) {
      const p = positions[k]!;
      if (!this.#isLastBar(p.bars, p.bar)) continue;
      const dataEnded = day < this.#lastDay && p.bar === p.bars.day.length - 1;
      this.#exit(book, p, day, 'close', dataEnded ? 'data-ended' : 'period-end');
      ended = true;
    }
    if (ended) book.sweep();
  }

  /**
   * Sections 2.8 and 3.5: takes or refuses each entry in turn; all fills of one moment use the same equity.
   * @param equity the account's
   */
  enterQueued(books: readonly Book[], day: number, moment: Moment, equity: number): void {
    if (this.#inTurns) {
      let most = 0;
      for (const { queue } of books) most = Math.max(most, queue.count);
      for (let n = 0; n < most; n++) {
        for (const book of books) if (n < book.queue.count) this.#enter(book, n, day, moment, equity);
      }
    } else {
      for (const book of books) {
        const { count } = book.queue;
        for (let n = 0; n < count; n++) this.#enter(book, n, day, moment, equity);
      }
    }
    for (const { queue } of books) queue.count = 0;
  }

  #enter(book: Book, n: number, day: number, moment: Moment, equity: number): void {
    const { part, queue } = book;
    const side = queue.sideAt(n);
    const c = queue.candidateAt(n);
    let outcome = this.#refusal(book, side, c, day, moment);
    if (outcome === NONE) outcome = this.#fill(book, side, c, day, moment, equity);
    this.#journal.decided(queue.day, part, side, c, outcome);
  }

  /** Section 5, trigger "touch". */
  protect(book: Book, day: number): void {
    const { positions } = book;
    let ended = false;
    for (let k = 0; k < positions.length; k++) {
      const p = positions[k]!;
      if (!p.hasBar || p.side.trigger !== 'touch') continue;
      const { bars } = p;
      const openedNow = p.entryBar === p.bar;
      const open = bars.open[p.bar]!;
      const touch = touched(p, open, bars.high[p.bar]!, bars.low[p.bar]!, openedNow);
      if (!touch) continue;
      if (touch.ambiguous) this.ambiguousBars++;
      const price = touch.reason === 'target' ? touch.price : this.#sold(p, touch.price);
      if (!openedNow) sawPrice(p, open);
      sawPrice(p, price);
      this.#account.close(book, p, day, price, touch.reason, false);
      p.exitSession = sessionOf(bars, p.bar, touch.price === open ? 'open' : 'touch');
      ended = true;
    }
    if (ended) book.sweep();
  }

  #sold(p: Position, price: number): number {
    return slipped(price, p.sign === 1 ? -1 : 1, this.#plan.exitSlippage);
  }

  #exit(book: Book, p: Position, day: number, moment: Moment, reason: ExitReason): void {
    exitAt(this.#account, book, p, day, moment === 'open', reason, this.#plan.exitSlippage);
  }

  /** Section 3.5: the outcome of a candidate that is not entered, whatever it costs; NONE where it may be. */
  #refusal(book: Book, side: SidePlan, c: number, day: number, moment: Moment): number {
    const { plan, queue } = book;
    const instrument = side.candidates.instrument[c]!;
    if (book.held(instrument)) return OUTCOME.held;
    const neighbours = this.#neighbours;
    const forbidden = neighbours?.forbids(book, instrument, side.sign);
    if (forbidden) return OUTCOME[forbidden];
    if (this.#fillBar(side, c, day, moment) === NO_BAR) return OUTCOME['no-bar'];
    if (book.isFull() || neighbours?.isFull()) return OUTCOME['no-slot'];
    if (book.isDayFull()) return OUTCOME['day-limit'];
    const group = plan.groupOn(instrument, queue.day);
    return book.isGroupFull(group) || neighbours?.isGroupFull(group) ? OUTCOME['group-full'] : NONE;
  }

  /** Section 4: enters a candidate that may be, with what the account can pay of it. */
  #fill(book: Book, side: SidePlan, c: number, day: number, moment: Moment, equity: number): number {
    const { plan, queue } = book;
    const instrument = side.candidates.instrument[c]!;
    const bar = this.#fillBar(side, c, day, moment);
    const decisionBar = side.candidates.bar[c]!;
    const atOpen = moment === 'open';
    const b = this.#bars[instrument]!;
    const price = slipped(atOpen ? b.open[bar]! : b.close[bar]!, side.sign, this.#plan.slippage);
    const base = plan.share * equity;
    const wanted = sharesWanted(plan, side, instrument, decisionBar, price, base);
    const power = this.#account.buyingPower(equity);
    const shares = affordable(plan.size, this.#plan.commission, { wanted, price, base, equity, power });
    if (typeof shares === 'string') return OUTCOME[shares];

    const entry = {
      part: book.part,
      instrument,
      bars: b,
      side,
      shares,
      sizedOn: base,
      wanted,
      entryPrice: price,
      decisionDay: queue.day,
      entryDay: day,
      entrySession: sessionOf(b, bar, atOpen ? 'open' : 'close'),
      entryBar: bar,
      atOpen,
      group: plan.groupOn(instrument, queue.day),
      commission: commissionOf(this.#plan.commission, shares, price),
    };
    this.#account.open(book, entered(entry, levelsAtEntry(side, price, instrument, decisionBar)));
    book.takenToday++;
    return shares < wanted ? OUTCOME.shrunk : OUTCOME.taken;
  }

  /** The bar an entry is filled on; NO_BAR where there is none, or where the bars end with it. */
  #fillBar({ candidates }: SidePlan, c: number, day: number, moment: Moment): number {
    const bar = this.#plan.late ? this.#lateBar(candidates, c, day) : this.#nextBar(candidates, c, moment);
    if (bar === NO_BAR) return NO_BAR;
    if (moment === 'open' || (day >= this.#lastDay && !this.#plan.closeAtEnd)) return bar;
    return this.#isLastBar(this.#bars[candidates.instrument[c]!]!, bar) ? NO_BAR : bar;
  }

  #nextBar({ bar, next }: Candidates, c: number, moment: Moment): number {
    if (moment === 'now') return bar[c]!;
    return next[c] === this.#tick ? bar[c]! + 1 : NO_BAR;
  }

  /** The instrument's bar of the day, which is the first or the second after the decision. */
  #lateBar({ bar, instrument }: Candidates, c: number, day: number): number {
    const { day: days } = this.#bars[instrument[c]!]!;
    const decided = bar[c]!;
    return days[decided + 1] === day ? decided + 1 : days[decided + 2] === day ? decided + 2 : NO_BAR;
  }

  /** Whether an exit was decided on for a later day than this. */
  #waits({ queuedOn = 0 }: Position, day: number, moment: Moment): boolean {
    if (!this.#plan.late) return false;
    return queuedOn >= (moment === 'now' ? day : this.#plan.calendar[this.#tick - 1]!);
  }

  /** Whether an instrument's bars end with this one, or count as if they did. */
  #isLastBar({ day }: Bars, bar: number): boolean {
    return bar === day.length - 1 || (this.#plan.closeAtEnd && day[bar + 1]! > this.#lastDay);
  }
}

/** Sells or buys back a position at this bar's open or close. */
export function exitAt(
  account: Account,
  book: Book,
  p: Position,
  day: number,
  atOpen: boolean,
  reason: ExitReason,
  slippage: number,
): void {
  const { open, high, low, close } = p.bars;
  const price = atOpen ? open[p.bar]! : close[p.bar]!;
  const filled = slipped(price, p.sign === 1 ? -1 : 1, slippage);
  if (atOpen) sawPrice(p, filled);
  else if (seesWholeBar(p)) {
    sawPrice(p, low[p.bar]!);
    sawPrice(p, high[p.bar]!);
  }
  account.close(book, p, day, filled, reason, atOpen);
  p.exitSession = sessionOf(p.bars, p.bar, atOpen ? 'open' : 'close');
}
