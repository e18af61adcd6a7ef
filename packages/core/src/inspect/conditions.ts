// A rule's conditions in reading order, and what each says of a bar.

import type { BarUnit } from '../bars/unit.ts';
import type { Evaluator } from '../evaluation/evaluate.ts';
import { type HeldPosition, PositionReader } from '../evaluation/positions.ts';
import { TRUE, UNDEFINED } from '../evaluation/truth.ts';
import { printRule } from '../language/print.ts';
import type { Node } from '../language/tree.ts';
import { at } from '../numeric/at.ts';

export interface Condition {
  readonly node: Node;
  readonly text: string;
  /** how many groups it stands in */
  readonly depth: number;
}

export interface ConditionOnDay {
  readonly text: string;
  readonly depth: number;
  /** undefined where a value it reads is */
  readonly truth: boolean | undefined;
  /** what it compares, as numbers on that day; plain numbers are left out */
  readonly values: readonly { readonly text: string; readonly value: number }[];
}

/** The parts of a rule, each group before what stands in it; a rule that is one group is its parts alone. */
export function conditionsOf(tree: Node, unit: BarUnit): Condition[] {
  const rows: Condition[] = [];
  const visit = (node: Node, depth: number): void => {
    const grouped = node.kind === 'and' || node.kind === 'or';
    if (!grouped || node !== tree) rows.push({ node, text: printRule(node, unit), depth });
    if (grouped) for (const part of node.parts) visit(part, node === tree ? 0 : depth + 1);
  };
  visit(tree, 0);
  return rows;
}

/** @param held the position, for rules that read it */
export function conditionsAt(
  evaluator: Evaluator,
  tree: Node,
  instrument: number,
  bar: number,
  unit: BarUnit,
  held?: HeldPosition,
): ConditionOnDay[] {
  const reader = held && new PositionReader(evaluator, instrument);
  const truthOf = (node: Node): number =>
    reader ? reader.truth(node)(bar, held) : at(evaluator.truths(node, instrument), bar);
  const valueOf = (node: Node): number => {
    if (reader) return reader.value(node)(bar, held);
    const column = evaluator.values(node, instrument);
    return typeof column === 'number' ? column : at(column, bar);
  };
  return conditionsOf(tree, unit).map(({ node, text, depth }) => ({
    text,
    depth,
    truth: known(truthOf(node)),
    values: comparedIn(node)
      .filter((operand) => !isPlain(operand))
      .map((operand) => ({ text: printRule(operand, unit), value: valueOf(operand) })),
  }));
}

function known(truth: number): boolean | undefined {
  return truth === UNDEFINED ? undefined : truth === TRUE;
}

/** The values a condition compares. */
function comparedIn(node: Node): readonly Node[] {
  switch (node.kind) {
    case 'comparison':
      return [node.left, node.right];
    case 'between':
      return [node.of, node.low, node.high];
    case 'moving':
    case 'extreme':
      return [node.of];
    case 'scope':
      return comparedIn(node.of).map((of) => ({ ...node, of }));
    default:
      return [];
  }
}

/** A number as written, wherever it is read. */
function isPlain(node: Node): boolean {
  return node.kind === 'scope' ? isPlain(node.of) : node.kind === 'number' || node.kind === 'dial';
}
