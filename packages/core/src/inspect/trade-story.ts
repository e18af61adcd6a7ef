// One trade from its decision to its end: the bars around it, what its rules read, where its stops stood, and why.

import type { Bars } from '../bars/bars.ts';
import { mapBars } from '../bars/columns.ts';
import { countUntil } from '../days/calendar.ts';
import type { Evaluator } from '../evaluation/evaluate.ts';
import { standsOnPrices } from '../evaluation/on-prices.ts';
import { readsPosition } from '../evaluation/positions.ts';
import { printRule } from '../language/print.ts';
import { childrenOf, type Node } from '../language/tree.ts';
import { unitOf } from '../language/units.ts';
import { measureOf } from '../measures/catalogue.ts';
import { at } from '../numeric/at.ts';
import { type SidePlan, sideOf } from '../simulation/plan.ts';
import { levelsAtEntry, moveTrail } from '../simulation/protection.ts';
import { placesRankedOn } from '../simulation/rank-order.ts';
import type { Reading } from '../simulation/reading.ts';
import type { ExitReason, Trade } from '../simulation/records.ts';
import type { FigurePart } from '../statistics/figure-catalogue.ts';
import { type ConditionOnDay, conditionsAt } from './conditions.ts';
import type { Examined } from './examined.ts';
import { sizeSteps } from './size-steps.ts';
import { type WhyDay, whyOn } from './why-day.ts';

/** A measure that the rules name, over the bars shown. */
interface StoryLine {
  readonly text: string;
  /** whether it stands on one scale with the bars */
  readonly isPrice: boolean;
  /** lines of one number are compared with each other, and so stand on one scale */
  readonly panel: number;
  readonly values: Float64Array;
}

export interface TradeStory {
  readonly trade: Trade;
  /** the bars around the trade */
  readonly bars: Bars;
  /** places in `bars`; no exit while it is open */
  readonly entry: number;
  readonly exit: number | undefined;
  readonly lines: readonly StoryLine[];
  /** the stop in force and the target on each bar; NaN where there is none */
  readonly stop: Float64Array;
  readonly target: Float64Array;
  readonly why: WhyDay;
  /** its place among the candidates of its side, first is 1, and how many there were; 0 where the log has none */
  readonly place: number;
  readonly of: number;
  readonly size: readonly FigurePart[];
  readonly exitParts: readonly FigurePart[];
  /** the exit rule at the close that decided, where a rule did */
  readonly exitConditions: readonly ConditionOnDay[];
}

const BARS_BEFORE = 60;
const BARS_AFTER = 25;

/** @param trade one of the run's; undefined when its instrument or its bars are not there */
export function tradeStory(examined: Examined, trade: Trade): TradeStory | undefined {
  const { evaluator, reading, account, plan, part } = examined;
  const { panel } = evaluator;
  const k = panel.number(trade.symbol);
  const side = sideOf(plan, trade.side);
  if (k < 0 || !side) return undefined;
  const bars = at(panel.bars, k);
  const barOn = (day: number): number => countUntil(bars.day, day) - 1;
  const entryBar = barOn(trade.entryDay);
  const decisionBar = barOn(trade.decisionDay);
  if (decisionBar < 0 || entryBar < decisionBar) return undefined;
  const exitBar = trade.exitDay === undefined ? undefined : barOn(trade.exitDay);
  const first = Math.max(0, decisionBar - BARS_BEFORE);
  const end = Math.min(bars.day.length, (exitBar ?? bars.day.length) + 1 + BARS_AFTER);
  const { stop, target } = levelsOf(bars, side, k, trade, { decisionBar, entryBar, exitBar, first, end });
  const why = whyOn(examined, trade.symbol, trade.decisionDay);
  const rivals = why.candidates.filter(
    (candidate) => candidate.part === part && candidate.side === trade.side,
  );
  const place = rivals.findIndex(({ symbol }) => symbol === trade.symbol) + 1;
  const decidedBar = trade.exitDecisionDay === undefined ? undefined : barOn(trade.exitDecisionDay);
  const exitRule = reading.sides.find(({ name }) => name === trade.side)?.exit;
  const held = {
    side,
    entryBar,
    entryPrice: trade.entryPrice,
    atOpen: plan.enter === 'next-open',
  };
  return {
    trade,
    bars: mapBars(bars, (column) => column.slice(first, end) as typeof column),
    entry: entryBar - first,
    exit: exitBar === undefined ? undefined : exitBar - first,
    lines: linesOf(evaluator, reading, trade.side, k, first, end),
    stop,
    target,
    why,
    place,
    of: rivals.length,
    size: sizeSteps(plan, side, k, decisionBar, trade),
    exitParts: exitParts(account.calendar, side, trade, bars, {
      k,
      exitBar,
      decidedBar,
      stop,
      target,
      first,
    }),
    exitConditions:
      trade.exitReason === 'rule' && exitRule && decidedBar !== undefined
        ? conditionsAt(evaluator, exitRule, k, decidedBar, reading.strategy.bars, held)
        : [],
  };
}

