// What the parts of a strategy mean on this market: how often its conditions are true, how far its stops stand.

import type { Market } from './bars/bars.ts';
import { type ConditionCount, censusOf } from './rules/census.ts';
import { readRule } from './rules/check.ts';
import type { Evaluator } from './rules/evaluate.ts';
import { isBlankRule } from './rules/outline.ts';
import { readsPosition } from './rules/positions.ts';
import { type Distances, distancesOf } from './simulation/distances.ts';
import { prepare, type RunRequest } from './simulation/prepare.ts';
import { type Continue, partOf } from './simulation/progress.ts';
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

/** Undefined when the strategy has problems. @throws {Stopped} when `goOn` answers false */
export function explain(
  request: RunRequest,
  market: Market,
  evaluator: Evaluator,
  goOn: Continue = () => true,
): Explanation | undefined {
  const prepared = prepare(request, market, evaluator, partOf(goOn, 0, 0.5));
  if (!prepared.ok) return undefined;
  const { plan } = prepared;
  const { strategy, from = -Infinity, to = Infinity } = request;
  const dials = Object.fromEntries(Object.entries(strategy.dials).map(([name, { value }]) => [name, value]));
  const rules = (['long', 'short'] as const).flatMap((name) => {
    const side = strategy[name];
    if (!side) return [];
    return [
      { path: `${name}.enter`, text: side.enter, position: false },
      ...(side.rotate ? [] : [{ path: `${name}.leave`, text: side.leave, position: true }]),
    ];
  });
  const conditions = new Map<string, readonly ConditionCount[]>();
  for (const { path, text, position } of rules) {
    if (isBlankRule(text)) continue;
    const read = readRule(text, { expects: 'rule', unit: strategy.bars, dials, position });
    if (read.ok && !readsPosition(read.tree)) conditions.set(path, censusOf(evaluator, read.tree, from, to));
  }
  const last = plan.calendar[plan.calendar.length - 1];
  const bars: [number, number][] = [];
  for (let k = 0; k < evaluator.panel.universeSize; k++) {
    const { day } = plan.bars[k];
    let bar = day.length - 1;
    while (bar >= 0 && day[bar] > last) bar--;
    if (bar >= 0 && last - day[bar] <= TODAY && plan.isMember(k, day[bar])) bars.push([k, bar]);
  }
  const range = readRule(`14-${strategy.bars} ATR / close`, { expects: 'value', unit: strategy.bars });
  const ranges = bars.map(([k, bar]) => {
    const column = range.ok ? evaluator.values(range.tree, k) : Number.NaN;
    return typeof column === 'number' ? column : column[bar];
  });
  return {
    conditions,
    long: plan.long && distancesOf(plan, plan.long, bars),
    short: plan.short && distancesOf(plan, plan.short, bars),
    dayRange: medianOf(ranges.filter((r) => !Number.isNaN(r))),
  };
}
