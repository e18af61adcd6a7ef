// A strategy's texts read once: the trees that running, explaining and inspecting it share, and what is wrong with them.

import type { Market } from '../bars/bars.ts';
import { readRule } from '../language/check.ts';
import { addNamed } from '../language/named.ts';
import { isBlankRule } from '../language/outline.ts';
import type { Node } from '../language/tree.ts';
import type { Side, Stop, Strategy } from '../strategy/strategy.ts';
import type { Problem } from './request.ts';

export type SideName = 'long' | 'short';

/** The trees of one side, dials set; undefined where there is no text, or where it does not read. */
export interface SideReading {
  readonly name: SideName;
  readonly side: Side;
  readonly enter: Node | undefined;
  /** undefined also where a rotation decides instead */
  readonly exit: Node | undefined;
  readonly rank: Node | undefined;
  /** the levels of stops that are given as a value */
  readonly initial: Node | undefined;
  readonly trail: Node | undefined;
}

export interface Reading {
  readonly strategy: Strategy;
  /** long before short */
  readonly sides: readonly SideReading[];
  /** the instruments its texts name; the word `benchmark` as it stands */
  readonly named: ReadonlySet<string>;
  readonly problems: readonly Problem[];
}

/** A rule of a side with the setting it stands in, such as long.enter. */
export interface RuleReading {
  readonly path: string;
  readonly tree: Node;
}

/** Whether the market has bars of what a text names. */
export function isKnown(market: Market, symbol: string): boolean {
  return symbol.toLowerCase() === 'benchmark' || (market.get(symbol)?.day.length ?? 0) > 0;
}

/** Reads every text of a strategy for a market. Problems are collected; none is thrown. */
export function readTexts(strategy: Strategy, market: Market): Reading {
  const problems: Problem[] = [];
  const named = new Set<string>();
  const dials = Object.fromEntries(Object.entries(strategy.dials).map(([name, dial]) => [name, dial.value]));

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
      knows: (symbol) => isKnown(market, symbol),
      symbols: market.keys(),
    });
    if (checked.ok) {
      addNamed(checked.tree, named);
      return checked.tree;
    }
    for (const fault of checked.problems) problems.push({ path, ...fault });
    return undefined;
  };
  const level = (path: string, stop: Stop | undefined): Node | undefined =>
    stop && 'level' in stop ? read(path, stop.level, 'value') : undefined;

  const readSide = (name: SideName, side: Side): SideReading => {
    const enter = isBlankRule(side.enter) ? undefined : read(`${name}.enter`, side.enter, 'rule');
    if (isBlankRule(side.enter)) {
      problems.push({
        path: `${name}.enter`,
        message: 'Say when to enter; a rule such as “always” enters everything.',
      });
    }
    const exit =
      side.rotate || isBlankRule(side.exit) ? undefined : read(`${name}.exit`, side.exit, 'rule', true);
    problems.push(...problemsOfStops(name, side));
    return {
      name,
      side,
      enter,
      exit,
      rank: side.rank ? read(`${name}.rank.by`, side.rank.by, 'value') : undefined,
      initial: level(`${name}.stops.initial`, side.stops.initial),
      trail: level(`${name}.stops.trail`, side.stops.trail),
    };
  };

  const sides = (['long', 'short'] as const).flatMap((name) => {
    const side = strategy[name];
    return side ? [readSide(name, side)] : [];
  });
  return { strategy, sides, named, problems };
}

/** The instruments that a strategy's texts and rates name. */
export function namedBy({ strategy, named }: Reading): Set<string> {
  const { cashRate, marginRate, borrowRate, riskFreeRate } = strategy.costs;
  return new Set([
    ...named,
    ...[cashRate, marginRate, borrowRate, riskFreeRate].filter((rate) => typeof rate === 'string'),
  ]);
}

/** Entry and exit rules of all sides, in the order of the file. */
export function rulesOf({ sides }: Reading): RuleReading[] {
  return sides.flatMap(({ name, enter, exit }) => [
    ...(enter ? [{ path: `${name}.enter`, tree: enter }] : []),
    ...(exit ? [{ path: `${name}.exit`, tree: exit }] : []),
  ]);
}

function problemsOfStops(name: SideName, { rotate, exit, stops }: Side): Problem[] {
  const problems: Problem[] = [];
  const { initial, trail, target, bars } = stops;
  if (!rotate && isBlankRule(exit) && !initial && !trail && !target && bars === undefined) {
    problems.push({
      path: `${name}.exit`,
      message: 'Nothing ends a trade: give an exit rule, a stop, a target or a time limit.',
    });
  }
  if (target && 'r' in target && !initial && !trail) {
    problems.push({
      path: `${name}.stops.target`,
      message: 'A target in multiples of the initial risk needs an initial or a trailing stop.',
    });
  }
  return problems;
}
