// The first day on which a strategy could have decided with all its windows full.

import type { Day } from '../days/day.ts';
import type { Panel } from '../evaluation/panel.ts';
import { childrenOf, type Node, type NumberNode } from '../language/tree.ts';
import { measureOf } from '../measures/catalogue.ts';
import { at } from '../numeric/at.ts';
import type { Reading } from './reading.ts';

/**
 * The earliest day on which a member of the universe has as many bars as its entry rule and its rank read, and so have the other
 * instruments that they name; undefined where there is no such day.
 * @param benchmark what the word means in a rule
 */
export function filledFrom(
  { sides }: Reading,
  panel: Panel,
  benchmark: string,
  from: Day,
  to: Day,
): Day | undefined {
  const trees = sides.flatMap(({ enter, rank }) => [enter, rank]).filter((tree) => tree !== undefined);
  const bars = Math.max(0, ...trees.map(warmUpOf));
  const others = Math.max(from, ...trees.flatMap((tree) => scopesIn(tree)).map(daysOfScope));
  let first = Infinity;
  for (let k = 0; k < panel.universeSize; k++) {
    const { day } = at(panel.bars, k);
    for (let bar = bars; bar < day.length && day[bar]! < first && day[bar]! <= to; bar++) {
      if (day[bar]! < others || !panel.isMember(k, day[bar]!)) continue;
      first = day[bar]!;
    }
  }
  return first === Infinity ? undefined : first;

  function daysOfScope({ instrument, of }: Node & { readonly kind: 'scope' }): Day {
    const symbol = instrument.toLowerCase() === 'benchmark' ? benchmark : instrument;
    const { day } = at(panel.bars, panel.number(symbol));
    return day[warmUpOf(of)] ?? Infinity;
  }
}

function scopesIn(node: Node): (Node & { readonly kind: 'scope' })[] {
  const inner = childrenOf(node).flatMap(scopesIn);
  return node.kind === 'scope' ? [node, ...inner] : inner;
}

/** Bars before the first on which a value or condition is defined, as the catalogue counts them. */
function warmUpOf(node: Node): number {
  const inner = Math.max(0, ...childrenOf(node).map(warmUpOf));
  switch (node.kind) {
    case 'measure': {
      const [a = 1, b = 1, c = 1] = node.windows.map(numberOf);
      return measureOf(node.phrase, node.windows.length).warmUp([a, b, c]) + inner;
    }
    case 'ago':
      return inner + numberOf(node.bars);
    case 'moving':
      return inner + (node.bars ? numberOf(node.bars) : 1);
    case 'extreme':
    case 'lasting':
    case 'at-least-of':
      return inner + numberOf(node.bars) - 1;
    case 'comparison':
      return inner + (node.comparator.startsWith('crosses') ? 1 : 0);
    case 'gap':
      return 1;
    // Its bars are another instrument's.
    case 'scope':
      return 0;
    default:
      return inner;
  }
}

/** Dials are set by now. */
const numberOf = (node: NumberNode): number => (node.kind === 'number' ? Math.ceil(node.value) : 1);
