// From a strategy's reading and settings to the plan the day loop reads. All problems are found before anything runs.

import type { Market } from '../bars/bars.ts';
import type { BarUnit } from '../bars/unit.ts';
import { indexDays, unionOfDays } from '../days/calendar.ts';
import type { Evaluator } from '../evaluation/evaluate.ts';
import type { Panel } from '../evaluation/panel.ts';
import { readRule } from '../language/check.ts';
import type { Node } from '../language/tree.ts';
import { at } from '../numeric/at.ts';
import type { Rate } from '../strategy/strategy.ts';
import { BarValues } from './bar-values.ts';
import { faultsInSettings, slotsToDivideBy } from './checks.ts';
import { filledFrom } from './filled.ts';
import type { AccountPlan, Plan, StrategyPlan } from './plan.ts';
import {
  atrNode,
  type EnteringSide,
  findEntries,
  planHeld,
  type RunDays,
  rankedEntries,
  sidePlan,
} from './plan-side.ts';
import type { Continue } from './progress.ts';
import { ratesOn } from './rates.ts';
import { readAhead } from './read-ahead.ts';
import { namedBy, type Reading, type SideReading } from './reading.ts';
import type { Problem, RunRequest } from './request.ts';

export type Prepared =
  | { readonly ok: true; readonly plan: Plan }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/**
 * Holds every rule and setting against the evaluator's panel.
 * @param reading of the request's strategy, for the same market
 * @throws {Stopped} when `goOn` answers false
 */
export function prepare(
  request: RunRequest,
  reading: Reading,
  market: Market,
  evaluator: Evaluator,
  goOn: Continue = () => true,
): Prepared {
  const problems = [...reading.problems, ...faultsInSettings(request, market, evaluator.panel)];
  if (problems.length > 0) return { ok: false, problems };
  const begun = whenFilled(request, reading, evaluator.panel);
  if (!begun) {
    const message = 'No member ever has as many bars as the windows of the rules read.';
    return { ok: false, problems: [{ path: 'begin', message }] };
  }
  const days = daysOf(begun, reading, evaluator);
  if (days.calendar.length < 2) {
    const message = 'There are fewer than two days with bars between the first and the last day.';
    return { ok: false, problems: [{ path: 'from', message }] };
  }
  const account = accountPlan(request, evaluator.panel, days);
  return {
    ok: true,
    plan: { account, strategies: [strategyPlan(reading, evaluator, days, goOn)] },
  };
}

/** The request from the day on which its windows are full, where it asks for that; undefined where there is none. */
function whenFilled(request: RunRequest, reading: Reading, panel: Panel): RunRequest | undefined {
  const { begin, benchmark, from = -Infinity, to = Infinity } = request;
  if (begin === undefined) return request;
  const first = filledFrom(reading, panel, benchmark, from, to);
  return first === undefined ? undefined : { ...request, from: first };
}

/** The calendar: all days of the universe and of what the strategy names, within the run (simulation.md 1.2). */
function daysOf(request: RunRequest, reading: Reading, evaluator: Evaluator): RunDays {
  const { panel } = evaluator;
  const { benchmark, from = -Infinity, to = Infinity } = request;
  const others = [...namedBy(reading), benchmark].map((symbol) =>
    symbol.toLowerCase() === 'benchmark' ? benchmark : symbol,
  );
  const numbers = new Set([...panel.bars.keys()].filter((k) => k < panel.universeSize));
  for (const symbol of others) numbers.add(panel.number(symbol));
  const key = `calendar ${from} ${to} ${[...numbers].sort((a, b) => a - b).join(' ')}`;
  const { calendar, index } = evaluator.remember(key, () => {
    const columns = [...numbers].map((k) => at(panel.bars, k).day);
    const union = unionOfDays(columns, from, to);
    return { calendar: union, index: indexDays(union) };
  });
  return { calendar, index, key };
}

export function accountPlan(
  { strategy, closeAtEnd = false, late = false }: RunRequest,
  panel: Panel,
  { calendar, key }: Pick<RunDays, 'calendar' | 'key'>,
): AccountPlan {
  const { account, costs } = strategy;
  return {
    calendar,
    calendarKey: key,
    symbols: panel.symbols,
    bars: panel.bars,
    capital: account.capital,
    closeAtEnd,
    late,
    leverage: account.leverage,
    commission: costs.commission,
    slippage: costs.slippage,
    exitCommission: costs.exit?.commission ?? costs.commission,
    exitSlippage: costs.exit?.slippage ?? costs.slippage,
    cashRate: rateColumn(costs.cashRate, panel, calendar),
    marginRate: rateColumn(costs.marginRate, panel, calendar),
    borrowRate: rateColumn(costs.borrowRate, panel, calendar),
    riskFreeRate: rateColumn(costs.riskFreeRate ?? costs.cashRate, panel, calendar),
  };
}

function rateColumn(rate: Rate, panel: Panel, calendar: Int32Array): Float64Array {
  return ratesOn(typeof rate === 'number' ? rate : at(panel.bars, panel.number(rate)), calendar);
}

export function strategyPlan(
  { strategy, sides }: Reading,
  evaluator: Evaluator,
  days: RunDays,
  goOn: Continue,
): StrategyPlan {
  const { panel } = evaluator;
  const { size, limits, timing, account } = strategy;
  const entering = sides.filter(hasEntry);
  const held = {
    sides: entering.map((side) => planHeld(evaluator, side, size.method.startsWith('risk-'))),
    sizeAtr: size.method === 'volatility' ? new BarValues(evaluator, atrNode(size.atr)) : undefined,
    tradedValue:
      size.maxOfTradedValue === undefined
        ? undefined
        : new BarValues(evaluator, ownValue(`20-${strategy.bars} average of traded value`, strategy.bars)),
  };
  const found = entering.map((side) => findEntries(evaluator, days, side, held, goOn));
  readAhead(
    evaluator,
    held,
    found.map(({ order }) => order),
  );
  return {
    name: strategy.name,
    share: 1,
    sides: entering.map((side, s) =>
      sidePlan(at(held.sides, s), rankedEntries(evaluator, at(found, s), side, goOn)),
    ),
    isMember: panel.isMember,
    groupOn: panel.groupOn,
    size,
    sizeAtr: held.sizeAtr,
    tradedValue: held.tradedValue,
    limits,
    slots: slotsToDivideBy(strategy),
    slotLeverage: account.leverage,
    enter: timing.enter,
    exit: timing.exit,
  };
}

function hasEntry(side: SideReading): side is EnteringSide {
  return side.enter !== undefined;
}

/** The tree of a value that the engine itself asks for. */
export function ownValue(text: string, unit: BarUnit): Node {
  const read = readRule(text, { expects: 'value', unit });
  if (!read.ok) throw new Error(`the engine's own value “${text}” does not read`);
  return read.tree;
}
