// The tree of a rule (rule-text.md, Grammar). Text -> tree -> text is a round trip.

/** Where a piece stands in its text: character offsets, the end not included. */
export interface Place {
  readonly from: number;
  readonly to: number;
}

export type Comparator =
  | 'is above'
  | 'is below'
  | 'is at least'
  | 'is at most'
  | 'equals'
  | 'crosses above'
  | 'crosses below';

/** A number as typed, or a dial standing for one. */
export type NumberNode =
  | { readonly kind: 'number'; readonly value: number; readonly text: string; readonly place: Place }
  | { readonly kind: 'dial'; readonly name: string; readonly place: Place };

export type Node =
  | NumberNode
  /** a part not chosen yet, written as … */
  | { readonly kind: 'hole'; readonly place: Place }
  /** a condition switched off: kept in the text as a comment, and left out of what runs (outline.ts) */
  | { readonly kind: 'off'; readonly of: Node; readonly place: Place }
  | {
      readonly kind: 'measure';
      readonly phrase: string;
      readonly windows: readonly NumberNode[];
      /** the arguments in the catalogue's order; undefined where an optional one is left out */
      readonly takes: readonly (Node | string | undefined)[];
      readonly place: Place;
    }
  | { readonly kind: 'negative'; readonly of: Node; readonly place: Place }
  | {
      readonly kind: 'arithmetic';
      readonly operator: '+' | '-' | '*' | '/';
      readonly left: Node;
      readonly right: Node;
      readonly place: Place;
    }
  | { readonly kind: 'ago'; readonly of: Node; readonly bars: NumberNode; readonly place: Place }
  | { readonly kind: 'scope'; readonly instrument: string; readonly of: Node; readonly place: Place }
  | {
      readonly kind: 'comparison';
      readonly comparator: Comparator;
      readonly left: Node;
      readonly right: Node;
      readonly place: Place;
    }
  | {
      readonly kind: 'between';
      readonly of: Node;
      readonly low: Node;
      readonly high: Node;
      readonly place: Place;
    }
  | {
      readonly kind: 'moving';
      readonly way: 'rising' | 'falling';
      readonly of: Node;
      readonly bars: NumberNode | undefined;
      readonly place: Place;
    }
  | {
      readonly kind: 'extreme';
      readonly way: 'highest' | 'lowest';
      readonly of: Node;
      readonly bars: NumberNode;
      readonly place: Place;
    }
  | { readonly kind: 'gap'; readonly way: 'up' | 'down'; readonly place: Place }
  | { readonly kind: 'constant'; readonly value: boolean; readonly place: Place }
  | { readonly kind: 'not'; readonly of: Node; readonly place: Place }
  | {
      readonly kind: 'and' | 'or';
      readonly parts: readonly Node[];
      readonly place: Place;
    }
  | {
      readonly kind: 'lasting';
      readonly how: 'in a row' | 'within';
      readonly of: Node;
      readonly bars: NumberNode;
      readonly place: Place;
    }
  | {
      readonly kind: 'at-least-of';
      readonly of: Node;
      readonly times: NumberNode;
      readonly bars: NumberNode;
      readonly place: Place;
    };

/** The parts of a node that are rules or values themselves, in reading order. */
export function childrenOf(node: Node): readonly Node[] {
  switch (node.kind) {
    case 'number':
    case 'dial':
    case 'hole':
    case 'gap':
    case 'constant':
      return [];
    case 'measure':
      return node.takes.filter((taken): taken is Node => typeof taken === 'object');
    case 'arithmetic':
    case 'comparison':
      return [node.left, node.right];
    case 'between':
      return [node.of, node.low, node.high];
    case 'and':
    case 'or':
      return node.parts;
    default:
      return [node.of];
  }
}

/** The node with other parts in place of its {@link childrenOf}, as many and in their order. */
export function withChildren(node: Node, children: readonly Node[]): Node {
  const [first = node, second = node, third = node] = children;
  switch (node.kind) {
    case 'number':
    case 'dial':
    case 'hole':
    case 'gap':
    case 'constant':
      return node;
    case 'measure': {
      let next = 0;
      return {
        ...node,
        takes: node.takes.map((taken) => (typeof taken === 'object' ? children[next++] : taken)),
      };
    }
    case 'arithmetic':
    case 'comparison':
      return { ...node, left: first, right: second };
    case 'between':
      return { ...node, of: first, low: second, high: third };
    case 'and':
    case 'or':
      return { ...node, parts: children };
    default:
      return { ...node, of: first };
  }
}

/** Whether a node is true or false, rather than a number; a scope is what it holds. */
export function isCondition(node: Node): boolean {
  switch (node.kind) {
    case 'comparison':
    case 'between':
    case 'moving':
    case 'extreme':
    case 'gap':
    case 'constant':
    case 'not':
    case 'and':
    case 'or':
    case 'lasting':
    case 'at-least-of':
      return true;
    case 'scope':
    case 'off':
      return isCondition(node.of);
    default:
      return false;
  }
}

/** Calls `visit` with the node and all below it, parents first. */
export function walk(node: Node, visit: (node: Node) => void): void {
  visit(node);
  for (const child of childrenOf(node)) walk(child, visit);
}
