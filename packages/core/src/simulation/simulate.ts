// The day loop: one day after another, in the order of simulation.md 2.

import { countUntil } from '../days/calendar.ts';
import { TRUE } from '../rules/columns.ts';
import type { PositionRule } from '../rules/positions.ts';
import { commissionOf, rounded, sharesFor, slipped } from './costs.ts';
import { append, createEntries, drop, type Entries, sortByRank } from './entries.ts';
import { createJournal } from './journal.ts';
import type { Plan, SidePlan } from './plan.ts';
import { type Position, sawPrice } from './position.ts';
import { moveTrail, stopInForce, stopLevel, stopReason, targetLevel, touched } from './protection.ts';
import type { Decisions, ExitReason, Ledger, Marks, NextOrder, Outcome } from './records.ts';
import { reviewDays } from './reviews.ts';
import { sharesWanted } from './size.ts';

export interface Simulated {
  readonly marks: Marks;
  /** closed positions in the order they were closed */
  readonly closed: readonly Position[];
  readonly open: readonly Position[];
  readonly decisions: Decisions;
  readonly ledger: Ledger;
  readonly nextOrders: readonly NextOrder[];
  readonly eitherWayBars: number;
}

/** Called now and then with the share of the work that is done; answering false stops it. */
export type Continue = (done: number) => boolean;

/** Thrown out of a computation that was asked to stop. */
export class Stopped extends Error {}

/** `now` is the close the decision was made at. */
type Moment = 'open' | 'close' | 'now';

/** Money that rounding may leave short, relative to the account. */
const SLACK = 1e-9;

