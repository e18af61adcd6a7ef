// Conditions switched off, parts still to be chosen, and the changes that blocks make to a rule.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { readRule } from '../src/language/check.ts';
import { insertAt, movePart, nodeAt, removeAt, replaceAt } from '../src/language/edit.ts';
import { isBlankRule, readOutline, writeOutline } from '../src/language/outline.ts';
import { parseRule } from '../src/language/parse.ts';
import { printRule, switchedOn } from '../src/language/print.ts';
import { childrenOf, type Node, walk, withChildren } from '../src/language/tree.ts';
import { at, bare, rule } from './trees.ts';

const treeOf = (text: string): Node => {
  const read = readOutline(text);
  if (!read.ok || !read.outline.tree) throw new Error(`${text} does not read`);
  return read.outline.tree;
};
const written = (tree: Node | undefined): string => writeOutline({ tree, notes: [] });
const off = (of: Node): Node => ({ kind: 'off', of, place: at });

/** Switches off the parts of groups that the coins say, outermost first. */
function switched(node: Node, coins: Iterator<boolean>): Node {
  const grouped = node.kind === 'and' || node.kind === 'or';
  return withChildren(
    node,
    childrenOf(node).map((child) => (grouped && coins.next().value ? off(child) : switched(child, coins))),
  );
}

/** The tree without what is switched off; undefined when nothing is left. */
function live(node: Node): Node | undefined {
  if (node.kind === 'off') return undefined;
  const children = childrenOf(node).map(live);
  const left = children.filter((child): child is Node => child !== undefined);
  if (node.kind !== 'and' && node.kind !== 'or')
    return left.length === children.length ? withChildren(node, left) : undefined;
  return left.length > 1 ? { ...node, parts: left } : left[0];
}

const outlines = fc
  .tuple(rule, fc.infiniteStream(fc.boolean()))
  .map(([tree, coins]) => switched(tree, coins[Symbol.iterator]()));

describe('switching conditions off', () => {
  it('keeps them in the text as comments, read back in their places', () => {
    const text = 'close > 50\n# off: and gaps up\nand volume > 1m';
    const tree = treeOf(text);
    expect(nodeAt(tree, [1])).toMatchObject({ kind: 'off', of: { kind: 'gap' } });
    expect(written(tree)).toBe('close is above 50\n# off: and gaps up\nand volume is above 1m');
    const runs = parseRule(text);
    expect(runs.ok && printRule(runs.tree)).toBe('close is above 50 and volume is above 1m');
  });

  it('reads as written, whatever is off, and runs as if the parts that are off were not there', () => {
    fc.assert(
      fc.property(outlines, (tree) => {
        const text = written(tree);
        const read = readOutline(text);
        if (!read.ok || !read.outline.tree) throw new Error(`does not read:\n${text}`);
        expect(written(read.outline.tree)).toBe(text);
        expect(bare(switchedOn(read.outline.tree))).toEqual(bare(switchedOn(tree)));
        const left = live(tree);
        expect(isBlankRule(text)).toBe(left === undefined);
        if (!left) return;
        const runs = parseRule(text);
        if (!runs.ok) throw new Error(`${runs.problem.message}\n${text}`);
        expect(bare(runs.tree)).toEqual(bare(left));
      }),
      { numRuns: cases(500) },
    );
  });

  it('keeps a trader’s own comments on top', () => {
    const read = readOutline('close > 50\n# mind the spring\nand gaps up');
    expect(read.ok && writeOutline(read.outline)).toBe('# mind the spring\nclose is above 50 and gaps up');
  });

  it('refuses a line that cuts through a condition', () => {
    const read = readOutline('close is\n# off: above 50 and volume\n> 3');
    expect(read.ok).toBe(false);
  });

  it('reads an empty rule, and one of comments alone, as no conditions', () => {
    for (const text of ['', '  ', '# nothing yet']) {
      const read = readOutline(text);
      expect(read.ok && read.outline.tree).toBe(undefined);
    }
  });

  it('says where text does not read', () => {
    const read = readOutline('close is above 50 and vollume > 3');
    expect(!read.ok && read.problem.message).toContain('volume');
  });
});

describe('a part still to be chosen', () => {
  it('reads and is written again, but does not run', () => {
    expect(written(treeOf('close is above ...'))).toBe('close is above …');
    const checked = readRule('close is above … and gaps up', { expects: 'rule' });
    expect(checked.ok).toBe(false);
    expect(!checked.ok && checked.problems).toEqual([
      { place: { from: 15, to: 16 }, message: 'A part is still to be chosen, where … stands.' },
    ]);
  });
});

describe('changes to a rule', () => {
  const tree = treeOf('close > 1 and (open > 2 or high > 3) and low > 4');

  it('puts another part in a place', () => {
    expect(written(replaceAt(tree, [1, 0], treeOf('gaps up')))).toBe(
      'close is above 1 and (gaps up or high is above 3) and low is above 4',
    );
  });

  it('takes a part away, and the group with it when one part is left', () => {
    expect(written(removeAt(tree, [1, 0]))).toBe('close is above 1 and high is above 3 and low is above 4');
    expect(removeAt(treeOf('not (gaps up)'), [0])).toBe(undefined);
    expect(written(removeAt(treeOf('gaps down and not gaps up'), [1, 0]))).toBe('gaps down');
  });

  it('adds to a group, to a lone condition and to nothing', () => {
    const part = treeOf('gaps up');
    expect(written(insertAt(tree, [1], 2, part))).toBe(
      'close is above 1 and (open is above 2 or high is above 3 or gaps up) and low is above 4',
    );
    expect(written(insertAt(treeOf('close > 1'), [], 0, part))).toBe('gaps up and close is above 1');
    expect(written(insertAt(undefined, [], 0, part))).toBe('gaps up');
  });

  it('moves a part within its group and into another', () => {
    expect(written(movePart(tree, [0], [], 3))).toBe(
      '(open is above 2 or high is above 3) and low is above 4 and close is above 1',
    );
    expect(written(movePart(tree, [2], [1], 0))).toBe(
      'close is above 1 and (low is above 4 or open is above 2 or high is above 3)',
    );
    expect(written(movePart(tree, [1, 1], [], 0))).toBe(
      'high is above 3 and close is above 1 and open is above 2 and low is above 4',
    );
    expect(movePart(tree, [1], [1], 0)).toBe(tree);
  });

  it('loses and doubles nothing, whatever moves where', () => {
    const leaves = (node: Node): string[] => {
      const found: string[] = [];
      walk(node, (n) => {
        if (n.kind === 'comparison' || n.kind === 'gap' || n.kind === 'constant') found.push(printRule(n));
      });
      return found.sort();
    };
    const groups = (node: Node, path: number[] = []): number[][] => [
      ...(node.kind === 'and' || node.kind === 'or' ? [path] : []),
      ...(node.kind === 'and' || node.kind === 'or'
        ? node.parts.flatMap((part, k) => groups(part, [...path, k]))
        : []),
    ];
    fc.assert(
      fc.property(rule, fc.nat(), fc.nat(), fc.nat(), fc.nat(), (node, a, b, c, d) => {
        const all = groups(node);
        if (all.length === 0) return;
        const source = all[a % all.length] ?? [];
        const from = [...source, b % childrenOf(nodeAt(node, source)).length];
        const target = all[c % all.length] ?? [];
        const index = d % (childrenOf(nodeAt(node, target)).length + 1);
        expect(leaves(movePart(node, from, target, index))).toEqual(leaves(node));
      }),
      { numRuns: cases(300) },
    );
  });
});
