// From a strategy's text and settings to the plan the day loop reads. All problems are found before anything runs.

import type { Market } from '../bars/bars.ts';
import { countUntil, indexDays, unionOfDays } from '../days/calendar.ts';
import { type Day, isoFromDay } from '../days/day.ts';
import { alignNumbers } from '../rules/align.ts';
import { readRule } from '../rules/check.ts';
import type { Evaluator } from '../rules/evaluate.ts';
import { addNamed } from '../rules/named.ts';
import { isBlankRule } from '../rules/outline.ts';
import { printRule } from '../rules/print.ts';
import { barsWhere, valuesAt } from '../rules/select.ts';
import type { Node, Place } from '../rules/tree.ts';
import type { Rate, Side, Stop, Strategy, Target } from '../strategy/strategy.ts';
import { BarValues, LeaveRule } from './bar-values.ts';
import { type Candidates, gatherCandidates, valuesOfCandidates } from './candidates.ts';
import type { Plan, SidePlan, StopPlan, TargetPlan } from './plan.ts';
import { type Continue, report } from './progress.ts';

/** What a run is asked to do. */
export interface RunRequest {
  readonly strategy: Strategy;
  readonly benchmark: string;
  /** first and last day; all there is when left out */
  readonly from?: Day;
  readonly to?: Day;
  /** the first day of the out-of-sample part, for the figures of both parts */
  readonly splitAt?: Day;
}

/** Why a strategy cannot run: `path` names the setting as the strategy file does, such as long.enter. */
export interface Problem {
  readonly path: string;
  readonly message: string;
  /** where in a rule's text */
  readonly place?: Place;
}

export type Prepared =
  | { readonly ok: true; readonly plan: Plan }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/** The trees of one side, dials set. */
interface SideTrees {
  readonly side: Side;
  readonly enter: Node;
  readonly leave: Node | undefined;
  readonly rank: Node | undefined;
  readonly initial: Node | undefined;
  readonly trail: Node | undefined;
  readonly atr: (bars: number) => Node;
}

