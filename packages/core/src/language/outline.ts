// A rule with the conditions that are switched off: what the blocks of a sheet show. A condition switched off is a comment
// line, `# off: and close > 50`, so the text alone says all, and what runs is the text as it stands.

import { parseRule } from './parse.ts';
import { printRule, switchedOn } from './print.ts';
import type { RuleProblem } from './problem.ts';
import { childrenOf, type Node, withChildren } from './tree.ts';

export interface Outline {
  /** undefined for an empty rule; parts switched off are `off` nodes */
  readonly tree: Node | undefined;
  /** the comment lines that are no conditions, kept on top */
  readonly notes: readonly string[];
}

export type OutlineRead =
  | { readonly ok: true; readonly outline: Outline }
  | { readonly ok: false; readonly problem: RuleProblem };

type BarUnit = 'day' | 'week' | 'month';

const OFF_LINE = /^[ \t]*# off:/gm;
const NOTE_LINE = /^[ \t]*#(?! off:).*$/gm;

/** Reads rule text with its switched-off lines. Places are those of the text. */
export function readOutline(text: string, unit: BarUnit = 'day'): OutlineRead {
  const notes = [...text.matchAll(NOTE_LINE)].map(([line]) => line.trim());
  const ranges = [...text.matchAll(OFF_LINE)].map((match) => {
    const from = match.index + match[0].length;
    const end = text.indexOf('\n', from);
    return { from, to: end < 0 ? text.length : end };
  });
  const whole = text.replace(OFF_LINE, (mark) => ' '.repeat(mark.length));
  if (whole.replace(NOTE_LINE, '').trim() === '') return { ok: true, outline: { tree: undefined, notes } };
  const parsed = parseRule(whole, unit);
  if (!parsed.ok) return parsed;
  let found = 0;
  const mark = (node: Node): Node => {
    const range = ranges.find(({ from, to }) => node.place.from >= from && node.place.to <= to);
    if (range) {
      found++;
      return { kind: 'off', of: node, place: node.place };
    }
    return inside(node);
  };
  // Only parts of groups can be switched off by themselves.
  const inside = (node: Node): Node =>
    node.kind === 'and' || node.kind === 'or'
      ? { ...node, parts: node.parts.map(mark) }
      : withChildren(node, childrenOf(node).map(inside));
  const tree = mark(parsed.tree);
  if (found === ranges.length || tree.kind === 'off') return { ok: true, outline: { tree, notes } };
  const place = ranges[0] ?? { from: 0, to: text.length };
  return {
    ok: false,
    problem: { place, message: 'A line that is switched off does not hold one whole condition.' },
  };
}

/** The text of an outline; {@link readOutline} reads it back. */
export function writeOutline({ tree, notes }: Outline, unit: BarUnit = 'day'): string {
  const text = tree ? printRule(settled(tree), unit) : '';
  return [...notes, ...(text ? [text] : [])].join('\n');
}

/** A group with every part off is off itself, and so is what stands around a condition that is off. */
function settled(node: Node): Node {
  if (node.kind === 'off') return { ...node, of: switchedOn(node.of) };
  const children = childrenOf(node).map(settled);
  const next = withChildren(node, children);
  const off = children.filter((child) => child.kind === 'off').length;
  const grouped = node.kind === 'and' || node.kind === 'or';
  if (off === 0 || (grouped && off < children.length)) return next;
  return { kind: 'off', of: switchedOn(next), place: node.place };
}

/** Whether a rule's text says nothing that runs: empty, or comments alone. */
export function isBlankRule(text: string): boolean {
  return text.replace(/#[^\n]*/g, '').trim() === '';
}
