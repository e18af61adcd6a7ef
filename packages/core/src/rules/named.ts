// The instruments that rule text and rates name beside the universe's (simulation.md 1.2).

import type { Side, Strategy } from '../strategy/strategy.ts';
import { parseRule } from './parse.ts';
import { type Node, walk } from './tree.ts';

/** Adds every instrument the tree names to `into`; the word `benchmark` as it stands. */
export function addNamed(tree: Node, into: Set<string>): void {
  walk(tree, (node) => {
    if (node.kind === 'scope') into.add(node.instrument);
    if (node.kind === 'measure') {
      for (const taken of node.takes) if (typeof taken === 'string') into.add(taken);
    }
  });
}

/** The instruments a strategy names in its rules, levels and rates. A text that does not read names none. */
export function namedInstruments(strategy: Strategy): Set<string> {
  const named = new Set<string>();
  for (const text of ruleTexts(strategy)) {
    const parsed = parseRule(text, strategy.bars);
    if (parsed.ok) addNamed(parsed.tree, named);
  }
  const { cashRate, marginRate, borrowRate } = strategy.costs;
  for (const rate of [cashRate, marginRate, borrowRate]) if (typeof rate === 'string') named.add(rate);
  return named;
}

function ruleTexts({ long, short }: Strategy): string[] {
  return [long, short].flatMap((side) => (side ? textsOf(side) : []));
}

function textsOf({ enter, leave, rank, stops }: Side): string[] {
  const levels = [stops.initial, stops.trail].flatMap((stop) =>
    stop && 'level' in stop ? [stop.level] : [],
  );
  return [enter, leave, ...(rank ? [rank.by] : []), ...levels];
}
