// The day loop: one day after another, in the order of simulation.md 2.

import { growing } from '../numeric/growing.ts';
import { TRUE } from '../rules/columns.ts';
import type { PositionRule } from '../rules/positions.ts';
import { commissionOf, rounded, sharesFor, slipped } from './costs.ts';
import type { Plan, SidePlan } from './plan.ts';
import { type Position, sawPrice } from './position.ts';
import { moveTrail, stopInForce, stopLevel, stopReason, targetLevel, touched } from './protection.ts';
import {
  type Decisions,
  type ExitReason,
  type LEDGER_KINDS,
  type Ledger,
  type Marks,
  type NextOrder,
  OUTCOMES,
  type Outcome,
} from './records.ts';
import { reviewDays } from './reviews.ts';

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

interface Entry {
  readonly instrument: number;
  readonly side: SidePlan;
  readonly decisionBar: number;
  readonly decisionDay: number;
  readonly rank: number;
}

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
  let queue: Entry[] = [];
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
  const log = {
    day: growing(Int32Array),
    instrument: growing(Int32Array),
    side: growing(Int8Array),
    rank: growing(Float64Array),
    outcome: growing(Uint8Array),
  };
  const book = {
    day: growing(Int32Array),
    kind: growing(Uint8Array),
    instrument: growing(Int32Array),
    shares: growing(Float64Array),
    amount: growing(Float64Array),
  };

  const pay = (day: number, kind: Kind, instrument: number, shares: number, amount: number): void => {
    cash += amount;
    enterLedger(day, kind, instrument, shares, amount);
  };
  const enterLedger = (day: number, kind: Kind, instrument: number, shares: number, amount: number): void => {
    book.day.push(day);
    book.kind.push(KINDS[kind]);
    book.instrument.push(instrument);
    book.shares.push(shares);
    book.amount.push(amount);
  };
  const decided = (entry: Entry, outcome: Outcome): void => {
    log.day.push(entry.decisionDay);
    log.instrument.push(entry.instrument);
    log.side.push(entry.side.sign);
    log.rank.push(entry.rank);
    log.outcome.push(OUTCOMES.indexOf(outcome));
  };
  const sideOf = (p: Position): SidePlan => (p.sign === 1 ? plan.long : plan.short) as SidePlan;

  if (ticks > 0) enterLedger(calendar[0], 'deposit', -1, 0, plan.capital);

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
    if (plan.enter === 'next-open') enterQueued(day, 'open');

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
    if (plan.enter === 'next-close') enterQueued(day, 'close');

    // 4. Interest and borrow cost since the last mark.
    if (t > 0) carry(t);

    // 5. Decisions.
    for (const p of positions) if (p.queued === undefined) p.queued = exitReason(p, t);
    const entries = candidates(t);
    const base = cash + signedValue();
    if (plan.leave === 'same-close') leaveQueued(day, 'now');
    if (plan.enter === 'same-close') fill(entries, day, 'now', base);
    else queue = entries;

    // 6. The mark.
    mark(t);
    for (const p of positions) if (p.hasBar) moveTrail(p, sideOf(p), bars[p.instrument].close[p.bar]);
  }

  return {
    marks,
    closed,
    open: positions,
    decisions: {
      symbol: symbols,
      day: log.day.done(),
      instrument: log.instrument.done(),
      side: log.side.done(),
      rank: log.rank.done(),
      outcome: log.outcome.done(),
    },
    ledger: {
      day: book.day.done(),
      kind: book.kind.done(),
      instrument: book.instrument.done(),
      shares: book.shares.done(),
      amount: book.amount.done(),
    },
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

  /** Section 2.8: an entry without a bar on its fill day lapses; all fills of one moment use the last mark's equity. */
  function enterQueued(day: number, moment: Moment): void {
    const entries = queue;
    queue = [];
    fill(entries, day, moment, equity);
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

  function fill(entries: readonly Entry[], day: number, moment: Moment, base: number): void {
    for (const entry of entries) decided(entry, tryEntry(entry, day, moment, base));
  }

  /** Section 3.5: takes or refuses one candidate. */
  function tryEntry(entry: Entry, day: number, moment: Moment, base: number): Outcome {
    const { instrument, side, decisionBar } = entry;
    const b = bars[instrument];
    if (held[instrument]) return 'held';
    const bar = moment === 'now' ? decisionBar : decisionBar + 1;
    const atOpen = moment === 'open';
    if (bar >= b.day.length || b.day[bar] !== day) return 'no-bar';
    if (!atOpen && bar === b.day.length - 1 && day < lastDay) return 'no-bar';
    if (limits.positions !== undefined && positions.length >= limits.positions) return 'no-slot';
    if (limits.newPerDay !== undefined && takenToday >= limits.newPerDay) return 'day-limit';
    const group = plan.groupOn(instrument, day);
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
      decisionDay: entry.decisionDay,
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
      const eligible = allEntries(side, t).filter((entry) => !side.rank || !Number.isNaN(entry.rank));
      const best = inOrder(side, eligible).slice(0, side.rotation?.keep);
      kept = { side, tick: t, instruments: new Set(best.map((entry) => entry.instrument)) };
    }
    return kept.instruments.has(p.instrument);
  }

  function allEntries(side: SidePlan, t: number): Entry[] {
    const { start, instrument, bar } = side.candidates;
    const entries: Entry[] = [];
    for (let c = start[t]; c < start[t + 1]; c++) {
      const rank = side.rank ? side.rank.value(instrument[c], bar[c]) : Number.NaN;
      entries.push({ instrument: instrument[c], side, decisionBar: bar[c], decisionDay: calendar[t], rank });
    }
    return entries;
  }

  /** Section 3.4: by rank value, ties by symbol; the instruments already come A to Z. */
  function inOrder(side: SidePlan, entries: Entry[]): Entry[] {
    if (!side.rank) return entries;
    const way = side.rank.highestFirst ? -1 : 1;
    return entries.sort((a, b) => way * (a.rank - b.rank) || a.instrument - b.instrument);
  }

  /** Sections 3.2 to 3.4: the day's entries in the order in which they will be filled. */
  function candidates(t: number): Entry[] {
    const bySide = sides.map((side, s) => {
      const free = allEntries(side, t).filter((entry) => mayEnter(entry));
      if (!side.rotation) return free;
      return reviews[s]?.[t] === 1 ? free : [];
    });
    const conflicts = conflictsBetween(bySide);
    return sides.flatMap((side, s) => {
      const entries = bySide[s].filter((entry) => {
        if (conflicts.has(entry.instrument)) decided(entry, 'both-sides');
        else if (side.rank && Number.isNaN(entry.rank)) decided(entry, 'no-rank');
        else return true;
        return false;
      });
      const ordered = inOrder(side, entries);
      return side.rotation ? ordered.slice(0, freeSlots(side)) : ordered;
    });
  }

  /** Not held, or held on the other side with an exit that fills at the same moment (section 3.2). */
  function mayEnter(entry: Entry): boolean {
    const p = held[entry.instrument];
    if (!p) return true;
    return p.queued !== undefined && p.sign !== entry.side.sign && plan.leave === plan.enter;
  }

  function conflictsBetween(bySide: readonly Entry[][]): ReadonlySet<number> {
    if (bySide.length < 2 || bySide[0].length === 0 || bySide[1].length === 0) return NO_CONFLICTS;
    const longs = new Set(bySide[0].map((entry) => entry.instrument));
    return new Set(bySide[1].map((entry) => entry.instrument).filter((k) => longs.has(k)));
  }

  /** `hold` less the positions that stay. */
  function freeSlots(side: SidePlan): number {
    const staying = positions.filter((p) => p.sign === side.sign && p.queued === undefined).length;
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
    const entering = queue.map((entry): NextOrder => {
      const { instrument, side, decisionBar } = entry;
      const shares = sharesWanted(
        plan,
        side,
        instrument,
        decisionBar,
        bars[instrument].close[decisionBar],
        equity,
      );
      return { side: sideName(side.sign), action: 'enter', symbol: symbols[instrument], shares };
    });
    return [...leaving, ...entering];
  }
}

