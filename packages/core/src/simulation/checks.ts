// What may be wrong with a run's settings beside its texts.

import type { Market } from '../bars/bars.ts';
import { isoFromDay } from '../days/day.ts';
import type { Panel } from '../evaluation/panel.ts';
import type { Strategy } from '../strategy/strategy.ts';
import { isKnown } from './reading.ts';
import type { Problem, RunRequest } from './request.ts';

/** Every fault of sides, benchmark, universe, days, rates and slots. */
export function faultsInSettings(request: RunRequest, market: Market, panel: Panel): Problem[] {
  const { strategy, benchmark } = request;
  const problems: Problem[] = [];
  const problem = (path: string, message: string): void => {
    problems.push({ path, message });
  };
  if (!strategy.long && !strategy.short)
    problem('long.enter', 'The strategy has neither a long nor a short side.');
  if (!isKnown(market, benchmark)) {
    problem('benchmark', `There are no bars for the benchmark “${benchmark}”; choose another.`);
  }
  if (panel.ownSize === 0) {
    problem(
      'universe',
      panel.missing.length > 0
        ? `None of the universe's ${panel.missing.length} instruments has bars.`
        : 'The universe is empty; add instruments to it or choose another.',
    );
  }
  const { from = -Infinity, to = Infinity } = request;
  if (from > to) {
    problem(
      'from',
      `The first day ${isoFromDay(from)} comes after the last day ${isoFromDay(to)}; swap them.`,
    );
  }
  for (const name of ['cashRate', 'marginRate', 'borrowRate', 'riskFreeRate'] as const) {
    const rate = strategy.costs[name];
    if (typeof rate === 'string' && !isKnown(market, rate))
      problem(`costs.${name}`, `There are no bars for the rate “${rate}”.`);
  }
  return [...problems, ...faultsInSlots(strategy), ...faultsInRisk(strategy)];
}

/** The slots of an `equal-slots` size, where they are given. */
function slotsOf({ limits, long, short }: Strategy): number | undefined {
  return limits.positions ?? long?.rotate?.hold ?? short?.rotate?.hold;
}

/** What `equal-slots` divides by; any number where the size is another. */
export function slotsToDivideBy(strategy: Strategy): number {
  return slotsOf(strategy) ?? 1;
}

function faultsInSlots(strategy: Strategy): Problem[] {
  if (strategy.size.method !== 'equal-slots') return [];
  const slots = slotsOf(strategy);
  if (slots === undefined) {
    const message = 'Equal slots need a number of slots; give one, or choose another size.';
    return [{ path: 'limits.positions', message }];
  }
  if (strategy.account.capital / slots >= 1) return [];
  const message = `${slots} slots leave less than 1 of money for each; use fewer slots or more capital.`;
  return [{ path: 'limits.positions', message }];
}

function faultsInRisk(strategy: Strategy): Problem[] {
  if (!strategy.size.method.startsWith('risk-')) return [];
  return (['long', 'short'] as const)
    .filter((name) => strategy[name] && !strategy[name].stops.initial && !strategy[name].stops.trail)
    .map((name) => ({
      path: `${name}.stops.initial`,
      message: 'A size by risk needs an initial or a trailing stop: without one it cannot know the risk.',
    }));
}
