// How often each condition of a rule is true in the universe, and how much is left after it: what shows the condition that
// starves a strategy.

import type { Node, Place } from '../language/tree.ts';
import type { Evaluator } from './evaluate.ts';
import { TRUE } from './truth.ts';

export interface ConditionCount {
  /** where the condition stands in the rule's text */
  readonly place: Place;
  /** of all members' days in the span, 0 to 1; NaN when there are none */
  readonly share: number;
  /** members' days left when it and the conditions before it in its groups have been asked */
  readonly left: number;
}

/**
 * Counts the parts of a rule's groups, and the rule itself, over the days between `from` and `to` on which each instrument is
 * a member. The tree must be checked, its dials set.
 */
export function censusOf(evaluator: Evaluator, rule: Node, from: number, to: number): ConditionCount[] {
  const { panel } = evaluator;
  const counts = new Map<Node, { trueDays: number; left: number }>();
  let days = 0;
  for (let k = 0; k < panel.universeSize; k++) {
    const members = membersDays(evaluator, k, from, to);
    days += countOf(members);
    ask(rule, members, members);

    function ask(node: Node, all: Uint8Array, coming: Uint8Array): Uint8Array {
      const passing = through(node, all, coming);
      const count = counts.get(node) ?? { trueDays: 0, left: 0 };
      counts.set(node, count);
      count.left += countOf(passing);
      const truths = evaluator.truths(node, k);
      for (let i = 0; i < all.length; i++) count.trueDays += all[i]! & Number(truths[i] === TRUE);
      return passing;
    }

    function through(node: Node, all: Uint8Array, coming: Uint8Array): Uint8Array {
      if (node.kind === 'and') return node.parts.reduce((left, part) => ask(part, all, left), coming);
      if (node.kind === 'or') {
        const passing = new Uint8Array(coming.length);
        for (const part of node.parts) {
          const more = ask(part, all, coming);
          for (let i = 0; i < passing.length; i++) passing[i]! |= more[i]!;
        }
        return passing;
      }
      const truths = evaluator.truths(node, k);
      return coming.map((here, i) => here & Number(truths[i] === TRUE));
    }
  }
  return [...counts].map(([{ place }, { trueDays, left }]) => ({ place, share: trueDays / days, left }));
}

/** 1 on the bars on which an instrument is a member. */
function membersDays({ panel }: Evaluator, instrument: number, from: number, to: number): Uint8Array {
  return Uint8Array.from(panel.bars[instrument]!.day, (day) =>
    day >= from && day <= to && panel.isMember(instrument, day) ? 1 : 0,
  );
}

function countOf(flags: Uint8Array): number {
  let count = 0;
  for (const flag of flags) count += flag;
  return count;
}
