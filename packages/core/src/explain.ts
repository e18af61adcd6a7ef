// What the parts of a strategy mean on this market: how often its conditions are true, how far its stops stand.

import type { BarUnit } from './bars/unit.ts';
import type { Day } from './days/day.ts';
import { type ConditionCount, censusOf } from './evaluation/census.ts';
import type { Evaluator } from './evaluation/evaluate.ts';
import { readsPosition } from './evaluation/positions.ts';
import { at } from './numeric/at.ts';
import { type Distances, distancesOf } from './simulation/distances.ts';
import { type AccountPlan, type StrategyPlan, sideOf } from './simulation/plan.ts';
import { ownValue } from './simulation/prepare.ts';
import { type Reading, rulesOf } from './simulation/reading.ts';
import { medianOf } from './statistics/distribution.ts';

export interface Explanation {
  /** by the setting's path, such as long.enter; rules that read a position have none */
  readonly conditions: ReadonlyMap<string, readonly ConditionCount[]>;
  readonly long: Distances | undefined;
  readonly short: Distances | undefined;
  /** the median instrument's true range today, Wilder's average over 14 bars, as a fraction of its price */
  readonly dayRange: number;
}

/** Bars within so many days of the last one count as today's. */
const TODAY = 10;

/**
 * @param account, @param plan what the reading was prepared to
 * @param from, @param to the days on which conditions are counted
 */
export function explain(
  reading: Reading,
  account: AccountPlan,
  plan: StrategyPlan,
  evaluator: Evaluator,
  { from = -Infinity, to = Infinity }: { readonly from?: Day; readonly to?: Day },
): Explanation {
  const conditions = new Map<string, readonly ConditionCount[]>();
  for (const { path, tree } of rulesOf(reading)) {
    if (!readsPosition(tree)) conditions.set(path, censusOf(evaluator, tree, from, to));
  }
  const latest = latestBars(account, plan, evaluator.panel.universeSize);
  const long = sideOf(plan, 'long');
  const short = sideOf(plan, 'short');
  return {
    conditions,
    long: long && distancesOf(account.bars, long, latest),
    short: short && distancesOf(account.bars, short, latest),
    dayRange: dayRangeOf(evaluator, reading.strategy.bars, latest),
  };
}

/** The last bar of each member on the last day, as [instrument, bar]. */
function latestBars(
  { calendar, bars }: AccountPlan,
  { isMember }: StrategyPlan,
  universeSize: number,
): [number, number][] {
  const last = at(calendar, calendar.length - 1);
  const latest: [number, number][] = [];
  for (let k = 0; k < universeSize; k++) {
    const { day } = at(bars, k);
    let bar = day.length - 1;
    while (bar >= 0 && at(day, bar) > last) bar--;
    if (bar >= 0 && last - at(day, bar) <= TODAY && isMember(k, at(day, bar))) latest.push([k, bar]);
  }
  return latest;
}

function dayRangeOf(
  evaluator: Evaluator,
  unit: BarUnit,
  latest: readonly (readonly [number, number])[],
): number {
  const range = ownValue(`14-${unit} ATR / close`, unit);
  const ranges = latest.map(([k, bar]) => {
    const column = evaluator.values(range, k);
    return typeof column === 'number' ? column : at(column, bar);
  });
  return medianOf(ranges.filter((r) => !Number.isNaN(r)));
}
