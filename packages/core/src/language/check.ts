// What a parsed rule must satisfy before it can run: kinds, windows, dials, position words, instruments.

import { measureOf } from '../measures/catalogue.ts';
import { type DialValues, setDials } from './dials.ts';
import { parseRule } from './parse.ts';
import type { RuleProblem } from './problem.ts';
import { repair } from './repair.ts';
import { nearest as nearestOf } from './suggest.ts';
import { childrenOf, isCondition, type Node, type NumberNode } from './tree.ts';
import { unlike } from './units.ts';

/** Windows and spans of bars may be this long: forty years of days. */
const LONGEST_WINDOW = 10_000;

export interface RuleContext {
  /** a rule is true or false, a value is a number */
  readonly expects: 'rule' | 'value';
  readonly unit?: 'day' | 'week' | 'month';
  readonly dials?: DialValues;
  /** whether profit, days held and the like may stand here */
  readonly position?: boolean;
  /** whether an instrument is known; every one is when left out */
  readonly knows?: (symbol: string) => boolean;
  /** known symbols, for suggestions */
  readonly symbols?: Iterable<string>;
}

export type CheckedRule =
  | { readonly ok: true; readonly tree: Node }
  | { readonly ok: false; readonly problems: readonly RuleProblem[] };

/** Reads and checks rule text. On success the tree's dials are set and every window is a whole number. */
export function readRule(text: string, context: RuleContext): CheckedRule {
  const parsed = parseRule(text, context.unit);
  return parsed.ok ? checkTree(parsed.tree, context) : { ok: false, problems: [parsed.problem] };
}

/**
 * Seeks the nearest text that reads, for a text that does not parse: a generator that yields after each of many tries, so that
 * its owner can spread them over time or give up, and returns the text; undefined when `text` parses or there is none.
 */
export function* seekNearest(text: string, context: RuleContext): Generator<void, string | undefined> {
  const parsed = parseRule(text, context.unit);
  if (parsed.ok) return undefined;
  const reads = (candidate: string): boolean => {
    const again = parseRule(candidate, context.unit);
    return again.ok && checkTree(again.tree, context).ok;
  };
  return yield* repair(text, parsed.problem.place, reads);
}

function checkTree(parsed: Node, context: RuleContext): CheckedRule {
  const tree = setDials(parsed, context.dials ?? {});
  const problems: RuleProblem[] = [];
  expectKind(tree, context.expects, problems);
  check(tree, context, false, problems);
  return problems.length > 0 ? { ok: false, problems } : { ok: true, tree };
}

function expectKind(node: Node, kind: 'rule' | 'value', problems: RuleProblem[]): boolean {
  if (isCondition(node) === (kind === 'rule')) return true;
  problems.push({
    place: node.place,
    message:
      kind === 'rule'
        ? 'This is a number where a condition is needed: compare it, as in “… is above …”.'
        : 'This is a condition where a number is needed.',
  });
  return false;
}

function expectLike(left: Node, right: Node, done: string, problems: RuleProblem[]): void {
  const why = unlike(left, right);
  if (!why) return;
  const place = { from: left.place.from, to: right.place.to };
  problems.push({
    place,
    message: `These cannot be ${done}: ${why}. Divide each by something of its own kind first, such as its average.`,
  });
}

function checkNumber(
  node: NumberNode,
  what: string,
  least: number,
  whole: boolean,
  problems: RuleProblem[],
): void {
  if (node.kind === 'dial') {
    problems.push({ place: node.place, message: `There is no dial named {${node.name}} on this sheet.` });
    return;
  }
  const { value } = node;
  if (value >= least && value <= LONGEST_WINDOW && (!whole || Number.isInteger(value))) return;
  problems.push({
    place: node.place,
    message: `${what} must be a whole number from ${least} to ${LONGEST_WINDOW.toLocaleString('en')}, not ${node.text}.`,
  });
}

