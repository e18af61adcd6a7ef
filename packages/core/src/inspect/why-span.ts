// An instrument over a span of days: the truth of each entry condition, membership, and what kept it out.

import { countUntil } from '../days/calendar.ts';
import type { Day } from '../days/day.ts';
import { TRUE } from '../evaluation/truth.ts';
import { at } from '../numeric/at.ts';
import { rulesOf } from '../simulation/reading.ts';
import { OUTCOMES, type Outcome } from '../simulation/records.ts';
import { conditionsOf } from './conditions.ts';
import type { Examined } from './examined.ts';

/** What became of a day: the outcome of its decision, or why there was none. */
export type DayVerdict = Outcome | 'holding' | 'no-member' | 'rule' | 'no-review';

export interface WhySpan {
  readonly symbol: string;
  /** the instrument's bars in the span */
  readonly day: Int32Array;
  readonly close: Float64Array;
  readonly verdict: readonly DayVerdict[];
  /** how many days had each, the most frequent first */
  readonly counts: readonly { readonly verdict: DayVerdict; readonly days: number }[];
  /** the rank value where it was a candidate; NaN elsewhere */
  readonly rank: Float64Array;
  /** by the setting's path: for each condition 0 false, 1 undefined, 2 true on each bar */
  readonly rules: readonly {
    readonly path: string;
    readonly conditions: readonly {
      readonly text: string;
      readonly depth: number;
      readonly truth: Uint8Array;
    }[];
  }[];
}

/** @param from, @param to days, both included */
export function whyBetween(
  { evaluator, reading, part, run }: Pick<Examined, 'evaluator' | 'reading' | 'part' | 'run'>,
  symbol: string,
  from: Day,
  to: Day,
): WhySpan {
  const { panel } = evaluator;
  const k = panel.number(symbol);
  const days = k < 0 ? new Int32Array(0) : at(panel.bars, k).day;
  const first = countUntil(days, from - 1);
  const end = Math.max(first, countUntil(days, to));
  const day = days.slice(first, end);
  const trees = rulesOf(reading).filter(({ path }) => path.endsWith('.enter'));
  const rank = new Float64Array(day.length).fill(Number.NaN);
  const verdict = Array.from(day, (d, i): DayVerdict => {
    if (!panel.isMember(k, d)) return 'no-member';
    const holds = trees.some(({ tree }) => evaluator.truths(tree, k)[first + i] === TRUE);
    return holds ? 'no-review' : 'rule';
  });
  const placeOf = (d: Day): number => {
    const place = countUntil(day, d) - 1;
    return day[place] === d ? place : -1;
  };
  const held = [...run.trades, ...run.openTrades].filter(
    (trade) => trade.part === part && trade.symbol === symbol,
  );
  for (const { entryDay, exitDay = Infinity } of held) {
    for (let i = countUntil(day, entryDay - 1); i < day.length && at(day, i) < exitDay; i++)
      verdict[i] = 'holding';
  }
  const { decisions } = run;
  for (let i = 0; i < decisions.day.length; i++) {
    if (at(decisions.part, i) !== part) continue;
    if (decisions.symbol[at(decisions.instrument, i)] !== symbol) continue;
    const place = placeOf(at(decisions.day, i));
    if (place < 0) continue;
    verdict[place] = at(OUTCOMES, at(decisions.outcome, i));
    rank[place] = at(decisions.rank, i);
  }
  return {
    symbol,
    day,
    close: k < 0 ? new Float64Array(0) : at(panel.bars, k).close.slice(first, end),
    verdict,
    counts: countsOf(verdict),
    rank,
    rules: trees.map(({ path, tree }) => ({
      path,
      conditions: conditionsOf(tree, reading.strategy.bars).map(({ node, text, depth }) => ({
        text,
        depth,
        truth: k < 0 ? new Uint8Array(0) : evaluator.truths(node, k).slice(first, end),
      })),
    })),
  };
}

function countsOf(verdicts: readonly DayVerdict[]): WhySpan['counts'] {
  const days = new Map<DayVerdict, number>();
  for (const verdict of verdicts) days.set(verdict, (days.get(verdict) ?? 0) + 1);
  return [...days].map(([verdict, n]) => ({ verdict, days: n })).sort((a, b) => b.days - a.days);
}