/** Reads every rule and setting against the evaluator's panel. @throws {Stopped} when `goOn` answers false */
export function prepare(
  request: RunRequest,
  market: Market,
  evaluator: Evaluator,
  goOn: Continue = () => true,
): Prepared {
  const { strategy } = request;
  const { panel } = evaluator;
  const problems: Problem[] = [];
  const problem = (path: string, message: string): void => {
    problems.push({ path, message });
  };
  const dials = Object.fromEntries(Object.entries(strategy.dials).map(([name, dial]) => [name, dial.value]));
  const knows = (symbol: string): boolean =>
    symbol.toLowerCase() === 'benchmark' || (market.get(symbol)?.day.length ?? 0) > 0;
  const named = new Set<string>();

  const read = (
    path: string,
    text: string,
    expects: 'rule' | 'value',
    position = false,
  ): Node | undefined => {
    const checked = readRule(text, {
      expects,
      position,
      unit: strategy.bars,
      dials,
      knows,
      symbols: market.keys(),
    });
    if (checked.ok) {
      addNamed(checked.tree, named);
      return checked.tree;
    }
    for (const fault of checked.problems) problems.push({ path, ...fault });
    return undefined;
  };
  const atr = (bars: number): Node => {
    const place = { from: 0, to: 0 };
    return {
      kind: 'measure',
      phrase: 'ATR',
      windows: [{ kind: 'number', value: bars, text: String(bars), place }],
      takes: [],
      place,
    };
  };
  const level = (path: string, stop: Stop | undefined): Node | undefined =>
    stop && 'level' in stop ? read(path, stop.level, 'value') : undefined;

  const readSide = (name: 'long' | 'short', side: Side | undefined): SideTrees | undefined => {
    if (!side) return undefined;
    const enter = isBlankRule(side.enter) ? undefined : read(`${name}.enter`, side.enter, 'rule');
    if (isBlankRule(side.enter))
      problem(`${name}.enter`, 'Say when to enter; a rule such as “always” enters everything.');
    const leave =
      side.rotate || isBlankRule(side.leave) ? undefined : read(`${name}.leave`, side.leave, 'rule', true);
    const { initial, trail, target, bars } = side.stops;
    if (!side.rotate && isBlankRule(side.leave) && !initial && !trail && !target && bars === undefined) {
      problem(`${name}.leave`, 'Nothing ends a trade: give a leave rule, a stop, a target or a time limit.');
    }
    if (target && 'r' in target && !initial) {
      problem(`${name}.stops.target`, 'A target in multiples of the initial risk needs an initial stop.');
    }
    const trees = {
      rank: side.rank ? read(`${name}.rank.by`, side.rank.by, 'value') : undefined,
      initial: level(`${name}.stops.initial`, initial),
      trail: level(`${name}.stops.trail`, trail),
    };
    return enter ? { side, enter, leave, ...trees, atr } : undefined;
  };

  const longTrees = readSide('long', strategy.long);
  const shortTrees = readSide('short', strategy.short);
  if (!strategy.long && !strategy.short)
    problem('long.enter', 'The strategy has neither a long nor a short side.');
  if (!knows(request.benchmark)) {
    problem('benchmark', `There are no bars for the benchmark “${request.benchmark}”; choose another.`);
  }
  if (panel.universeSize === 0) {
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
  const rates: Record<string, Rate> = {
    'costs.cashRate': strategy.costs.cashRate,
    'costs.marginRate': strategy.costs.marginRate,
    'costs.borrowRate': strategy.costs.borrowRate,
  };
  for (const [path, rate] of Object.entries(rates)) {
    if (typeof rate !== 'string') continue;
    if (knows(rate)) named.add(rate);
    else problem(path, `There are no bars for the rate “${rate}”.`);
  }
  checkSlots(strategy, problem);
  if (problems.length > 0) return { ok: false, problems };

  const benchmarkOr = (symbol: string): string =>
    symbol.toLowerCase() === 'benchmark' ? request.benchmark : symbol;
  const others = [...named].map(benchmarkOr).concat(request.benchmark);
  const numbers = new Set([...panel.bars.keys()].filter((k) => k < panel.universeSize));
  for (const symbol of others) numbers.add(panel.number(symbol));
  const calendarKey = `calendar ${from} ${to} ${[...numbers].sort((a, b) => a - b).join(' ')}`;
  const { calendar, index } = evaluator.remember(calendarKey, () => {
    const columns = [...numbers].filter((k) => k >= 0).map((k) => panel.bars[k].day);
    const union = unionOfDays(columns, from, to);
    return { calendar: union, index: indexDays(union) };
  });
  if (calendar.length < 2) {
    return {
      ok: false,
      problems: [
        {
          path: 'from',
          message: 'There are fewer than two days with bars between the first and the last day.',
        },
      ],
    };
  }

  const valueOf = (node: Node): BarValues => new BarValues(evaluator, node);
  const parsedValue = (text: string): Node => {
    const tree = read('size', text, 'value');
    if (!tree) throw new Error(`the engine's own value "${text}" does not parse`);
    return tree;
  };
  const rateColumn = (rate: Rate): Float64Array => {
    const column = new Float64Array(calendar.length);
    if (typeof rate === 'number') return column.fill(rate);
    const { day, close } = panel.bars[panel.number(rate)];
    alignNumbers(calendar, day, close, column);
    // Before its first day a rate is not known, and nothing is paid.
    return column.fill(0, 0, countUntil(calendar, day[0] - 1));
  };
  const planSide = (trees: SideTrees | undefined, sign: 1 | -1): SidePlan | undefined => {
    if (!trees) return undefined;
    const { side, enter, leave, rank } = trees;
    const candidates: Candidates = evaluator.remember(
      `candidates ${printRule(enter)} in ${calendarKey}`,
      () =>
        gatherCandidates(panel, calendar.length, index, (k) => {
          report(goOn, k / panel.universeSize);
          return barsWhere(evaluator, enter, k);
        }),
    );
    const rankOf = (by: Node): Float64Array =>
      evaluator.remember(`rank ${printRule(by)} of ${printRule(enter)} in ${calendarKey}`, () =>
        valuesOfCandidates(candidates, panel.universeSize, (k, bars) => valuesAt(evaluator, by, k, bars)),
      );
    const stop = (setting: Stop | undefined, tree: Node | undefined): StopPlan | undefined => {
      if (!setting) return undefined;
      if ('percent' in setting) return { kind: 'percent', percent: setting.percent };
      if ('atr' in setting) return { kind: 'atr', times: setting.times, atr: valueOf(atr(setting.atr)) };
      return { kind: 'level', level: valueOf(tree as Node) };
    };
    return {
      sign,
      candidates,
      rank: rank && { values: rankOf(rank), highestFirst: side.rank?.first === 'highest' },
      leave: leave && new LeaveRule(evaluator, leave),
      rotation: side.rotate,
      initial: stop(side.stops.initial, trees.initial),
      trail: stop(side.stops.trail, trees.trail),
      target: targetPlan(side.stops.target, (bars) => valueOf(atr(bars))),
      trigger: side.stops.trigger,
      barsLimit: side.stops.bars,
    };
  };

  const { size, limits, timing, account, costs } = strategy;
  const unit = strategy.bars;
  return {
    ok: true,
    plan: {
      calendar,
      calendarKey,
      symbols: panel.symbols,
      bars: panel.bars,
      long: planSide(longTrees, 1),
      short: planSide(shortTrees, -1),
      isMember: panel.isMember,
      groupOn: panel.groupOn,
      size,
      sizeAtr: size.method === 'volatility' ? valueOf(atr(size.atr)) : undefined,
      tradedValue:
        size.maxOfTradedValue === undefined
          ? undefined
          : valueOf(parsedValue(`20-${unit} average of traded value`)),
      limits,
      slots: limits.positions ?? strategy.long?.rotate?.hold ?? strategy.short?.rotate?.hold ?? 1,
      enter: timing.enter,
      leave: timing.leave,
      capital: account.capital,
      leverage: account.leverage,
      commission: costs.commission,
      slippage: costs.slippage,
      cashRate: rateColumn(costs.cashRate),
      marginRate: rateColumn(costs.marginRate),
      borrowRate: rateColumn(costs.borrowRate),
    },
  };
}

function targetPlan(target: Target | undefined, atr: (bars: number) => BarValues): TargetPlan | undefined {
  if (!target) return undefined;
  if ('percent' in target) return { kind: 'percent', percent: target.percent };
  if ('r' in target) return { kind: 'r', times: target.r };
  return { kind: 'atr', times: target.times, atr: atr(target.atr) };
}

function checkSlots(strategy: Strategy, problem: (path: string, message: string) => void): void {
  const { size, limits, account, long, short } = strategy;
  const slots = limits.positions ?? long?.rotate?.hold ?? short?.rotate?.hold;
  if (size.method === 'equal-slots' && slots === undefined) {
    problem('limits.positions', 'Equal slots need a number of slots; give one, or choose another size.');
  }
  if (size.method === 'equal-slots' && slots !== undefined && account.capital / slots < 1) {
    problem(
      'limits.positions',
      `${slots} slots leave less than 1 of money for each; use fewer slots or more capital.`,
    );
  }
  if (size.method.startsWith('risk-')) {
    for (const [name, side] of [
      ['long', long],
      ['short', short],
    ] as const) {
      if (side && !side.stops.initial) {
        problem(
          `${name}.stops.initial`,
          'A size by risk needs an initial stop: without one it cannot know the risk.',
        );
      }
    }
  }
}
