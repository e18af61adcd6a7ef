// What is decided at a day's close: who leaves, who enters, in which order (simulation.md 3).

import type { Bars } from '../bars/bars.ts';
import { countUntil } from '../days/calendar.ts';
import { TRUE } from '../rules/columns.ts';
import type { Account } from './account.ts';
import { Entries } from './entries.ts';
import type { Journal } from './journal.ts';
import type { Plan, SidePlan } from './plan.ts';
import type { Position } from './position.ts';
import { reachesStop, reachesTarget, stopInForce, stopReason } from './protection.ts';
import type { ExitReason } from './records.ts';
import { reviewDays } from './reviews.ts';

export class Decider {
  /** the entries decided on, waiting for their fill */
  readonly queue: Entries;
  readonly #plan: Plan;
  readonly #bars: readonly Bars[];
  readonly #account: Account;
  readonly #journal: Journal;
  readonly #sides: readonly SidePlan[];
  /** for each side, 1 on the days a rotation reviews */
  readonly #reviews: readonly (Uint8Array | undefined)[];
  /** the holdings a rotation keeps, worked out once a review day */
  readonly #eligible: Entries;
  readonly #kept = new Set<number>();
  #keptOn = -1;
  #keptOf: SidePlan | undefined;

  constructor(plan: Plan, account: Account, journal: Journal) {
    this.#plan = plan;
    this.#bars = plan.bars;
    this.#account = account;
    this.#journal = journal;
    this.#sides = [plan.long, plan.short].filter((side) => side !== undefined);
    this.#reviews = this.#sides.map(({ rotation }) => rotation && reviewDays(rotation.review, plan.calendar));
    this.queue = new Entries(plan);
    this.#eligible = new Entries(plan);
  }

  /** Section 3.1, for every position; an exit still waiting for its bar keeps its reason. */
  queueExits(t: number): void {
    for (const p of this.#account.positions) {
      if (p.queued !== undefined) continue;
      p.queued = this.#exitReason(p, t);
      if (p.queued !== undefined) p.queuedOn = this.#plan.calendar[t];
    }
  }

  /** Sections 3.2 to 3.4: fills the queue with the day's entries, in the order in which they will be filled. */
  queueEntries(t: number): void {
    const { queue } = this;
    queue.count = 0;
    queue.day = this.#plan.calendar[t];
    for (let s = 0; s < this.#sides.length; s++) {
      const side = this.#sides[s];
      if (side.rotation && this.#reviews[s]?.[t] !== 1) continue;
      const { start, instrument } = side.candidates;
      const from = queue.count;
      for (let c = start[t]; c < start[t + 1]; c++) {
        const k = instrument[c];
        if (!this.#mayEnter(k, side.sign)) continue;
        if (this.#sides.length > 1 && this.#onBothSides(k, t)) {
          const rank = side.rank ? side.rank.values[c] : Number.NaN;
          this.#journal.decided(queue.day, k, side.sign, rank, 'both-sides');
          continue;
        }
        queue.append(side, c);
      }
      if (side.rank) {
        queue.dropUndefinedRanks(from, (n) =>
          this.#journal.decided(queue.day, queue.instrument[n], queue.sign[n], Number.NaN, 'no-rank'),
        );
        queue.sortByRank(from, side.rank.highestFirst);
      }
      if (side.rotation) queue.count = Math.min(queue.count, from + this.#freeSlots(side));
    }
  }

  /** The first reason to leave that holds at this close. */
  #exitReason(p: Position, t: number): ExitReason | undefined {
    const { side } = p;
    if (p.hasBar) {
      const close = this.#bars[p.instrument].close[p.bar];
      if (side.trigger === 'close') {
        if (reachesStop(close, stopInForce(p), p.sign)) return stopReason(p);
        if (reachesTarget(close, p.target, p.sign)) return 'target';
      }
      if (side.leave && side.leave.at(p) === TRUE) return 'rule';
      const barsHeld = p.bar - p.entryBar + (p.atOpen ? 1 : 0);
      if (side.barsLimit !== undefined && barsHeld >= side.barsLimit) return 'time';
    }
    if (side.rotation && this.#reviews[this.#sides.indexOf(side)]?.[t] === 1) {
      if (!this.#staysRanked(side, p, t)) return 'rank';
    }
    const { limits, calendar } = this.#plan;
    if (limits.afterMembership === 'exit' && !this.#plan.isMember(p.instrument, calendar[t])) {
      return 'membership';
    }
    return undefined;
  }

  /** Whether a held instrument is placed within `keep` among the eligible of its review day. */
  #staysRanked(side: SidePlan, p: Position, t: number): boolean {
    if (this.#keptOn !== t || this.#keptOf !== side) {
      this.#keptOn = t;
      this.#keptOf = side;
      const eligible = this.#eligible;
      eligible.fillRanked(side, t);
      this.#kept.clear();
      const places = Math.min(side.rotation?.keep ?? 0, eligible.count);
      for (let n = 0; n < places; n++) this.#kept.add(eligible.instrument[n]);
    }
    return this.#kept.has(p.instrument);
  }

  /** Not held, or held on the other side with an exit that fills at the same moment (section 3.2). */
  #mayEnter(instrument: number, sign: 1 | -1): boolean {
    const p = this.#account.held(instrument);
    if (!p) return true;
    return p.queued !== undefined && p.sign !== sign && this.#plan.leave === this.#plan.enter;
  }

  /** Section 3.3: whether both sides' entry rules are true of the instrument today. */
  #onBothSides(instrument: number, t: number): boolean {
    for (const { candidates } of this.#sides) {
      const { start } = candidates;
      const today = candidates.instrument.subarray(start[t], start[t + 1]);
      const place = countUntil(today, instrument);
      if (place === 0 || today[place - 1] !== instrument) return false;
    }
    return true;
  }

  /** `hold` less the positions that stay. */
  #freeSlots(side: SidePlan): number {
    let staying = 0;
    for (const p of this.#account.positions) if (p.sign === side.sign && p.queued === undefined) staying++;
    return Math.max(0, (side.rotation?.hold ?? 0) - staying);
  }
}