type Kind = (typeof LEDGER_KINDS)[number];
/** `now` is the close the decision was made at. */
type Moment = 'open' | 'close' | 'now';
const KINDS: Record<Kind, number> = { deposit: 0, trade: 1, commission: 2, interest: 3, borrow: 4 };
const NO_CONFLICTS: ReadonlySet<number> = new Set();

/** Section 4: the method's shares within the limits, rounded; 0 when what it needs is undefined. */
function sharesWanted(
  plan: Plan,
  side: SidePlan,
  instrument: number,
  bar: number,
  price: number,
  base: number,
): number {
  const { size } = plan;
  let shares = sharesByMethod(plan, side, instrument, bar, price, base);
  if (size.maxPercent !== undefined) shares = Math.min(shares, (base * size.maxPercent) / 100 / price);
  if (size.maxOfTradedValue !== undefined && plan.tradedValue) {
    shares = Math.min(shares, (plan.tradedValue(instrument, bar) * size.maxOfTradedValue) / 100 / price);
  }
  return shares > 0 && Number.isFinite(shares) ? rounded(shares, size.fractional) : 0;
}

function sharesByMethod(
  plan: Plan,
  side: SidePlan,
  instrument: number,
  bar: number,
  price: number,
  base: number,
): number {
  const { size } = plan;
  const risk = (): number =>
    side.initial
      ? (price - stopLevel(side.initial, price, side.sign, instrument, bar)) * side.sign
      : Number.NaN;
  switch (size.method) {
    case 'percent-of-equity':
      return (base * size.percent) / 100 / price;
    case 'equal-slots':
      return (base * plan.leverage) / plan.slots / price;
    case 'cash':
      return size.amount / price;
    case 'shares':
      return size.count;
    case 'risk-cash':
      return size.amount / risk();
    case 'risk-percent':
      return (base * size.percent) / 100 / risk();
    case 'volatility':
      return (base * size.percent) / 100 / (plan.sizeAtr ? plan.sizeAtr(instrument, bar) : Number.NaN);
  }
}