/** Runs the plan. @throws {Stopped} when `goOn` answers false */
export function simulate(plan: Plan, goOn: Continue = () => true): Simulated {
  const { calendar, bars, symbols, size, limits } = plan;
  const ticks = calendar.length;
  const sides = [plan.long, plan.short].filter((side) => side !== undefined);
  const leaveRules = new Map<SidePlan, (PositionRule | undefined)[]>(sides.map((side) => [side, []]));
  const reviews = sides.map((side) => side.rotation && reviewDays(side.rotation.review, calendar));
  const lastDay = ticks > 0 ? calendar[ticks - 1] : 0;

  let cash = plan.capital;
  let equity = plan.capital;
  let positions: Position[] = [];
  const held: (Position | undefined)[] = new Array(symbols.length).fill(undefined);
  const closed: Position[] = [];
  /** shorts held at the last mark, and that mark's cash and short value, for the carry since */
  let markedShorts: Position[] = [];
  let markedValues: number[] = [];
  let markedFree = plan.capital;
  /** the entries decided on, waiting for their fill */
  const queue = createEntries(plan);
  const scratch = createEntries(plan);
  const { instrument: queued } = queue;
  let takenToday = 0;
  let eitherWayBars = 0;
  /** the holdings a rotation keeps, worked out once a review day */
  let kept: { side: SidePlan; tick: number; instruments: ReadonlySet<number> } | undefined;

  const marks = {
    day: calendar,
    equity: new Float64Array(ticks),
    cash: new Float64Array(ticks),
    long: new Float64Array(ticks),
    short: new Float64Array(ticks),
    positions: new Int32Array(ticks),
  };
  const journal = createJournal();
  const pay = (
    day: number,
    kind: Parameters<typeof journal.moved>[1],
    instrument: number,
    shares: number,
    amount: number,
  ): void => {
    cash += amount;
    journal.moved(day, kind, instrument, shares, amount);
  };
  const sideOf = (p: Position): SidePlan => (p.sign === 1 ? plan.long : plan.short) as SidePlan;

  if (ticks > 0) journal.moved(calendar[0], 'deposit', -1, 0, plan.capital);

  for (let t = 0; t < ticks; t++) {
    if (t % 64 === 0 && !goOn(t / ticks)) throw new Stopped();
    const day = calendar[t];
    takenToday = 0;
    for (const p of positions) {
      const days = bars[p.instrument].day;
      p.hasBar = p.bar + 1 < days.length && days[p.bar + 1] === day;
      if (p.hasBar) p.bar++;
    }

    // 1. The open.
    if (plan.leave === 'next-open') leaveQueued(day, 'open');
    if (plan.enter === 'next-open') enterQueued(day, 'open', equity);

    // 2. During the day.
    for (const p of positions) if (p.hasBar && sideOf(p).trigger === 'touch') protect(p, day);
    sweep();

    // 3. The close.
    if (plan.leave === 'next-close') leaveQueued(day, 'close');
    if (day < lastDay) {
      for (const p of positions) {
        if (p.bar === bars[p.instrument].day.length - 1) leave(p, day, 'close', 'data-ended');
      }
      sweep();
    }
    if (plan.enter === 'next-close') enterQueued(day, 'close', equity);

    // 4. Interest and borrow cost since the last mark.
    if (t > 0) carry(t);

    // 5. Decisions.
    for (const p of positions) if (p.queued === undefined) p.queued = exitReason(p, t);
    decide(t);
    const base = cash + signedValue();
    if (plan.leave === 'same-close') leaveQueued(day, 'now');
    if (plan.enter === 'same-close') enterQueued(day, 'now', base);

    // 6. The mark.
    mark(t);
    for (const p of positions) if (p.hasBar) moveTrail(p, sideOf(p), bars[p.instrument].close[p.bar]);
  }

  return {
    marks,
    closed,
    open: positions,
    decisions: journal.decisions(symbols),
    ledger: journal.ledger(),
    nextOrders: nextOrders(),
    eitherWayBars,
  };

  // ---- fills ----

  function sweep(): void {
    if (positions.some((p) => p.exitReason !== undefined)) {
      positions = positions.filter((p) => p.exitReason === undefined);
    }
  }

  /** Section 2.8: an exit without a bar on its fill day waits. */
  function leaveQueued(day: number, moment: Moment): void {
    for (const p of positions) if (p.queued !== undefined && p.hasBar) leave(p, day, moment, p.queued);
    sweep();
  }

  /** Sections 2.8 and 3.5: takes or refuses each entry in turn; all fills of one moment use the same equity. */
  function enterQueued(day: number, moment: Moment, base: number): void {
    const { count, instrument, sign, rank } = queue;
    for (let n = 0; n < count; n++) {
      const outcome = tryEntry(n, day, moment, base);
      journal.decided(queue.day, instrument[n], sign[n], rank[n], outcome);
    }
    queue.count = 0;
  }

  function leave(p: Position, day: number, moment: Moment, reason: ExitReason): void {
    const b = bars[p.instrument];
    const price = moment === 'open' ? b.open[p.bar] : b.close[p.bar];
    const filled = slipped(price, p.sign === 1 ? -1 : 1, plan.slippage);
    if (moment === 'open') sawPrice(p, filled);
    else if (seesWholeBar(p)) {
      sawPrice(p, b.low[p.bar]);
      sawPrice(p, b.high[p.bar]);
    }
    close(p, day, filled, reason, moment === 'open');
  }

  /** A position entered at this bar's close did not live through the bar. */
  function seesWholeBar(p: Position): boolean {
    return p.hasBar && (p.bar > p.entryBar || p.atOpen);
  }

  /** @param atOpen an order filled at the open: the bar on which it leaves is not counted as held */
  function close(p: Position, day: number, price: number, reason: ExitReason, atOpen: boolean): void {
    p.exitDay = day;
    p.exitPrice = price;
    p.exitReason = reason;
    p.barsHeld = p.bar - p.entryBar + (p.atOpen ? 1 : 0) - (atOpen ? 1 : 0);
    const commission = commissionOf(plan.commission, p.shares, price);
    p.commission += commission;
    pay(day, 'trade', p.instrument, -p.sign * p.shares, p.sign * p.shares * price);
    if (commission !== 0) pay(day, 'commission', p.instrument, 0, -commission);
    held[p.instrument] = undefined;
    closed.push(p);
  }

  /** Section 5, trigger "touch". */
  function protect(p: Position, day: number): void {
    const b = bars[p.instrument];
    const openedNow = p.entryBar === p.bar;
    const open = b.open[p.bar];
    const touch = touched(p, open, b.high[p.bar], b.low[p.bar], openedNow);
    if (!touch) return;
    if (touch.eitherWay) eitherWayBars++;
    const price =
      touch.reason === 'target' ? touch.price : slipped(touch.price, p.sign === 1 ? -1 : 1, plan.slippage);
    if (!openedNow) sawPrice(p, open);
    sawPrice(p, price);
    close(p, day, price, touch.reason, false);
  }

  /** Section 3.5: takes or refuses one candidate. */
  function tryEntry(n: number, day: number, moment: Moment, base: number): Outcome {
    const instrument = queued[n];
    const decisionBar = queue.bar[n];
    const side = (queue.sign[n] === 1 ? plan.long : plan.short) as SidePlan;
    const b = bars[instrument];
    if (held[instrument]) return 'held';
    const bar = moment === 'now' ? decisionBar : decisionBar + 1;
    const atOpen = moment === 'open';
    if (bar >= b.day.length || b.day[bar] !== day) return 'no-bar';
    if (!atOpen && bar === b.day.length - 1 && day < lastDay) return 'no-bar';
    if (limits.positions !== undefined && positions.length >= limits.positions) return 'no-slot';
    if (limits.newPerDay !== undefined && takenToday >= limits.newPerDay) return 'day-limit';
    const group = limits.perGroup === undefined ? undefined : plan.groupOn(instrument, day);
    if (limits.perGroup !== undefined && group !== undefined) {
      let inGroup = 0;
      for (const p of positions) if (p.group === group) inGroup++;
      if (inGroup >= limits.perGroup) return 'group-full';
    }

    const price = slipped(atOpen ? b.open[bar] : b.close[bar], side.sign, plan.slippage);
    const wanted = sharesWanted(plan, side, instrument, decisionBar, price, base);
    if (!(wanted > 0)) return 'too-small';
    let shares = wanted;
    const power = buyingPower(base);
    const slack = SLACK * Math.max(1, Math.abs(base));
    if (shares * price + commissionOf(plan.commission, shares, price) > power + slack) {
      if (size.unaffordable === 'skip') return 'no-cash';
      shares = Math.min(shares, rounded(sharesFor(plan.commission, power, price), size.fractional));
      if (!(shares > 0)) return 'no-cash';
    }
    if (size.minValue !== undefined && shares * price < size.minValue) return 'too-small';

    const initialStop = side.initial
      ? stopLevel(side.initial, price, side.sign, instrument, decisionBar)
      : Number.NaN;
    const position: Position = {
      instrument,
      sign: side.sign,
      shares,
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
      commission: commissionOf(plan.commission, shares, price),
      carry: 0,
      worst: price,
      best: price,
      barsHeld: 0,
      exitDay: 0,
      exitPrice: Number.NaN,
      exitReason: undefined,
    };
    pay(day, 'trade', instrument, side.sign * shares, -side.sign * shares * price);
    if (position.commission !== 0) pay(day, 'commission', instrument, 0, -position.commission);
    positions.push(position);
    held[instrument] = position;
    takenToday++;
    return shares < wanted ? 'shrunk' : 'taken';
  }

  /** Section 4: cash - 2 * value of shorts + (leverage - 1) * E. */
  function buyingPower(base: number): number {
    let shorts = 0;
    for (const p of positions) if (p.sign === -1) shorts += p.value;
    return cash - 2 * shorts + (plan.leverage - 1) * base;
  }

  // ---- carry ----

  /** Section 6: interest on free cash and borrow cost, with the last mark's values and rates. */
  function carry(t: number): void {
    const days = calendar[t] - calendar[t - 1];
    const yearPart = days / 365;
    const rate = markedFree > 0 ? plan.cashRate(t - 1) : plan.marginRate(t - 1);
    const interest = markedFree * (rate / 100) * yearPart;
    if (interest !== 0 && Number.isFinite(interest)) pay(calendar[t], 'interest', -1, 0, interest);
    const borrowRate = plan.borrowRate(t - 1);
    if (borrowRate === 0) return;
    for (let k = 0; k < markedShorts.length; k++) {
      const cost = markedValues[k] * (borrowRate / 100) * yearPart;
      markedShorts[k].carry += cost;
      pay(calendar[t], 'borrow', markedShorts[k].instrument, 0, -cost);
    }
  }

  // ---- decisions ----

  /** Section 3.1: the first reason to leave that holds at this close. */
  function exitReason(p: Position, t: number): ExitReason | undefined {
    const side = sideOf(p);
    if (p.hasBar) {
      const close = bars[p.instrument].close[p.bar];
      if (side.trigger === 'close') {
        if ((stopInForce(p) - close) * p.sign >= 0) return stopReason(p);
        if ((close - p.target) * p.sign >= 0) return 'target';
      }
      if (side.leave && leaveRule(side, p.instrument)(p.bar, p) === TRUE) return 'rule';
      const barsHeld = p.bar - p.entryBar + (p.atOpen ? 1 : 0);
      if (side.barsLimit !== undefined && barsHeld >= side.barsLimit) return 'time';
    }
    if (side.rotation && reviews[sides.indexOf(side)]?.[t] === 1 && !staysRanked(side, p, t)) return 'rank';
    if (limits.afterMembership === 'exit' && !plan.isMember(p.instrument, calendar[t])) return 'membership';
    return undefined;
  }

  function leaveRule(side: SidePlan, instrument: number): PositionRule {
    const rules = leaveRules.get(side) as (PositionRule | undefined)[];
    let rule = rules[instrument];
    if (!rule) {
      rule = (side.leave as (instrument: number) => PositionRule)(instrument);
      rules[instrument] = rule;
    }
    return rule;
  }

  /** Whether a held instrument is placed within `keep` among the eligible of its review day. */
  function staysRanked(side: SidePlan, p: Position, t: number): boolean {
    if (kept?.side !== side || kept.tick !== t) {
      scratch.count = 0;
      for (let c = side.candidates.start[t]; c < side.candidates.start[t + 1]; c++) append(scratch, side, c);
      if (side.rank) {
        dropUndefinedRanks(scratch, 0);
        sortByRank(scratch, 0, side.rank.highestFirst);
      }
      const places = Math.min(side.rotation?.keep ?? 0, scratch.count);
      kept = { side, tick: t, instruments: new Set(scratch.instrument.subarray(0, places)) };
    }
    return kept.instruments.has(p.instrument);
  }

  /** Sections 3.2 to 3.4: fills the queue with the day's entries, in the order in which they will be filled. */
  function decide(t: number): void {
    queue.count = 0;
    queue.day = calendar[t];
    for (let s = 0; s < sides.length; s++) {
      const side = sides[s];
      if (side.rotation && reviews[s]?.[t] !== 1) continue;
      const { start, instrument } = side.candidates;
      const from = queue.count;
      for (let c = start[t]; c < start[t + 1]; c++) {
        const k = instrument[c];
        if (!mayEnter(k, side.sign)) continue;
        if (sides.length > 1 && bothSides(k, t)) {
          const rank = side.rank ? side.rank.value(k, side.candidates.bar[c]) : Number.NaN;
          journal.decided(queue.day, k, side.sign, rank, 'both-sides');
          continue;
        }
        append(queue, side, c);
      }
      if (side.rank) {
        dropUndefinedRanks(queue, from, true);
        sortByRank(queue, from, side.rank.highestFirst);
      }
      if (side.rotation) queue.count = Math.min(queue.count, from + freeSlots(side));
    }
  }

  function dropUndefinedRanks(entries: Entries, from: number, log = false): void {
    for (let n = from; n < entries.count; ) {
      if (!Number.isNaN(entries.rank[n])) {
        n++;
        continue;
      }
      if (log) journal.decided(entries.day, entries.instrument[n], entries.sign[n], Number.NaN, 'no-rank');
      drop(entries, n);
    }
  }

  /** Not held, or held on the other side with an exit that fills at the same moment (section 3.2). */
  function mayEnter(instrument: number, sign: 1 | -1): boolean {
    const p = held[instrument];
    if (!p) return true;
    return p.queued !== undefined && p.sign !== sign && plan.leave === plan.enter;
  }

  /** Section 3.3: whether the instrument is a candidate that may be entered on both sides today. */
  function bothSides(instrument: number, t: number): boolean {
    for (const { candidates, sign } of sides) {
      if (!mayEnter(instrument, sign)) return false;
      const { start } = candidates;
      const today = candidates.instrument.subarray(start[t], start[t + 1]);
      const place = countUntil(today, instrument);
      if (place === 0 || today[place - 1] !== instrument) return false;
    }
    return true;
  }

  /** `hold` less the positions that stay. */
  function freeSlots(side: SidePlan): number {
    let staying = 0;
    for (const p of positions) if (p.sign === side.sign && p.queued === undefined) staying++;
    return Math.max(0, (side.rotation?.hold ?? 0) - staying);
  }

  // ---- marks ----

  function valueOf(p: Position): number {
    return p.shares * bars[p.instrument].close[p.bar];
  }

  function signedValue(): number {
    let sum = 0;
    for (const p of positions) sum += p.sign * valueOf(p);
    return sum;
  }

  function mark(t: number): void {
    let long = 0;
    let short = 0;
    markedShorts = [];
    markedValues = [];
    for (const p of positions) {
      p.value = valueOf(p);
      if (p.sign === 1) long += p.value;
      else {
        short += p.value;
        markedShorts.push(p);
        markedValues.push(p.value);
      }
      if (seesWholeBar(p)) {
        const b = bars[p.instrument];
        sawPrice(p, b.low[p.bar]);
        sawPrice(p, b.high[p.bar]);
      }
    }
    equity = cash + long - short;
    markedFree = cash - short;
    marks.equity[t] = equity;
    marks.cash[t] = cash;
    marks.long[t] = long;
    marks.short[t] = short;
    marks.positions[t] = positions.length;
  }

  /** Section 2.7: what was decided on the last day, sized at the last close. */
  function nextOrders(): NextOrder[] {
    const sideName = (sign: 1 | -1) => (sign === 1 ? 'long' : 'short');
    const leaving = positions
      .filter((p) => p.queued !== undefined)
      .map(
        (p): NextOrder => ({
          side: sideName(p.sign),
          action: 'leave',
          symbol: symbols[p.instrument],
          shares: p.shares,
        }),
      );
    const entering = Array.from({ length: queue.count }, (_x, n): NextOrder => {
      const instrument = queue.instrument[n];
      const bar = queue.bar[n];
      const side = (queue.sign[n] === 1 ? plan.long : plan.short) as SidePlan;
      const shares = sharesWanted(plan, side, instrument, bar, bars[instrument].close[bar], equity);
      return { side: sideName(side.sign), action: 'enter', symbol: symbols[instrument], shares };
    });
    return [...leaving, ...entering];
  }
}
