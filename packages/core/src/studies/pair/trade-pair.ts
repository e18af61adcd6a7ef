// A pair as a run: two legs a round on one account, through the same ledger, costs and marks as any run (studies.md 4).

import { at } from '../../numeric/at.ts';
import { Account } from '../../simulation/account.ts';
import { Book } from '../../simulation/book.ts';
import { commissionOf, rounded, slipped } from '../../simulation/costs.ts';
import { exitAt } from '../../simulation/fills.ts';
import { Journal } from '../../simulation/journal.ts';
import type { AccountPlan, SidePlan, StrategyPlan } from '../../simulation/plan.ts';
import type { Position } from '../../simulation/position.ts';
import { sessionOf } from '../../simulation/session.ts';
import type { Simulated } from '../../simulation/simulate.ts';
import type { PairRules } from '../study.ts';
import type { CommonBars } from './common-bars.ts';
import { entryAt, exitAtClose, type PairReason, type SpreadSide } from './signals.ts';
import type { Spread } from './spread.ts';

export interface TradedPair extends Simulated {
  /** closed ones */
  readonly closedRounds: number;
  /** the side decided on at each common bar: what a round that begins there would hold; 0 for none */
  readonly decided: Int8Array;
}

/** The legs' numbers among the account's instruments. */
export interface Legs {
  readonly y: number;
  readonly x: number;
}

interface Round {
  readonly side: SpreadSide;
  readonly legs: readonly Position[];
  /** the common bar of its entry */
  readonly from: number;
}

/** @param logs the hedge is an elasticity */
export function tradePair(
  plan: AccountPlan,
  legs: Legs,
  bars: CommonBars,
  spread: Spread,
  rules: PairRules,
  logs: boolean,
): TradedPair {
  const { calendar, exitSlippage } = plan;
  const journal = new Journal();
  const strategy = legPlan(rules);
  const book = new Book(plan, strategy, 0);
  const account = new Account(plan, [book], journal);
  const decided = new Int8Array(bars.days.length);
  const atOpen = rules.timing === 'next-open';
  let last = 0;
  let closedRounds = 0;
  let round: Round | undefined;
  let leave: { reason: PairReason; day: number } | undefined;
  let enter: { side: SpreadSide; at: number } | undefined;

  const exit = (day: number, i: number): void => {
    if (!round || !leave) return;
    for (const p of round.legs) {
      p.queuedOn = leave.day;
      exitAt(account, book, p, day, atOpen, leave.reason, exitSlippage);
      // Common bars, where an instrument may have more of its own.
      p.barsHeld = i - round.from;
    }
    book.sweep();
    closedRounds++;
    round = undefined;
    leave = undefined;
  };
  const open = (i: number, equity: number): void => {
    if (!enter) return;
    const { side, at: decision } = enter;
    enter = undefined;
    const entry = { round: last + 1, side, decision, fill: i, equity, atOpen, logs };
    const opened = legsOf(plan, legs, bars, spread, rules, entry);
    if (opened.length === 0) return;
    last++;
    for (const p of opened) account.open(book, p);
    round = { side, legs: opened, from: i };
  };

  for (let t = 0, i = -1; t < calendar.length; t++) {
    const day = calendar[t]!;
    account.startDay(day);
    const isCommon = bars.days[i + 1] === day;
    if (isCommon) i++;
    if (isCommon && atOpen) {
      exit(day, i);
      open(i, account.equity);
    }
    if (t > 0) account.carry(t);
    if (isCommon) {
      const held = round ? i - round.from + (atOpen ? 1 : 0) : 0;
      const reason = round && exitAtClose(spread, rules, round.side, held, i);
      if (reason) leave = { reason, day };
      const side = entryAt(spread, rules, i);
      // One position at a time; what leaves makes room for the other side.
      if (side && (!round || (reason && side !== round.side))) enter = { side, at: i };
      decided[i] = enter ? enter.side : round && !reason ? round.side : 0;
      if (!atOpen) {
        const worth = account.worth();
        exit(day, i);
        open(i, worth);
      }
    }
    account.mark(t);
  }
  return {
    marks: account.marks,
    closed: account.closed,
    open: book.positions,
    decisions: journal.decisions(plan.symbols),
    ledger: journal.ledger(),
    nextOrders: [],
    standing: [],
    ambiguousBars: 0,
    holdings: [],
    closedRounds,
    decided,
  };
}

