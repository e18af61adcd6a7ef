// What one strategy decides at a day's close: its exits, its entries and their order (simulation.md 3).

import { countUntil } from '../days/calendar.ts';
import { TRUE } from '../evaluation/truth.ts';
import type { Book } from './book.ts';
import type { Journal } from './journal.ts';
import type { AccountPlan, SidePlan } from './plan.ts';
import type { Position } from './position.ts';
import { reachesStop, reachesTarget, stopReason } from './protection.ts';
import { placesRankedOn } from './rank-order.ts';
import { type ExitReason, OUTCOME } from './records.ts';
import { reviewDays } from './reviews.ts';

export class Decider {
  readonly #account: AccountPlan;
  readonly #book: Book;
  readonly #journal: Journal;
  readonly #sides: readonly SidePlan[];
  /** for each side, 1 on the days a rotation reviews */
  readonly #reviews: readonly (Uint8Array | undefined)[];
  /** the holdings a rotation keeps, worked out once a review day */
  readonly #kept = new Set<number>();
  #keptOn = -1;
  #keptOf: SidePlan | undefined;

  constructor(account: AccountPlan, book: Book, journal: Journal) {
    this.#account = account;
    this.#book = book;
    this.#journal = journal;
    this.#sides = book.plan.sides;
    this.#reviews = this.#sides.map(
      ({ rotation }) => rotation && reviewDays(rotation.review, account.calendar),
    );
  }

  /** Section 3.1, for every position; an exit still waiting for its bar keeps its reason. */
  queueExits(t: number): void {
    for (const p of this.#book.positions) {
      if (p.queued !== undefined) continue;
      p.queued = this.#exitReason(p, t);
      if (p.queued !== undefined) p.queuedOn = this.#account.calendar[t];
    }
  }

  /** Sections 3.2 to 3.4: fills the queue with the day's entries, in the order in which they will be filled. */
  queueEntries(t: number): void {
    const { coming: queue, part } = this.#book;
    queue.count = 0;
    queue.day = this.#account.calendar[t]!;
    for (let s = 0; s < this.#sides.length; s++) {
      const side = this.#sides[s]!;
      if (side.rotation && this.#reviews[s]?.[t] !== 1) continue;
      const { candidates, rank } = side;
      const { start, instrument } = candidates;
      const from = queue.count;
      for (let n = start[t]!; n < start[t + 1]!; n++) {
        const c = rank ? rank.order[n]! : n;
        const k = instrument[c]!;
        if (!this.#mayEnter(k, side)) continue;
        if (this.#sides.length > 1 && this.#onBothSides(k, t)) {
          this.#journal.decided(queue.day, part, side, c, OUTCOME['both-sides']);
        } else if (rank && Number.isNaN(rank.values[c])) {
          this.#journal.decided(queue.day, part, side, c, OUTCOME['no-rank']);
        } else queue.append(s, c);
      }
      if (side.rotation) queue.count = Math.min(queue.count, from + this.#freeSlots(side));
    }
  }

  /** The first reason for an exit that holds at this close. */
  #exitReason(p: Position, t: number): ExitReason | undefined {
    const { side } = p;
    if (p.hasBar) {
      const close = p.bars.close[p.bar]!;
      if (side.trigger === 'close') {
        if (reachesStop(close, p.stop, side.sign)) return stopReason(p);
        if (reachesTarget(close, p.target, side.sign)) return 'target';
      }
      if (side.exit && side.exit.at(p) === TRUE) return 'rule';
      const barsHeld = p.bar - p.entryBar + (p.atOpen ? 1 : 0);
      if (side.barsLimit !== undefined && barsHeld >= side.barsLimit) return 'time';
    }
    if (side.rotation && this.#reviews[this.#sides.indexOf(side)]?.[t] === 1) {
      if (!this.#staysRanked(side, p, t)) return 'rank';
    }
    const { limits, isMember } = this.#book.plan;
    const leavesWithoutRule = p.hasBar && side.rotation?.leave === 'at-once';
    if (limits.afterMembership !== 'exit' && !leavesWithoutRule) return undefined;
    const belongs = isMember(p.instrument, this.#account.calendar[t]!);
    if (limits.afterMembership === 'exit' && !belongs) return 'membership';
    return leavesWithoutRule && belongs && !isCandidate(side, p.instrument, t) ? 'rule' : undefined;
  }

  /** Whether a held instrument is placed within `keep` among the eligible of its review day. */
  #staysRanked(side: SidePlan, p: Position, t: number): boolean {
    if (this.#keptOn !== t || this.#keptOf !== side) {
      this.#keptOn = t;
      this.#keptOf = side;
      this.#kept.clear();
      const best = placesRankedOn(side, t).subarray(0, side.rotation?.keep ?? 0);
      for (const c of best) this.#kept.add(side.candidates.instrument[c]!);
    }
    return this.#kept.has(p.instrument);
  }

  /** Not held, or held on the other side with an exit that fills at the same moment (section 3.2). */
  #mayEnter(instrument: number, side: SidePlan): boolean {
    const { plan } = this.#book;
    const p = this.#book.held(instrument);
    if (!p) return true;
    return p.queued !== undefined && p.side !== side && plan.exit === plan.enter;
  }

  /** Section 3.3: whether both sides' entry rules are true of the instrument today. */
  #onBothSides(instrument: number, t: number): boolean {
    return this.#sides.every((side) => isCandidate(side, instrument, t));
  }

  /** Entries of earlier days that wait for their fill. */
  #onTheirWay(side: SidePlan): number {
    const { queue, coming } = this.#book;
    if (queue === coming) return 0;
    let count = 0;
    for (let n = 0; n < queue.count; n++) if (queue.sideAt(n) === side) count++;
    return count;
  }

  /** `hold` less the positions that stay, and those on their way. */
  #freeSlots(side: SidePlan): number {
    let staying = 0;
    for (const p of this.#book.positions) if (p.side === side && p.queued === undefined) staying++;
    return Math.max(0, (side.rotation?.hold ?? 0) - staying - this.#onTheirWay(side));
  }
}

/** Whether a side's entry rule is true of an instrument at a close. */
function isCandidate({ candidates: { start, instrument } }: SidePlan, k: number, t: number): boolean {
  const today = instrument.subarray(start[t], start[t + 1]);
  const place = countUntil(today, k);
  return place > 0 && today[place - 1] === k;
}
