// Changes to a rule's tree by the places of its parts: pure, so that every one of them can be undone by its text.

import { childrenOf, type Node, withChildren } from './tree.ts';

/** Where a part stands: the numbers of the children (see {@link childrenOf}) from the root down. */
export type Path = readonly number[];

/** @throws when there is no such part */
export function nodeAt(tree: Node, path: Path): Node {
  return path.reduce((node, k) => {
    const child = childrenOf(node)[k];
    if (!child) throw new RangeError(`no part ${path.join('.')} in this rule`);
    return child;
  }, tree);
}

export function replaceAt(tree: Node, path: Path, node: Node): Node {
  const [first, ...rest] = path;
  if (first === undefined) return node;
  const children = childrenOf(tree).map((child, k) => (k === first ? replaceAt(child, rest, node) : child));
  return withChildren(tree, children);
}

/** Without a part; a group of one part becomes that part, and what stood around the part alone goes with it. */
export function removeAt(tree: Node, path: Path): Node | undefined {
  const parentPath = path.slice(0, -1);
  const last = path[path.length - 1];
  if (last === undefined) return undefined;
  const parent = nodeAt(tree, parentPath);
  if (parent.kind !== 'and' && parent.kind !== 'or') return removeAt(tree, parentPath);
  const parts = parent.parts.filter((_part, k) => k !== last);
  const [only] = parts;
  return replaceAt(tree, parentPath, parts.length === 1 && only ? only : { ...parent, parts });
}

/** With one more part in a group, at a place of its own; a lone condition becomes a group of both. */
export function insertAt(
  tree: Node | undefined,
  group: Path,
  index: number,
  part: Node,
  kind: 'and' | 'or' = 'and',
): Node {
  if (!tree) return part;
  const at = nodeAt(tree, group);
  const known = at.kind === 'and' || at.kind === 'or';
  const before = known ? at.parts : [at];
  const parts = [...before.slice(0, index), part, ...before.slice(index)];
  return replaceAt(tree, group, { kind: known ? at.kind : kind, parts, place: at.place });
}

/** The same rule with a part in another place; a part cannot be moved into itself, which changes nothing. */
export function movePart(tree: Node, from: Path, group: Path, index: number): Node {
  if (from.every((k, depth) => group[depth] === k)) return tree;
  const part = nodeAt(tree, from);
  // The part leaves a mark behind, so that the target's path still holds when it is put in.
  const mark: Node = { kind: 'hole', place: part.place };
  const put = insertAt(replaceAt(tree, from, mark), group, index, part);
  return removeAt(put, pathOf(put, mark) as Path) as Node;
}

/** Where this very node stands. */
function pathOf(tree: Node, wanted: Node): Path | undefined {
  if (tree === wanted) return [];
  for (const [k, child] of childrenOf(tree).entries()) {
    const path = pathOf(child, wanted);
    if (path) return [k, ...path];
  }
  return undefined;
}
