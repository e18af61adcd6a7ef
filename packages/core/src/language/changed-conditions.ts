// What an edit of a rule changed, condition by condition.

import type { BarUnit } from '../bars/unit.ts';
import { readOutline } from './outline.ts';
import { printRule } from './print.ts';
import type { Node } from './tree.ts';

export interface ChangedConditions {
  /** conditions that only the earlier text has, and those that only the later one has, in reading order */
  readonly gone: readonly string[];
  readonly come: readonly string[];
  /** the same conditions joined otherwise, or in another order */
  readonly isJoinedOtherwise: boolean;
}

/** Undefined where one of the texts does not read. Conditions that are switched off are not there. */
export function changedConditions(
  before: string,
  after: string,
  unit: BarUnit,
): ChangedConditions | undefined {
  const [a, b] = [conditionsOf(before, unit), conditionsOf(after, unit)];
  if (!a || !b) return undefined;
  const gone = without(a.conditions, b.conditions);
  const come = without(b.conditions, a.conditions);
  return { gone, come, isJoinedOtherwise: gone.length + come.length === 0 && a.whole !== b.whole };
}

function conditionsOf(text: string, unit: BarUnit) {
  const read = readOutline(text, unit);
  if (!read.ok) return undefined;
  const { tree } = read.outline;
  const conditions: string[] = [];
  const collect = (node: Node): void => {
    if (node.kind === 'and' || node.kind === 'or') node.parts.forEach(collect);
    else if (node.kind !== 'off') conditions.push(printRule(node, unit));
  };
  if (tree) collect(tree);
  return { conditions, whole: tree ? printRule(tree, unit) : '' };
}

/** Those of a list that another does not have, each as often as it has it more. */
function without(list: readonly string[], other: readonly string[]): string[] {
  const left = [...other];
  return list.filter((one) => {
    const place = left.indexOf(one);
    if (place < 0) return true;
    left.splice(place, 1);
    return false;
  });
}
