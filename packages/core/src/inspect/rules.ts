// The rules of a strategy as trees, for what looks at them after a run.

import { readRule } from '../rules/check.ts';
import { isBlankRule } from '../rules/outline.ts';
import type { Node } from '../rules/tree.ts';
import type { Strategy } from '../strategy/strategy.ts';

export interface ReadRule {
  /** the setting, such as long.enter */
  readonly path: string;
  readonly tree: Node;
}

/** Entry and leave rules of the sides, dials set; blank ones and those that a rotation replaces are left out. */
export function rulesOf(strategy: Strategy): ReadRule[] {
  return (['long', 'short'] as const).flatMap((name) => {
    const side = strategy[name];
    if (!side) return [];
    const enter = treeOf(strategy, side.enter, 'rule');
    const leave = side.rotate ? undefined : treeOf(strategy, side.leave, 'rule');
    return [
      ...(enter ? [{ path: `${name}.enter`, tree: enter }] : []),
      ...(leave ? [{ path: `${name}.leave`, tree: leave }] : []),
    ];
  });
}

/** A rule's or a value's tree, dials set; undefined when it is blank or does not read. */
export function treeOf(strategy: Strategy, text: string, expects: 'rule' | 'value'): Node | undefined {
  if (isBlankRule(text)) return undefined;
  const dials = Object.fromEntries(Object.entries(strategy.dials).map(([name, { value }]) => [name, value]));
  const read = readRule(text, { expects, unit: strategy.bars, dials, position: expects === 'rule' });
  return read.ok ? read.tree : undefined;
}
