// Orders and protective exits meeting the day's prices (simulation.md 2.1 to 2.3, 2.8, 3.5 and 5).

import type { Bars } from '../bars/bars.ts';
import { exceeds } from '../numeric/compare.ts';
import type { Account } from './account.ts';
import { commissionOf, rounded, sharesFor, slipped } from './costs.ts';
import type { Entries } from './entries.ts';
import type { Journal } from './journal.ts';
import type { Plan, SidePlan } from './plan.ts';
import { type Position, sawPrice, seesWholeBar } from './position.ts';
import { stopLevel, targetLevel, touched } from './protection.ts';
import type { ExitReason, Outcome } from './records.ts';
import { sharesWanted } from './size.ts';

/** `now` is the close the decision was made at. */
type Moment = 'open' | 'close' | 'now';

/** Money that rounding may leave short, relative to the account. */
const SLACK = 1e-9;

/** An order worth less than this share of the equity is none. */
const DUST = 1e-9;

export class Fills {
  eitherWayBars = 0;
  readonly #plan: Plan;
  readonly #bars: readonly Bars[];
  readonly #account: Account;
  readonly #journal: Journal;
  readonly #lastDay: number;
  #tick = 0;
  #takenToday = 0;

  constructor(plan: Plan, account: Account, journal: Journal) {
    this.#plan = plan;
    this.#bars = plan.bars;
    this.#account = account;
    this.#journal = journal;
    this.#lastDay = plan.calendar[plan.calendar.length - 1];
  }

  startDay(t: number): void {
    this.#tick = t;
    this.#takenToday = 0;
  }

  /** Section 2.8: an exit without a bar on its fill day waits. */
  leaveQueued(day: number, moment: Moment): void {
    const { positions } = this.#account;
    let left = false;
    for (let k = 0; k < positions.length; k++) {
      const p = positions[k];
      if (p.queued === undefined || !p.hasBar) continue;
      this.#leave(p, day, moment, p.queued);
      left = true;
    }
    if (left) this.#account.sweep();
  }

