// Columns that the day loop will read of the instruments it may enter, computed by other threads: with the entries, or while the
// days are walked.

import type { Column } from '../evaluation/crew.ts';
import type { Evaluator } from '../evaluation/evaluate.ts';
import { Lent } from '../evaluation/lent.ts';
import { type Beside, beginColumns } from '../evaluation/rounds.ts';
import { type Node, walk } from '../language/tree.ts';
import { measureOf } from '../measures/catalogue.ts';
import { at } from '../numeric/at.ts';
import { BarValues } from './bar-values.ts';
import type { SidePlan, StrategyPlan } from './plan.ts';

/** Bytes of columns computed ahead at most: not all of them will be read. */
const MOST = 96e6;

/** What reads columns while the days are walked. */
export interface Readers extends Pick<StrategyPlan, 'sizeAtr' | 'tradedValue'> {
  readonly sides: readonly Pick<SidePlan, 'initial' | 'trail' | 'target' | 'exit'>[];
}

/**
 * Begins with the instruments that may be entered first; once for the same entries and columns.
 * @param orders the instruments that may be entered, those of each side in the order of their first entries
 */
export function readAhead(evaluator: Evaluator, readers: Readers, orders: readonly Int32Array[]): void {
  if (!evaluator.crew) return;
  const columns = columnsOf(evaluator, readers);
  const last: { of: readonly Int32Array[] } = evaluator.remember(`ahead ${[...columns.keys()]}`, () => ({
    of: [],
  }));
  if (orders.every((one, s) => one === last.of[s])) return;
  last.of = orders;
  const nodes = [...columns.values()];
  const unknown = [...new Set(orders.flatMap((order) => [...order]))].filter((k) =>
    nodes.some((node) => !evaluator.kept.known(node, k)),
  );
  const begun = beginColumns(evaluator, nodes, Int32Array.from(unknown), MOST);
  if (!begun) return;
  evaluator.kept.borrow(
    new Lent(begun.turns, begun.laid, begun.wanted, ({ node }) => evaluator.kept.keyOf(node)),
  );
}

/**
 * What whoever finds an instrument's entries reads of it as well, while it has at hand what they are made of: their ranks, and
 * what the days will read that is made of measures which the entry rule reads, and was not read before.
 */
export function readWithEntries(
  evaluator: Evaluator,
  enter: Node,
  rank: Node | undefined,
  readers: Readers,
): Beside {
  if (!evaluator.crew) return { columns: [], value: undefined };
  const { bars, universeSize } = evaluator.panel;
  const instruments = [...bars.keys()].slice(0, universeSize);
  const known = new Set(measuresIn(enter).map((node) => evaluator.kept.keyOf(node)));
  const sharing = [...columnsOf(evaluator, readers).values()].filter((column) => {
    const measures = measuresIn(column.node);
    return (
      measures.some((one) => known.has(evaluator.kept.keyOf(one))) &&
      // They take all instruments at once, which is no work for each by itself.
      !measures.some((one) => measureOf(one.phrase, one.windows.length).across) &&
      !instruments.some((k) => evaluator.kept.known(column, k))
    );
  });
  const length = instruments.reduce((sum, k) => sum + at(bars, k).day.length, 0);
  let bytes = 0;
  const fits = (its: number): boolean => {
    bytes += its;
    return bytes <= MOST;
  };
  const value = rank && fits(8 * length) ? rank : undefined;
  return { columns: sharing.filter(({ as }) => fits(as === 'values' ? 8 * length : length)), value };
}

/** Measures that are computed, where a bar's own prices are read as they are. */
function measuresIn(tree: Node): (Node & { kind: 'measure' })[] {
  const found: (Node & { kind: 'measure' })[] = [];
  walk(tree, (node) => {
    if (node.kind === 'measure' && !measureOf(node.phrase, node.windows.length).column) found.push(node);
  });
  return found;
}

/** What stops, targets, sizes and an exit rule that reads no position ask for, by name. */
function columnsOf(evaluator: Evaluator, { sides, sizeAtr, tradedValue }: Readers): Map<string, Column> {
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
  return new Map(columns.map((column) => [`${column.as} ${evaluator.kept.keyOf(column.node)}`, column]));
}