interface Entry {
  readonly round: number;
  readonly side: SpreadSide;
  /** common bars of the decision and of the fill */
  readonly decision: number;
  readonly fill: number;
  readonly equity: number;
  readonly atOpen: boolean;
  readonly logs: boolean;
}

/** Both legs of a round; none where there is no share of one of them. */
function legsOf(
  plan: AccountPlan,
  legs: Legs,
  bars: CommonBars,
  spread: Spread,
  rules: PairRules,
  { round, side, decision, fill, equity, atOpen, logs }: Entry,
): readonly Position[] {
  const yBars = at(plan.bars, legs.y);
  const xBars = at(plan.bars, legs.x);
  const [yBar, xBar] = [at(bars.yBar, fill), at(bars.xBar, fill)];
  const priceOf = ({ open, close }: typeof yBars, bar: number, sign: 1 | -1): number =>
    slipped((atOpen ? open : close)[bar]!, sign, plan.slippage);
  const other = side === 1 ? -1 : 1;
  const yPrice = priceOf(yBars, yBar, side);
  const xPrice = priceOf(xBars, xBar, other);
  const elasticity = spread.b[decision]!;
  const b = logs ? (elasticity * yPrice) / xPrice : elasticity;
  const unit = (equity * rules.gross) / 100 / (yPrice + b * xPrice);
  const yShares = rounded(unit, false);
  const xShares = rounded(unit * b, false);
  if (!(yShares > 0) || !(xShares > 0)) return [];
  const leg = (instrument: number, sign: 1 | -1, price: number, shares: number, bar: number): Position => ({
    part: 0,
    round,
    instrument,
    bars: at(plan.bars, instrument),
    side: sign === 1 ? LONG : SHORT,
    sign,
    shares,
    sizedOn: equity,
    wanted: shares,
    entryPrice: price,
    decisionDay: at(bars.days, decision),
    entryDay: at(bars.days, fill),
    entrySession: sessionOf(at(plan.bars, instrument), bar, atOpen ? 'open' : 'close'),
    entryBar: bar,
    atOpen,
    group: undefined,
    initialStop: Number.NaN,
    target: Number.NaN,
    trail: Number.NaN,
    stop: Number.NaN,
    bestClose: price,
    stopBefore: Number.NaN,
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
    exitSession: undefined,
    exitPrice: Number.NaN,
    exitReason: undefined,
  });
  return [leg(legs.y, side, yPrice, yShares, yBar), leg(legs.x, other, xPrice, xShares, xBar)];
}

const NO_CANDIDATES = {
  start: new Int32Array(1),
  instrument: new Int32Array(),
  bar: new Int32Array(),
  next: new Int32Array(),
};

/** A side that decides nothing: the pair's own rules do. */
const plainSide = (name: 'long' | 'short', sign: 1 | -1): SidePlan => ({
  name,
  sign,
  candidates: NO_CANDIDATES,
  rank: undefined,
  exit: undefined,
  rotation: undefined,
  initial: undefined,
  trail: undefined,
  target: undefined,
  trigger: 'close',
  barsLimit: undefined,
});
const LONG = plainSide('long', 1);
const SHORT = plainSide('short', -1);

function legPlan({ timing }: PairRules): StrategyPlan {
  return {
    name: '',
    share: 1,
    sides: [LONG, SHORT],
    isMember: () => true,
    groupOn: () => undefined,
    size: { method: 'shares', count: 1, fractional: false, unaffordable: 'shrink' },
    sizeAtr: undefined,
    tradedValue: undefined,
    limits: { afterMembership: 'hold' },
    slots: 1,
    slotLeverage: 1,
    enter: timing,
    exit: timing,
  };
}