  /** Section 2.9: bars that end before the run does. */
  leaveEnded(day: number): void {
    if (day >= this.#lastDay) return;
    const { positions } = this.#account;
    let left = false;
    for (let k = 0; k < positions.length; k++) {
      const p = positions[k];
      if (p.bar !== this.#bars[p.instrument].day.length - 1) continue;
      this.#leave(p, day, 'close', 'data-ended');
      left = true;
    }
    if (left) this.#account.sweep();
  }

  /** Sections 2.8 and 3.5: takes or refuses each entry in turn; all fills of one moment use the same equity. */
  enterQueued(queue: Entries, day: number, moment: Moment, base: number): void {
    const { count, instrument, sign, rank } = queue;
    for (let n = 0; n < count; n++) {
      const outcome = this.#tryEntry(queue, n, day, moment, base);
      this.#journal.decided(queue.day, instrument[n], sign[n], rank[n], outcome);
    }
    queue.count = 0;
  }

  /** Section 5, trigger "touch". */
  protect(day: number): void {
    const { positions } = this.#account;
    let left = false;
    for (let k = 0; k < positions.length; k++) {
      const p = positions[k];
      if (!p.hasBar || p.side.trigger !== 'touch') continue;
      const b = this.#bars[p.instrument];
      const openedNow = p.entryBar === p.bar;
      const open = b.open[p.bar];
      const touch = touched(p, open, b.high[p.bar], b.low[p.bar], openedNow);
      if (!touch) continue;
      if (touch.eitherWay) this.eitherWayBars++;
      const price = touch.reason === 'target' ? touch.price : this.#sold(p, touch.price);
      if (!openedNow) sawPrice(p, open);
      sawPrice(p, price);
      this.#account.close(p, day, price, touch.reason, false);
      left = true;
    }
    if (left) this.#account.sweep();
  }

  #sold(p: Position, price: number): number {
    return slipped(price, p.sign === 1 ? -1 : 1, this.#plan.slippage);
  }

  #leave(p: Position, day: number, moment: Moment, reason: ExitReason): void {
    const b = this.#bars[p.instrument];
    const filled = this.#sold(p, moment === 'open' ? b.open[p.bar] : b.close[p.bar]);
    if (moment === 'open') sawPrice(p, filled);
    else if (seesWholeBar(p)) {
      sawPrice(p, b.low[p.bar]);
      sawPrice(p, b.high[p.bar]);
    }
    this.#account.close(p, day, filled, reason, moment === 'open');
  }

  /** Section 3.5: takes or refuses one candidate. */
  #tryEntry(queue: Entries, n: number, day: number, moment: Moment, base: number): Outcome {
    const plan = this.#plan;
    const account = this.#account;
    const { limits, size } = plan;
    const instrument = queue.instrument[n];
    if (account.held(instrument)) return 'held';
    const decisionBar = queue.bar[n];
    const bar = moment === 'now' ? decisionBar : decisionBar + 1;
    const b = this.#bars[instrument];
    const atOpen = moment === 'open';
    if (moment !== 'now' && queue.next[n] !== this.#tick) return 'no-bar';
    if (!atOpen && bar === b.day.length - 1 && day < this.#lastDay) return 'no-bar';
    if (limits.positions !== undefined && account.positions.length >= limits.positions) return 'no-slot';
    if (limits.newPerDay !== undefined && this.#takenToday >= limits.newPerDay) return 'day-limit';
    const group = plan.groupOn(instrument, queue.day);
    if (limits.perGroup !== undefined && group !== undefined) {
      let inGroup = 0;
      for (const p of account.positions) if (p.group === group) inGroup++;
      if (inGroup >= limits.perGroup) return 'group-full';
    }

    const side = (queue.sign[n] === 1 ? plan.long : plan.short) as SidePlan;
    const price = slipped(atOpen ? b.open[bar] : b.close[bar], side.sign, plan.slippage);
    const wanted = sharesWanted(plan, side, instrument, decisionBar, price, base);
    const dust = DUST * base;
    if (!(wanted > 0) || wanted * price < dust) return 'too-small';
    let shares = wanted;
    const power = account.buyingPower(base);
    const slack = SLACK * Math.max(1, Math.abs(base));
    if (shares * price + commissionOf(plan.commission, shares, price) > power + slack) {
      if (size.unaffordable === 'skip') return 'no-cash';
      shares = Math.min(shares, rounded(sharesFor(plan.commission, power, price), size.fractional));
      if (!(shares > 0) || shares * price < dust) return 'no-cash';
      if (size.minFilledPercent !== undefined && exceeds((wanted * size.minFilledPercent) / 100, shares)) {
        return 'crumb';
      }
    }
    if (size.minValue !== undefined && exceeds(size.minValue, shares * price)) return 'too-small';

    const initialStop = side.initial
      ? stopLevel(side.initial, price, side.sign, instrument, decisionBar)
      : Number.NaN;
    account.open({
      instrument,
      side,
      sign: side.sign,
      shares,
      sizedOn: base,
      wanted,
      entryPrice: price,
      decisionDay: queue.day,
      entryDay: day,
      entryBar: bar,
      atOpen,
      group,
      initialStop,
      target: targetLevel(side, price, initialStop, instrument, decisionBar),
      trail: side.trail ? stopLevel(side.trail, price, side.sign, instrument, decisionBar) : Number.NaN,
      bestClose: price,
      bar,
      hasBar: true,
      value: shares * price,
      queued: undefined,
      queuedOn: undefined,
      commission: commissionOf(plan.commission, shares, price),
      carry: 0,
      worst: price,
      best: price,
      barsHeld: 0,
      exitDay: 0,
      exitPrice: Number.NaN,
      exitReason: undefined,
    });
    this.#takenToday++;
    return shares < wanted ? 'shrunk' : 'taken';
  }
}
