// Dials set to their values, so that everything after reads plain numbers.

import type { Node, NumberNode } from './tree.ts';

export type DialValues = Readonly<Record<string, number>>;

function setNumber(node: NumberNode, dials: DialValues): NumberNode {
  if (node.kind === 'number') return node;
  const value = Object.hasOwn(dials, node.name) ? dials[node.name] : undefined;
  if (value === undefined) return node;
  return { kind: 'number', value, text: String(value), place: node.place };
}

/** The tree with every dial that `dials` names replaced by its number; others stay as they are. */
export function setDials<T extends Node>(node: T, dials: DialValues): T;
export function setDials(node: Node, dials: DialValues): Node {
  const set = (child: Node): Node => setDials(child, dials);
  const num = (child: NumberNode): NumberNode => setNumber(child, dials);
  switch (node.kind) {
    case 'number':
    case 'dial':
      return num(node);
    case 'hole':
    case 'gap':
    case 'constant':
      return node;
    case 'measure':
      return {
        ...node,
        windows: node.windows.map(num),
        takes: node.takes.map((taken) => (typeof taken === 'object' ? set(taken) : taken)),
      };
    case 'arithmetic':
    case 'comparison':
      return { ...node, left: set(node.left), right: set(node.right) };
    case 'between':
      return { ...node, of: set(node.of), low: set(node.low), high: set(node.high) };
    case 'and':
    case 'or':
      return { ...node, parts: node.parts.map(set) };
    case 'moving':
      return { ...node, of: set(node.of), bars: node.bars && num(node.bars) };
    case 'at-least-of':
      return { ...node, of: set(node.of), times: num(node.times), bars: num(node.bars) };
    case 'ago':
    case 'extreme':
    case 'lasting':
      return { ...node, of: set(node.of), bars: num(node.bars) };
    case 'scope':
    case 'negative':
    case 'not':
    case 'off':
      return { ...node, of: set(node.of) };
  }
}
