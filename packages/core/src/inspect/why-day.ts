// Why an instrument was entered on a day, or why not: each condition with its values, membership, and the day's decisions.

import { countUntil } from '../days/calendar.ts';
import type { Day } from '../days/day.ts';
import type { Evaluator } from '../rules/evaluate.ts';
import { readsPosition } from '../rules/positions.ts';
import { type Decisions, OUTCOMES, type Outcome } from '../simulation/records.ts';
import type { Strategy } from '../strategy/strategy.ts';
import { type ConditionOnDay, conditionsAt } from './conditions.ts';
import { rulesOf } from './rules.ts';

export interface CandidateOnDay {
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
  /** entry rules, and leave rules that do not read a position, by the setting's path */
  readonly rules: readonly { readonly path: string; readonly conditions: readonly ConditionOnDay[] }[];
  /** everything that was decided on that day, in its order */
  readonly candidates: readonly CandidateOnDay[];
}

/** @param decisions of a run of the same strategy */
export function whyOn(
  evaluator: Evaluator,
  strategy: Strategy,
  decisions: Decisions,
  symbol: string,
  asked: Day,
): WhyDay {
  const { panel } = evaluator;
  const k = panel.number(symbol);
  const bar = k < 0 ? -1 : countUntil(panel.bars[k].day, asked) - 1;
  if (bar < 0) return { symbol, day: undefined, member: false, rules: [], candidates: [] };
  const day = panel.bars[k].day[bar];
  const rules = rulesOf(strategy)
    .filter(({ tree }) => !readsPosition(tree))
    .map(({ path, tree }) => ({ path, conditions: conditionsAt(evaluator, tree, k, bar, strategy.bars) }));
  return { symbol, day, member: panel.isMember(k, day), rules, candidates: candidatesOn(decisions, day) };
}

/** The decision log's lines of one day, in their order. */
export function candidatesOn(
  { day, symbol, instrument, side, rank, outcome }: Decisions,
  wanted: Day,
): CandidateOnDay[] {
  const rows: CandidateOnDay[] = [];
  for (let i = 0; i < day.length; i++) {
    if (day[i] !== wanted) continue;
    rows.push({
      symbol: symbol[instrument[i]],
      side: side[i] === 1 ? 'long' : 'short',
      rank: rank[i],
      outcome: OUTCOMES[outcome[i]],
    });
  }
  return rows;
}