function check(node: Node, context: RuleContext, inMeasure: boolean, problems: RuleProblem[]): void {
  const value = (child: Node) => expectKind(child, 'value', problems);
  const rule = (child: Node) => expectKind(child, 'rule', problems);
  switch (node.kind) {
    case 'number':
      if (!Number.isFinite(node.value)) {
        problems.push({ place: node.place, message: `${node.text} is too large a number.` });
      }
      break;
    case 'dial':
      checkNumber(node, 'A dial', 0, false, problems);
      break;
    case 'measure':
      checkMeasure(node, context, inMeasure, problems);
      return;
    case 'negative':
      value(node.of);
      break;
    case 'arithmetic':
      if (value(node.left) && value(node.right) && (node.operator === '+' || node.operator === '-')) {
        expectLike(node.left, node.right, node.operator === '+' ? 'added' : 'subtracted', problems);
      }
      break;
    case 'comparison':
      if (value(node.left) && value(node.right)) expectLike(node.left, node.right, 'compared', problems);
      break;
    case 'between':
      if (value(node.of) && value(node.low)) expectLike(node.of, node.low, 'compared', problems);
      if (value(node.high)) expectLike(node.of, node.high, 'compared', problems);
      break;
    case 'ago':
      value(node.of);
      checkNumber(node.bars, 'The number of bars', 0, true, problems);
      break;
    case 'moving':
      value(node.of);
      if (node.bars) checkNumber(node.bars, 'The number of bars', 1, true, problems);
      break;
    case 'extreme':
      value(node.of);
      checkNumber(node.bars, 'The number of bars', 1, true, problems);
      break;
    case 'lasting':
      rule(node.of);
      checkNumber(node.bars, 'The number of bars', 1, true, problems);
      break;
    case 'at-least-of':
      rule(node.of);
      checkNumber(node.times, 'The number of times', 1, true, problems);
      checkNumber(node.bars, 'The number of bars', 1, true, problems);
      if (node.times.kind === 'number' && node.bars.kind === 'number' && node.times.value > node.bars.value) {
        problems.push({
          place: node.place,
          message: `This can never be true: ${node.times.value} of ${node.bars.value}.`,
        });
      }
      break;
    case 'not':
      rule(node.of);
      break;
    case 'and':
    case 'or':
      for (const part of node.parts) rule(part);
      break;
    case 'scope':
      checkInstrument(node.instrument, node.place, context, problems);
      check(node.of, { ...context, position: false }, inMeasure, problems);
      return;
    case 'hole':
      problems.push({ place: node.place, message: 'A part is still to be chosen, where … stands.' });
      break;
    case 'off':
    case 'gap':
    case 'constant':
      break;
  }
  for (const child of childrenOf(node)) check(child, context, inMeasure, problems);
}

function checkMeasure(
  node: Node & { kind: 'measure' },
  context: RuleContext,
  inMeasure: boolean,
  problems: RuleProblem[],
): void {
  const entry = measureOf(node.phrase, node.windows.length);
  for (const window of node.windows) checkNumber(window, 'A window', 1, true, problems);
  if (entry.position && inMeasure) {
    problems.push({
      place: node.place,
      message: `“${entry.phrase}” is read from the position and cannot stand inside another measure.`,
    });
  } else if (entry.position && !context.position) {
    problems.push({
      place: node.place,
      message: `“${entry.phrase}” exists only while a position is held: it may stand in exit rules, and not inside “on …”.`,
    });
  }
  entry.takes.forEach((argument, k) => {
    const taken = node.takes[k];
    if (typeof taken === 'string') {
      checkInstrument(taken, node.place, context, problems);
    } else if (taken !== undefined) {
      if (argument.kind === 'number') {
        if (taken.kind === 'dial') check(taken, context, true, problems);
      } else if (expectKind(taken, argument.kind === 'rule' ? 'rule' : 'value', problems)) {
        check(taken, context, true, problems);
      }
    }
  });
}

function checkInstrument(
  symbol: string,
  place: Node['place'],
  context: RuleContext,
  problems: RuleProblem[],
): void {
  if (!context.knows || context.knows(symbol)) return;
  const meant = nearestOf(symbol, context.symbols ?? []);
  problems.push({
    place,
    message: `There are no bars for the instrument “${symbol}”.${meant ? ` Did you mean ${meant}?` : ''}`,
  });
}
