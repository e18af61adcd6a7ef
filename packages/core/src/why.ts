// Why an instrument was entered on a day, or why not: each condition with its values, membership, and the day's decisions.

import type { Day } from './days/day.ts';
import { readRule } from './rules/check.ts';
import { TRUE, UNDEFINED } from './rules/columns.ts';
import type { Evaluator } from './rules/evaluate.ts';
import { isBlankRule } from './rules/outline.ts';
import { readsPosition } from './rules/positions.ts';
import { printRule } from './rules/print.ts';
import type { Node } from './rules/tree.ts';
import type { RunRequest } from './simulation/prepare.ts';
import { type Decisions, OUTCOMES, type Outcome } from './simulation/records.ts';

interface ConditionOnDay {
  readonly text: string;
  /** how many groups it stands in */
  readonly depth: number;
  /** undefined where a value it reads is */
  readonly truth: boolean | undefined;
  /** what it compares, as numbers on that day; plain numbers are left out */
  readonly values: readonly { readonly text: string; readonly value: number }[];
}

interface CandidateOnDay {
  readonly symbol: string;
  readonly side: 'long' | 'short';
  /** NaN without a rank */
  readonly rank: number;
  readonly outcome: Outcome;
}

export interface WhyDay {
  readonly symbol: string;
  /** the bar that was read: the last on or before the day asked for; undefined when there is none */
  readonly day: Day | undefined;
  readonly member: boolean;
  /** entry rules, and leave rules that do not read a position, by the setting's path */
  readonly rules: readonly { readonly path: string; readonly conditions: readonly ConditionOnDay[] }[];
  /** everything that was decided on that day, in its order */
  readonly candidates: readonly CandidateOnDay[];
}

/** @param decisions of a run of the same request */
export function whyOn(
  evaluator: Evaluator,
  { strategy }: RunRequest,
  decisions: Decisions,
  symbol: string,
  asked: Day,
): WhyDay {
  const { panel } = evaluator;
  const k = panel.number(symbol);
  const days = k < 0 ? new Int32Array(0) : panel.bars[k].day;
  let bar = days.length - 1;
  while (bar >= 0 && days[bar] > asked) bar--;
  if (bar < 0) return { symbol, day: undefined, member: false, rules: [], candidates: [] };
  const day = days[bar];
  const dials = Object.fromEntries(Object.entries(strategy.dials).map(([name, { value }]) => [name, value]));
  const rules = (['long', 'short'] as const).flatMap((name) => {
    const side = strategy[name];
    return (['enter', 'leave'] as const).flatMap((part) => {
      if (!side || isBlankRule(side[part]) || (part === 'leave' && side.rotate)) return [];
      const read = readRule(side[part], {
        expects: 'rule',
        unit: strategy.bars,
        dials,
        position: part === 'leave',
      });
      if (!read.ok || readsPosition(read.tree)) return [];
      return [
        { path: `${name}.${part}`, conditions: conditionsOn(evaluator, read.tree, k, bar, strategy.bars) },
      ];
    });
  });
  return { symbol, day, member: panel.isMember(k, day), rules, candidates: candidatesOn(decisions, day) };
}

function conditionsOn(
  evaluator: Evaluator,
  tree: Node,
  instrument: number,
  bar: number,
  unit: RunRequest['strategy']['bars'],
): ConditionOnDay[] {
  const rows: ConditionOnDay[] = [];
  const visit = (node: Node, depth: number): void => {
    const truth = evaluator.truths(node, instrument)[bar];
    const grouped = node.kind === 'and' || node.kind === 'or';
    if (!grouped || node !== tree) {
      rows.push({
        text: printRule(node, unit),
        depth,
        truth: truth === UNDEFINED ? undefined : truth === TRUE,
        values: comparedIn(node).flatMap((operand) => {
          const column = evaluator.values(operand, instrument);
          return typeof column === 'number' ? [] : [{ text: printRule(operand, unit), value: column[bar] }];
        }),
      });
    }
    if (grouped) for (const part of node.parts) visit(part, node === tree ? 0 : depth + 1);
  };
  visit(tree, 0);
  return rows;
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

function candidatesOn(
  { day, symbol, instrument, side, rank, outcome }: Decisions,
  wanted: Day,
): CandidateOnDay[] {
  const rows: CandidateOnDay[] = [];
  for (let i = 0; i < day.length; i++) {
    if (day[i] !== wanted) continue;
    rows.push({
      symbol: symbol[instrument[i]],
      side: side[i] === 1 ? 'long' : 'short',
      rank: rank[i],
      outcome: OUTCOMES[outcome[i]],
    });
  }
  return rows;
}
