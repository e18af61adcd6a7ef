// How often each condition of a rule is true in the universe, and how much is left after it: what shows the condition that
// starves a strategy.

import type { Node, Place } from '../language/tree.ts';
import type { Evaluator } from './evaluate.ts';

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

    /** Tallies a node; gives the days of those coming that pass it. */
    function ask(node: Node, all: Uint8Array, coming: Uint8Array): Uint8Array {
      const passing = through(node, all, coming);
      const count = counts.get(node) ?? { trueDays: 0, left: 0 };
      counts.set(node, count);
      const truths = evaluator.truths(node, k);
      let trueDays = 0;
      let left = 0;
      for (let i = 0; i < all.length; i++) {
        // TRUE is 2.
        trueDays += all[i]! & (truths[i]! >> 1);
        left += passing[i]!;
      }
      count.trueDays += trueDays;
      count.left += left;
      return passing;
    }

    function through(node: Node, all: Uint8Array, coming: Uint8Array): Uint8Array {
      if (node.kind === 'and') return node.parts.reduce((left, part) => ask(part, all, left), coming);
      const passing = new Uint8Array(coming.length);
      if (node.kind === 'or') {
        for (const part of node.parts) {
          const more = ask(part, all, coming);
          for (let i = 0; i < passing.length; i++) passing[i]! |= more[i]!;
        }
      } else {
        const truths = evaluator.truths(node, k);
        for (let i = 0; i < passing.length; i++) passing[i] = coming[i]! & (truths[i]! >> 1);
      }
      return passing;
    }
  }
  return [...counts].map(([{ place }, { trueDays, left }]) => ({ place, share: trueDays / days, left }));
}

/** 1 on the bars on which an instrument is a member. */
function membersDays({ panel }: Evaluator, instrument: number, from: number, to: number): Uint8Array {
  const { day } = panel.bars[instrument]!;
  const members = new Uint8Array(day.length);
  for (let i = 0; i < day.length; i++) {
    const d = day[i]!;
    members[i] = +(d >= from && d <= to && panel.isMember(instrument, d));
  }
  return members;
}

function countOf(flags: Uint8Array): number {
  let count = 0;
  for (let i = 0; i < flags.length; i++) count += flags[i]!;
  return count;
}
