// A strategy whose rules' numbers are all dials, so that any of them can be turned.

import { mapNumbers } from '../language/dials.ts';
import { parseRule } from '../language/parse.ts';
import { printRule } from '../language/print.ts';
import { withSetting } from './grid.ts';
import type { Strategy } from './strategy.ts';

/** The texts of a strategy that have numbers worth turning, and what those are called. */
const TEXTS = [
  ['long.enter', 'entry'],
  ['long.exit', 'exit'],
  ['long.rank.by', 'rank'],
  ['short.enter', 'short entry'],
  ['short.exit', 'short exit'],
  ['short.rank.by', 'short rank'],
] as const;

/**
 * Each number of the entry, exit and rank rules becomes a dial at its value, numbered in reading order: `entry 1`, `entry 2`, …
 * Dials that are there stay; a text that does not read is left as it stands.
 */
export function numbersAsDials(strategy: Strategy): Strategy {
  const dials = { ...strategy.dials };
  const unit = strategy.bars;
  return TEXTS.reduce<Strategy>((so, [path, name]) => {
    const keys = path.split('.');
    const text = textAt(so, keys);
    const parsed = text === undefined ? undefined : parseRule(text, unit);
    if (!parsed?.ok) return so;
    let n = 0;
    const tree = mapNumbers(parsed.tree, (node) => {
      if (node.kind === 'dial') return node;
      let dial: string;
      do dial = `${name} ${++n}`;
      while (Object.hasOwn(dials, dial));
      dials[dial] = { value: node.value };
      return { kind: 'dial', name: dial, place: node.place };
    });
    return { ...withSetting(so, keys, printRule(tree, unit)), dials };
  }, strategy);
}

function textAt(strategy: Strategy, keys: readonly string[]): string | undefined {
  const value = keys.reduce<unknown>(
    (inner, key) => (inner as Readonly<Record<string, unknown>> | undefined)?.[key],
    strategy,
  );
  return typeof value === 'string' ? value : undefined;
}

/** The rule texts in which a dial stands, as they are written. */
export function rulesWithDial(strategy: Strategy, dial: string): string[] {
  return TEXTS.flatMap(([path]) => {
    const text = textAt(strategy, path.split('.'));
    return text?.includes(`{${dial}}`) ? [text] : [];
  });
}
