// Columns that the day loop will read of the instruments it may enter, computed by other threads while it runs.

import type { Wanted } from '../evaluation/crew.ts';
import type { Evaluator } from '../evaluation/evaluate.ts';
import { Lent } from '../evaluation/lent.ts';
import { beginColumns } from '../evaluation/rounds.ts';
import { BarValues } from './bar-values.ts';
import { byFirstCandidate, type Candidates } from './candidates.ts';
import type { StrategyPlan } from './plan.ts';

type Column = Pick<Wanted, 'as' | 'node'>;

/** Bytes of columns computed ahead at most: not all of them will be read. */
const MOST = 96e6;

/** Begins with the instruments that may be entered first; once for the same candidates and columns. */
export function readAhead(evaluator: Evaluator, plan: StrategyPlan): void {
  if (!evaluator.crew) return;
  const columns = columnsOf(evaluator, plan);
  const candidates = plan.sides.map((side) => side.candidates);
  const last: { of: readonly Candidates[] } = evaluator.remember(`ahead ${[...columns.keys()]}`, () => ({
    of: [],
  }));
  if (candidates.every((one, s) => one === last.of[s])) return;
  last.of = candidates;
  const nodes = [...columns.values()];
  const order = candidates.flatMap((one) => [...byFirstCandidate(one, evaluator.panel.universeSize)]);
  const unknown = [...new Set(order)].filter((k) =>
    nodes.some(({ as, node }) => !evaluator.knows(as, node, k)),
  );
  const begun = beginColumns(evaluator, nodes, Int32Array.from(unknown), MOST);
  if (!begun) return;
  evaluator.borrow(new Lent(begun.turns, begun.laid, begun.wanted, ({ node }) => evaluator.keyOf(node)));
}

/** What stops, targets, sizes and an exit rule that reads no position ask for, by name. */
function columnsOf(evaluator: Evaluator, { sides, sizeAtr, tradedValue }: StrategyPlan): Map<string, Column> {
  const values = sides
    .flatMap(({ initial, trail, target }) => [initial, trail, target])
    .flatMap((plan) => Object.values(plan ?? {}).filter((value) => value instanceof BarValues));
  const columns = [
    ...[...values, sizeAtr, tradedValue].flatMap((one) =>
      one ? [{ as: 'values', node: one.node } as const] : [],
    ),
    ...sides.flatMap(({ exit }) =>
      exit && !exit.readsPosition ? [{ as: 'truths', node: exit.node } as const] : [],
    ),
  ];
  return new Map(columns.map((column) => [`${column.as} ${evaluator.keyOf(column.node)}`, column]));
}
