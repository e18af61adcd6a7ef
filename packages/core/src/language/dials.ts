// Dials set to their values, so that everything after reads plain numbers.

import type { Node, NumberNode } from './tree.ts';

export type DialValues = Readonly<Record<string, number>>;

/** The tree with every dial that `dials` names replaced by its number; others stay as they are. */
export function setDials(node: Node, dials: DialValues): Node {
  return mapNumbers(node, (number) => {
    if (number.kind === 'number') return number;
    const value = Object.hasOwn(dials, number.name) ? dials[number.name] : undefined;
    return value === undefined ? number : { kind: 'number', value, text: String(value), place: number.place };
  });
}

/** The tree with every number and dial in it changed, in reading order. */
export function mapNumbers(node: Node, num: (node: NumberNode) => NumberNode): Node {
  const map = (child: Node): Node => mapNumbers(child, num);
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
        windows: node.windows.map((window) => num(window)),
        takes: node.takes.map((taken) => (typeof taken === 'object' ? map(taken) : taken)),
      };
    case 'arithmetic':
    case 'comparison':
      return { ...node, left: map(node.left), right: map(node.right) };
    case 'between':
      return { ...node, of: map(node.of), low: map(node.low), high: map(node.high) };
    case 'and':
    case 'or':
      return { ...node, parts: node.parts.map(map) };
    case 'moving':
      return { ...node, of: map(node.of), bars: node.bars && num(node.bars) };
    case 'at-least-of':
      return { ...node, of: map(node.of), times: num(node.times), bars: num(node.bars) };
    case 'ago':
    case 'extreme':
    case 'lasting':
      return { ...node, of: map(node.of), bars: num(node.bars) };
    case 'scope':
    case 'negative':
    case 'not':
    case 'off':
      return { ...node, of: map(node.of) };
  }
}
