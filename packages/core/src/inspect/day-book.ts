// One day of a run: what was filled, what is held at its close, what was decided on it.

import { countUntil } from '../days/calendar.ts';
import type { Day } from '../days/day.ts';
import type { Panel } from '../evaluation/panel.ts';
import { at } from '../numeric/at.ts';
import { sideOf } from '../simulation/plan.ts';
import { type ExitReason, LEDGER_KINDS, type Session, type Trade } from '../simulation/records.ts';
import { reviewDays } from '../simulation/reviews.ts';
import type { Examined } from './examined.ts';
import { type CandidateOnDay, candidatesOn, type RankedOnDay, rankedOn } from './why-day.ts';

interface FillOnDay {
  /** the place of its strategy among the run's */
  readonly part: number;
  readonly symbol: string;
  /** whether it began or ended a position */
  readonly action: 'enter' | 'exit';
  readonly side: 'long' | 'short';
  readonly shares: number;
  readonly price: number;
  /** cash in (positive) or out, without commission */
  readonly amount: number;
  readonly commission: number;
  /** why a position was left */
  readonly reason: ExitReason | undefined;
}

interface PositionOnDay {
  readonly part: number;
  readonly symbol: string;
  readonly side: 'long' | 'short';
  readonly shares: number;
  readonly entryDay: Day;
  readonly entrySession?: Session;
  readonly entryPrice: number;
  readonly close: number;
  readonly value: number;
  /** value / equity */
  readonly weight: number;
  /** the price's move since entry in the position's favour, a fraction of the entry price */
  readonly move: number;
}

export interface DayBook {
  /** the run's day asked for, or the last before it; the first when there is none */
  readonly day: Day;
  readonly equity: number;
  /** since the mark before; 0 on the first day */
  readonly change: number;
  readonly cash: number;
  readonly interest: number;
  readonly borrow: number;
  readonly fills: readonly FillOnDay[];
  /** at the close, oldest first */
  readonly positions: readonly PositionOnDay[];
  /** positions that this close decided to exit */
  readonly exiting: readonly {
    readonly part: number;
    readonly symbol: string;
    readonly reason: ExitReason;
  }[];
  /** entries decided at this close, with what became of them */
  readonly candidates: readonly CandidateOnDay[];
  /** all members that a rotation reviewed on this day, in its order; undefined where none was reviewed */
  readonly review: ReviewOnDay | undefined;
}

interface ReviewOnDay {
  readonly ranked: readonly RankedOnDay[];
  readonly hold: number;
  readonly keep: number;
}

export function dayBook(examined: Examined, asked: Day): DayBook {
  const { run } = examined;
  const { panel } = examined.evaluator;
  const { marks, ledger } = run;
  const t = Math.max(0, countUntil(marks.day, asked) - 1);
  const day = at(marks.day, t);
  const trades: readonly Trade[] = [...run.trades, ...run.openTrades];
  const fills: FillOnDay[] = [];
  const sums = { interest: 0, borrow: 0 };
  const begin = countUntil(ledger.day, day - 1);
  const end = countUntil(ledger.day, day);
  for (let i = begin; i < end; i++) {
    const kind = LEDGER_KINDS[at(ledger.kind, i)];
    if (kind === 'interest' || kind === 'borrow') sums[kind] += at(ledger.amount, i);
    if (kind !== 'trade') continue;
    const part = at(ledger.part, i);
    const symbol = at(panel.symbols, at(ledger.instrument, i));
    const own = trades.filter((trade) => trade.part === part && trade.symbol === symbol);
    const shares = Math.abs(at(ledger.shares, i));
    const bought = at(ledger.shares, i) > 0;
    // A position left and another entered in one instrument on one day differ by side or by the way the shares went.
    const entered = own.find((trade) => trade.entryDay === day && (trade.side === 'long') === bought);
    const left = own.find((trade) => trade.exitDay === day && (trade.side === 'short') === bought);
    const paid = i + 1 < end && LEDGER_KINDS[at(ledger.kind, i + 1)] === 'commission';
    fills.push({
      part,
      symbol,
      action: entered ? 'enter' : 'exit',
      side: (entered ?? left)?.side ?? 'long',
      shares,
      price: Math.abs(at(ledger.amount, i)) / shares,
      amount: at(ledger.amount, i),
      commission: paid ? 0 - at(ledger.amount, i + 1) : 0,
      reason: entered ? undefined : left?.exitReason,
    });
  }
  return {
    day,
    equity: at(marks.equity, t),
    change: t > 0 ? at(marks.equity, t) / at(marks.equity, t - 1) - 1 : 0,
    cash: at(marks.cash, t),
    ...sums,
    fills,
    positions: trades
      .filter(({ entryDay, exitDay = Infinity }) => entryDay <= day && exitDay > day)
      .sort((a, b) => a.entryDay - b.entryDay)
      .map((trade) => positionOn(panel, trade, day, at(marks.equity, t))),
    exiting: trades.flatMap(({ part, symbol, exitDecisionDay, exitReason }) =>
      exitDecisionDay === day && exitReason ? [{ part, symbol, reason: exitReason }] : [],
    ),
    candidates: candidatesOn(run.decisions, day),
    review: reviewOn(examined, day),
  };
}

function reviewOn(examined: Examined, day: Day): ReviewOnDay | undefined {
  const side = sideOf(examined.plan, 'long');
  const { calendar } = examined.account;
  const t = countUntil(calendar, day) - 1;
  if (!side?.rotation || t < 0 || reviewDays(side.rotation.review, calendar)[t] !== 1) return undefined;
  const { hold, keep } = side.rotation;
  return { ranked: rankedOn(examined, side, t), hold, keep };
}

function positionOn(panel: Panel, trade: Trade, day: Day, equity: number): PositionOnDay {
  const { part, symbol, side, shares, entryDay, entryPrice } = trade;
  const bars = at(panel.bars, panel.number(symbol));
  const close = at(bars.close, countUntil(bars.day, day) - 1);
  return {
    part,
    symbol,
    side,
    shares,
    entryDay,
    ...(trade.entrySession && { entrySession: trade.entrySession }),
    entryPrice,
    close,
    value: shares * close,
    weight: (shares * close) / equity,
    move: (close / entryPrice - 1) * (side === 'long' ? 1 : -1),
  };
}
