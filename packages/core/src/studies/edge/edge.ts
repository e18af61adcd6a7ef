// An edge: what follows a signal, beside what follows any bar (studies.md 3).

import type { Market } from '../../bars/bars.ts';
import type { Evaluator } from '../../evaluation/evaluate.ts';
import { readRule } from '../../language/check.ts';
import type { Node } from '../../language/tree.ts';
import { isKnown } from '../../simulation/reading.ts';
import type { Problem } from '../../simulation/request.ts';
import { type Desk, doneOr, needed, StudyFault } from '../desk.ts';
import type { EdgeStudy } from '../study.ts';
import { type OutcomesAsked, outcomesAsked, type SignalAsked, signalsAsked } from './asked.ts';
import { type Base, basesOf } from './base.ts';
import { detailOf, type EdgeDetail } from './detail.ts';
import { type Events, eventsOf } from './events.ts';
import { holm } from './holm.ts';
import { type EdgeRow, rowsOf } from './rows.ts';
import { type Scene, sceneOf } from './scene.ts';

export interface EdgeBaseRow {
  readonly horizon: number;
  readonly n: number;
  readonly wins: number;
  readonly mean: number;
}

export interface Edge {
  readonly kind: 'edge';
  /** signals, values and horizons in their order */
  readonly rows: readonly (EdgeRow & { readonly holm: number })[];
  /** of longs */
  readonly base: readonly EdgeBaseRow[];
  /** signals that could not be read at some value, in words */
  readonly failed: readonly {
    readonly signal: string;
    readonly value: number | undefined;
    readonly why: string;
  }[];
}

/** Fewer events than this are called few. */
export const FEW_EVENTS = 30;
const MOST_VALUES = 30;

/** @throws {StudyFault} when a sweep is none, or no signal can be read */
export async function findEdge(
  study: EdgeStudy,
  desk: Desk,
  show?: (rows: readonly EdgeRow[]) => void,
): Promise<Edge> {
  const asked = allSignals(study);
  desk.expect(asked.length + 1);
  const base = await needed(desk, 'edgeBase', outcomesAsked(study));
  const rows: (readonly EdgeRow[])[] = asked.map(() => []);
  const failed: Edge['failed'][number][] = [];
  await desk.each('edge', asked, (how, k) => {
    const { name: signal, value } = asked[k]!;
    const came = doneOr(how);
    if ('why' in came) failed.push({ signal, value, why: came.why });
    else rows[k] = came.done.rows;
    show?.(rows.flat());
  });
  const all = rows.flat();
  if (all.length === 0) throw new StudyFault('signals', failed[0]?.why ?? 'There is no signal.');
  const corrected = holm(all.map(({ p }) => p));
  return {
    kind: 'edge',
    rows: all.map((row, k) => ({ ...row, holm: corrected[k]! })),
    base: base.base,
    failed,
  };
}

function allSignals(study: EdgeStudy): SignalAsked[] {
  study.signals.forEach(({ sweep }, k) => {
    const path = `signals.${k}.sweep`;
    if (!sweep) return;
    let count: number;
    try {
      count = signalsAsked({ ...study, signals: [study.signals[k]!] }).length;
    } catch (error) {
      throw new StudyFault(path, `The sweep has no values: ${(error as Error).message}.`);
    }
    if (count > MOST_VALUES) {
      throw new StudyFault(
        path,
        `The sweep has ${count} values; ${MOST_VALUES} are the most: take larger steps.`,
      );
    }
  });
  return signalsAsked(study);
}

type Answer<Out> =
  | { readonly kind: 'problems'; readonly problems: readonly Problem[] }
  | ({ readonly kind: 'done' } & Out);

/** The worker's side: what one market and universe say, with what signals share worked out once. */
export interface EdgeBench {
  base(asked: OutcomesAsked): { readonly kind: 'done'; readonly base: readonly EdgeBaseRow[] };
  rows(asked: SignalAsked): Answer<{ readonly rows: readonly EdgeRow[] }>;
  detail(asked: SignalAsked & { readonly horizon: number }): Answer<{ readonly detail: EdgeDetail }>;
}

/** @param evaluatorFor the universe's evaluator of daily bars */
export function edgeBench(
  market: Market,
  evaluatorFor: (asked: { readonly benchmark: string; readonly seed: number }) => Evaluator,
): EdgeBench {
  let kept: { key: string; scene: Scene; long?: Base[]; short?: Base[] } | undefined;

  function setFor(asked: OutcomesAsked) {
    const { from, to, horizons, entry, cost } = asked;
    const key = JSON.stringify([from, to, horizons, entry, cost]);
    if (kept?.key !== key) kept = { key, scene: sceneOf(market, evaluatorFor(asked).panel, asked) };
    return kept;
  }

  function basesFor(asked: OutcomesAsked, side: 'long' | 'short'): Base[] {
    const set = setFor(asked);
    set[side] ??= basesOf(set.scene, asked, side === 'long' ? 1 : -1);
    return set[side];
  }

  function read(asked: SignalAsked, text: string, expects: 'rule' | 'value', path: string) {
    const { dials } = asked;
    const knows = (symbol: string): boolean => isKnown(market, symbol);
    const checked = readRule(text, { expects, unit: 'day', dials, knows, symbols: market.keys() });
    if (checked.ok) return { ok: true, tree: checked.tree } as const;
    const problems = checked.problems.map((problem) => ({
      ...problem,
      path,
      message: `${path === 'gauge' ? 'The gauge' : `“${asked.name}”`}: ${problem.message}`,
    }));
    return { ok: false, kind: 'problems', problems } as const;
  }

  function eventsFor(
    asked: SignalAsked,
    tree: Node,
  ): { scene: Scene; evaluator: Evaluator; events: Events[] } {
    const { scene } = setFor(asked);
    const evaluator = evaluatorFor(asked);
    const longest = asked.horizons[asked.horizons.length - 1] ?? 0;
    return { scene, evaluator, events: eventsOf(evaluator, scene, tree, asked.once ? longest : 0) };
  }

  return {
    base(asked) {
      const bases = basesFor(asked, 'long');
      const rows = asked.horizons.map((horizon, k) => {
        const { n, wins, mean } = bases[k]!;
        return { horizon, n, wins, mean };
      });
      return { kind: 'done', base: rows };
    },
    rows(asked) {
      const rule = read(asked, asked.rule, 'rule', 'signals');
      if (!rule.ok) return rule;
      const { scene, events } = eventsFor(asked, rule.tree);
      return { kind: 'done', rows: rowsOf(scene, events, basesFor(asked, asked.side), asked) };
    },
    detail(asked) {
      const rule = read(asked, asked.rule, 'rule', 'signals');
      if (!rule.ok) return rule;
      const gauge = asked.gauge === undefined ? undefined : read(asked, asked.gauge, 'value', 'gauge');
      if (gauge && !gauge.ok) return gauge;
      const { scene, evaluator, events } = eventsFor(asked, rule.tree);
      return { kind: 'done', detail: detailOf(evaluator, scene, events, asked, asked.horizon, gauge?.tree) };
    },
  };
}
