// The worker's side of an edge: what one market and universe say, with what signals share worked out once.

import type { Market } from '../../bars/bars.ts';
import type { Evaluator } from '../../evaluation/evaluate.ts';
import { readRule } from '../../language/check.ts';
import type { Node } from '../../language/tree.ts';
import { isKnown } from '../../simulation/reading.ts';
import type { Problem } from '../../simulation/request.ts';
import type { OutcomesAsked, SignalAsked } from './asked.ts';
import { type Base, basesOf } from './base.ts';
import { detailOf, type EdgeDetail } from './detail.ts';
import { type Events, eventsOf } from './events.ts';
import { type EdgeBaseRow, type EdgeRow, outcomesOf, rowsOf } from './rows.ts';
import { type Scene, sceneOf } from './scene.ts';

type Answer<Out> =
  | { readonly kind: 'problems'; readonly problems: readonly Problem[] }
  | ({ readonly kind: 'done' } & Out);

/** Events with their outcomes, by instrument and day; an event without an outcome yet has NaN. */
export interface EdgeEvents {
  readonly symbols: readonly string[];
  /** of each event: which of the symbols, the day, the outcome */
  readonly symbol: Int32Array;
  readonly day: Int32Array;
  readonly outcome: Float64Array;
}

export interface EdgeBench {
  base(asked: OutcomesAsked): { readonly kind: 'done'; readonly base: readonly EdgeBaseRow[] };
  rows(asked: SignalAsked): Answer<{ readonly rows: readonly EdgeRow[] }>;
  detail(
    asked: SignalAsked & { readonly horizon: number },
  ): Answer<{ readonly detail: EdgeDetail; readonly events: EdgeEvents }>;
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
      const { horizon } = asked;
      return {
        kind: 'done',
        detail: detailOf(evaluator, scene, events, asked, horizon, gauge?.tree),
        events: eventsWith(scene, events, outcomesOf(events, asked, horizon)),
      };
    },
  };
}

function eventsWith({ days }: Scene, events: readonly Events[], outcome: Float64Array): EdgeEvents {
  const symbol = new Int32Array(outcome.length);
  const day = new Int32Array(outcome.length);
  let k = 0;
  events.forEach(({ actor, bars }, instrument) => {
    for (const bar of bars) {
      symbol[k] = instrument;
      day[k++] = days[actor.place[bar]!]!;
    }
  });
  return { symbols: events.map(({ actor }) => actor.symbol), symbol, day, outcome };
}
