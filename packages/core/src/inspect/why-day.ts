// Why an instrument was entered on a day, or why not: each condition with its values, membership, and the day's decisions.

import { countUntil } from '../days/calendar.ts';
import type { Day } from '../days/day.ts';
import { readsPosition } from '../evaluation/positions.ts';
import { at } from '../numeric/at.ts';
import { type SidePlan, sideOf } from '../simulation/plan.ts';
import { placesRankedOn } from '../simulation/rank-order.ts';
import { rulesOf } from '../simulation/reading.ts';
import { type Decisions, OUTCOMES, type Outcome } from '../simulation/records.ts';
import { reviewDays } from '../simulation/reviews.ts';
import { type ConditionOnDay, conditionsAt } from './conditions.ts';
import type { Examined } from './examined.ts';

export interface CandidateOnDay {
  /** the place of the strategy that decided, among the run's */
  readonly part: number;
  readonly symbol: string;
  readonly side: 'long' | 'short';
  /** NaN without a rank */
  readonly rank: number;
  readonly outcome: Outcome;
}

export interface WhyDay {
  readonly symbol: string;
  /** the bar that was read: the last on or before the day asked for; undefined when there is none */
  readonly day: Day | undefined;
  readonly member: boolean;
  /** entry rules, and exit rules that do not read a position, by the setting's path */
  readonly rules: readonly { readonly path: string; readonly conditions: readonly ConditionOnDay[] }[];
  /** everything that was decided on that day, in its order */
  readonly candidates: readonly CandidateOnDay[];
  /** the day it had been entered on, where it was held at that close */
  readonly heldSince: Day | undefined;
  /** what its rotation did with it; undefined without a rotation */
  readonly rotation: RotationOnDay | undefined;
}

interface RotationOnDay {
  /** whether the holdings were reviewed on that day, and else the next day on which they were */
  readonly reviewed: boolean;
  readonly nextReview: Day | undefined;
  /** its place among those ranked, first is 1, and how many there were; 0 where it was not ranked */
  readonly place: number;
  readonly of: number;
  /** what it was ranked by; NaN where it was not ranked */
  readonly value: number;
  /** the one placed just before it, or last where it was not ranked */
  readonly before: RankedOnDay | undefined;
  readonly hold: number;
  readonly keep: number;
}

/** One of those that a rotation ranked. */
export interface RankedOnDay {
  /** first is 1 */
  readonly place: number;
  readonly symbol: string;
  /** NaN where it ranks by nothing */
  readonly value: number;
}

export function whyOn(examined: Examined, symbol: string, asked: Day): WhyDay {
  const { evaluator, reading, plan, part, run } = examined;
  const { panel } = evaluator;
  const k = panel.number(symbol);
  const bar = k < 0 ? -1 : countUntil(at(panel.bars, k).day, asked) - 1;
  if (bar < 0) {
    return {
      symbol,
      day: undefined,
      member: false,
      rules: [],
      candidates: [],
      heldSince: undefined,
      rotation: undefined,
    };
  }
  const day = at(at(panel.bars, k).day, bar);
  const rules = rulesOf(reading)
    .filter(({ tree }) => !readsPosition(tree))
    .map(({ path, tree }) => ({
      path,
      conditions: conditionsAt(evaluator, tree, k, bar, reading.strategy.bars),
    }));
  const held = [...run.trades, ...run.openTrades].find(
    (trade) =>
      trade.part === part &&
      trade.symbol === symbol &&
      trade.entryDay <= day &&
      day < (trade.exitDay ?? Infinity),
  );
  const long = sideOf(plan, 'long');
  return {
    symbol,
    day,
    member: panel.isMember(k, day),
    rules,
    candidates: candidatesOn(run.decisions, day),
    heldSince: held?.entryDay,
    rotation: long && rotationOn(examined, long, k, day),
  };
}

function rotationOn(
  examined: Examined,
  side: SidePlan,
  instrument: number,
  day: Day,
): RotationOnDay | undefined {
  const { calendar } = examined.account;
  const { rotation } = side;
  const t = countUntil(calendar, day) - 1;
  if (!rotation || t < 0 || calendar[t] !== day) return undefined;
  const reviews = reviewDays(rotation.review, calendar);
  const ranked = rankedOn(examined, side, t);
  const symbol = at(examined.evaluator.panel.symbols, instrument);
  const place = ranked.findIndex((one) => one.symbol === symbol) + 1;
  const next = reviews.indexOf(1, t + 1);
  return {
    reviewed: reviews[t] === 1,
    nextReview: next < 0 ? undefined : calendar[next],
    place,
    of: ranked.length,
    value: ranked[place - 1]?.value ?? Number.NaN,
    before: ranked[place > 0 ? place - 2 : ranked.length - 1],
    hold: rotation.hold,
    keep: rotation.keep,
  };
}

/** All that a side's rotation could hold at a tick, in its order. */
export function rankedOn({ evaluator: { panel } }: Examined, side: SidePlan, t: number): RankedOnDay[] {
  const { candidates, rank } = side;
  return Array.from(placesRankedOn(side, t), (c, n) => ({
    place: n + 1,
    symbol: at(panel.symbols, at(candidates.instrument, c)),
    value: rank ? at(rank.values, c) : Number.NaN,
  }));
}

/** The decision log's lines of one day, in their order. */
export function candidatesOn(
  { day, part, symbol, instrument, side, rank, outcome }: Decisions,
  wanted: Day,
): CandidateOnDay[] {
  const rows: CandidateOnDay[] = [];
  for (let i = 0; i < day.length; i++) {
    if (day[i] !== wanted) continue;
    rows.push({
      part: at(part, i),
      symbol: at(symbol, at(instrument, i)),
      side: side[i] === 1 ? 'long' : 'short',
      rank: at(rank, i),
      outcome: at(OUTCOMES, at(outcome, i)),
    });
  }
  return rows;
}