interface Places {
  readonly decisionBar: number;
  readonly entryBar: number;
  readonly exitBar: number | undefined;
  /** the bars shown */
  readonly first: number;
  readonly end: number;
}

/** Steps the stops through the trade's bars again, by the same functions as the day loop. */
function levelsOf(
  bars: Bars,
  side: SidePlan,
  k: number,
  { entryPrice }: Trade,
  { decisionBar, entryBar, exitBar, first, end }: Places,
): { stop: Float64Array; target: Float64Array } {
  const levels = levelsAtEntry(side, entryPrice, k, decisionBar);
  const stop = new Float64Array(end - first).fill(Number.NaN);
  const target = new Float64Array(end - first).fill(Number.NaN);
  const p = {
    side,
    instrument: k,
    ...levels,
    bestClose: entryPrice,
    bar: entryBar,
  };
  const last = exitBar ?? bars.day.length - 1;
  for (let bar = entryBar; bar <= last; bar++) {
    stop[bar - first] = p.stop;
    target[bar - first] = levels.target;
    p.bar = bar;
    moveTrail(p, at(bars.close, bar));
  }
  return { stop, target };
}

const SHOWN_BY_BARS = new Set(['open', 'high', 'low', 'close']);

/** A price of the bar itself; with a window the same word is a measure of its own. */
function isShownByBars({ phrase, windows }: Node & { kind: 'measure' }): boolean {
  return windows.length === 0 && SHOWN_BY_BARS.has(phrase);
}

/** Every measure that the side's rules, rank and stop levels name, each once, in reading order. */
function linesOf(
  evaluator: Evaluator,
  { strategy, sides }: Reading,
  sideName: 'long' | 'short',
  k: number,
  first: number,
  end: number,
): StoryLine[] {
  const side = sides.find(({ name }) => name === sideName);
  if (!side) return [];
  const trees = [side.enter, side.exit, side.rank, side.initial, side.trail];
  const lines = new Map<string, StoryLine>();
  let panels = 0;
  /** the panels of the comparison that is read, by what their lines are counted in */
  let compared: Map<string | undefined, number> | undefined;
  const add = (node: Node, ofAnother: boolean): void => {
    const text = printRule(node, strategy.bars);
    const known = lines.get(text);
    const unit = unitOf(node);
    if (known) {
      compared?.set(unit, known.panel);
      return;
    }
    const values = evaluator.values(node, k);
    if (typeof values === 'number') return;
    const isPrice = !ofAnother && standsOnPrices(node, values, at(evaluator.panel.bars, k), first, end);
    const panel = compared?.get(unit) ?? ++panels;
    compared?.set(unit, panel);
    lines.set(text, { text, isPrice, panel, values: values.slice(first, end) });
  };
  const visit = (node: Node, scope: string | undefined): void => {
    if (node.kind === 'scope') return visit(node.of, node.instrument);
    if (node.kind === 'comparison' || node.kind === 'between') {
      compared = new Map();
      visitAll(node, scope);
      compared = undefined;
      return;
    }
    const measure = measureIn(node);
    if (!measure || (!scope && measure === node && isShownByBars(measure))) return visitAll(node, scope);
    if (measureOf(measure.phrase, measure.windows.length).position || readsPosition(node)) return;
    const scoped: Node = scope ? { kind: 'scope', instrument: scope, of: node, place: node.place } : node;
    // Another instrument's prices stand on a scale of their own.
    add(scoped, scope !== undefined);
  };
  const visitAll = (node: Node, scope: string | undefined): void => {
    for (const child of childrenOf(node)) visit(child, scope);
  };
  for (const tree of trees) if (tree) visit(tree, undefined);
  return [...lines.values()];
}

