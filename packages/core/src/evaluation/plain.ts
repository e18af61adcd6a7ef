// Numbers of rules whose dials have been set.

import type { NumberNode } from '../language/tree.ts';

/** What a number of a rule is. @throws where it is a dial that is not set, which is a bug */
export function plain(node: NumberNode): number {
  if (node.kind === 'dial') throw new Error(`the dial {${node.name}} is not set`);
  return node.value;
}
