// The instruments that rule text names beside the universe's (simulation.md 1.2).

import { type Node, walk } from './tree.ts';

/** Adds every instrument the tree names to `into`; the word `benchmark` as it stands. */
export function addNamed(tree: Node, into: Set<string>): void {
  walk(tree, (node) => {
    if (node.kind === 'scope') into.add(node.instrument);
    if (node.kind === 'measure') {
      for (const taken of node.takes) if (typeof taken === 'string') into.add(taken);
    }
  });
}