/** The measure that a value is, or was so many bars ago: a line stands where the rule sees it. */
function measureIn(node: Node): (Node & { kind: 'measure' }) | undefined {
  if (node.kind === 'measure') return node;
  return node.kind === 'ago' && node.of.kind === 'measure' ? node.of : undefined;
}

const PRICE = (name: string, value: number): FigurePart => ({ name, value, kind: 'price' });
const COUNT = (name: string, value: number): FigurePart => ({ name, value, kind: 'count' });
const DAY = (name: string, value: number): FigurePart => ({ name, value, kind: 'day' });

interface ExitPlaces {
  readonly k: number;
  readonly exitBar: number | undefined;
  readonly decidedBar: number | undefined;
  readonly stop: Float64Array;
  readonly target: Float64Array;
  readonly first: number;
}

/** The numbers behind the reason a trade was left for. */
function exitParts(
  calendar: Int32Array,
  side: SidePlan,
  trade: Trade,
  bars: Bars,
  { k, exitBar, decidedBar, stop, target, first }: ExitPlaces,
): FigurePart[] {
  if (exitBar === undefined) return [];
  const fill = PRICE('filled at', trade.exitPrice ?? Number.NaN);
  // A level is looked at on the bar that reached it: the deciding close, or the bar of the fill itself.
  const bar = decidedBar ?? exitBar;
  const reached = (name: string, level: number): FigurePart[] => [
    PRICE(name, level),
    ...(side.trigger === 'close'
      ? [DAY('closed beyond it on', at(bars.day, bar)), PRICE('at', at(bars.close, bar))]
      : [
          PRICE('the day opened at', at(bars.open, bar)),
          PRICE('its high', at(bars.high, bar)),
          PRICE('its low', at(bars.low, bar)),
        ]),
    fill,
  ];
  const reasons: Record<ExitReason, () => FigurePart[]> = {
    stop: () => reached('the stop stood at', at(stop, bar - first)),
    trail: () => reached('the trailing stop stood at', at(stop, bar - first)),
    target: () => reached('the target stood at', at(target, bar - first)),
    rule: () => [DAY('decided at the close of', at(bars.day, bar)), fill],
    time: () => [COUNT('bars held', trade.barsHeld), COUNT('at most', side.barsLimit ?? Number.NaN), fill],
    rank: () => [...placeParts(calendar, side, k, trade.exitDecisionDay), fill],
    membership: () => [DAY('no member any more on', trade.exitDecisionDay ?? Number.NaN), fill],
    'period-end': () => [DAY('the last day of its window', at(bars.day, exitBar)), fill],
    'data-ended': () => [DAY('its last bar', at(bars.day, exitBar)), fill],
    own: () => [fill],
  };
  return trade.exitReason ? reasons[trade.exitReason]() : [];
}

/** Where a rotation's holding stood on its last review. */
function placeParts(calendar: Int32Array, side: SidePlan, k: number, day: number | undefined): FigurePart[] {
  if (day === undefined) return [];
  const eligible = placesRankedOn(side, countUntil(calendar, day) - 1);
  const place = eligible.findIndex((c) => side.candidates.instrument[c] === k) + 1;
  return [
    DAY('reviewed at the close of', day),
    COUNT('eligible then', eligible.length),
    ...(place > 0 ? [COUNT('its place', place)] : [COUNT('its place: not eligible', Number.NaN)]),
    COUNT('kept to place', side.rotation?.keep ?? Number.NaN),
  ];
}
