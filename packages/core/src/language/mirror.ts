// A rule turned over: what it asks of rising prices asked of falling ones, for the other side of a strategy.
//
// The mirror takes a price p to -p. A price level then stands on its other side, a high is a low, a return changes its sign, a
// scale from 0 to 100 is read from its other end, and what has no direction (volume, a range, a date) stays as it is.

import type { BarUnit } from '../bars/unit.ts';
import { measureOf } from '../measures/catalogue.ts';
import { readOutline, writeOutline } from './outline.ts';
import { parseRule } from './parse.ts';
import { printRule } from './print.ts';
import { type Comparator, childrenOf, isCondition, type Node, withChildren } from './tree.ts';

/**
 * How a value stands in the mirror. `level`: a price, above or below others. `about`: turns around this number, so that v
 * becomes 2 * about - v. `still`: has no direction. `plain`: a number as it is written.
 */
type Stand =
  | { readonly kind: 'level' }
  | { readonly kind: 'about'; readonly about: number }
  | { readonly kind: 'still' }
  | { readonly kind: 'plain' };

const LEVEL: Stand = { kind: 'level' };
const STILL: Stand = { kind: 'still' };
const PLAIN: Stand = { kind: 'plain' };
const about = (middle: number): Stand => ({ kind: 'about', about: middle });

/** Measures whose words are others in the mirror. */
const OTHER_WORDS: Readonly<Record<string, string>> = {
  high: 'low',
  low: 'high',
  highest: 'lowest',
  lowest: 'highest',
  'upper band': 'lower band',
  'lower band': 'upper band',
  'upper envelope': 'lower envelope',
  'lower envelope': 'upper envelope',
  'upper shadow': 'lower shadow',
  'lower shadow': 'upper shadow',
  'Aroon up': 'Aroon down',
  'Aroon down': 'Aroon up',
  'age of high': 'age of low',
  'age of low': 'age of high',
  'plus DI': 'minus DI',
  'minus DI': 'plus DI',
  'all-time high': 'all-time low',
  'all-time low': 'all-time high',
  'distance from high': 'distance from low',
  'distance from low': 'distance from high',
};

/** Of these the other words are those of what they are taken of alone: the highest volume is no lowest volume. */
const AS_WHAT_THEY_ARE_OF: ReadonlySet<string> = new Set(['highest', 'lowest', 'upper band', 'lower band']);

/** Where the mirror stands for measures with a direction of their own. */
const ABOUT: Readonly<Record<string, number>> = {
  'day change': 0,
  gap: 0,
  streak: 0,
  return: 0,
  'z-score': 0,
  slope: 0,
  change: 0,
  growth: 0,
  'trend growth': 0,
  CCI: 0,
  MACD: 0,
  'MACD signal': 0,
  skewness: 0,
  'volume flow': 0,
  'relative return': 0,
  'distance from high': 0,
  'distance from low': 0,
  Aroon: 0,
  'internal bar strength': 0.5,
  'band place': 0.5,
  RSI: 50,
  place: 50,
  stochastic: 50,
  'money flow index': 50,
  'percent rank': 50,
  'universe percentile': 50,
  'Williams R': -50,
};

/** Prices that are lengths, not levels. */
const LENGTHS: ReadonlySet<string> = new Set([
  'true range',
  'bar range',
  'ATR',
  'deviation',
  'mean deviation',
]);

/** Values that keep the stand of what they are taken of only where that is a level or a direction of its own. */
const OF_VALUE_ALONE: ReadonlySet<string> = new Set([
  'return',
  'z-score',
  'slope',
  'change',
  'growth',
  'trend growth',
  'MACD',
  'MACD signal',
  'skewness',
  'RSI',
  'place',
  'band place',
  'percent rank',
  'universe percentile',
]);

/** What the position itself counts in its favour. */
const OF_THE_POSITION: ReadonlySet<string> = new Set(['profit', 'days held']);

const TURNED: Readonly<Record<Comparator, Comparator>> = {
  'is above': 'is below',
  'is below': 'is above',
  'is at least': 'is at most',
  'is at most': 'is at least',
  equals: 'equals',
  'crosses above': 'crosses below',
  'crosses below': 'crosses above',
};

interface MirroredRule {
  readonly text: string;
  /** the conditions that stay as they are, for they have no direction */
  readonly kept: readonly string[];
  /** whether all of it stays: true whenever the rule is */
  readonly isItself: boolean;
}

/**
 * A rule's text turned over, with what it says switched off; undefined where it does not read.
 * @returns also the conditions that stay as they are, for they have no direction
 */
export function mirroredRule(text: string, unit: BarUnit): MirroredRule | undefined {
  const read = readOutline(text, unit);
  if (!read.ok) return undefined;
  const { tree, notes } = read.outline;
  if (!tree) return { text, kept: [], isItself: false };
  const over = mirrored(tree);
  const kept: string[] = [];
  const collect = (before: Node, after: Node): void => {
    if (before.kind === 'off' || before.kind === 'constant') return;
    if (before.kind === 'and' || before.kind === 'or') {
      const parts = childrenOf(after);
      for (const [k, part] of before.parts.entries()) collect(part, parts[k] ?? part);
    } else if (printRule(before, unit) === printRule(after, unit)) kept.push(printRule(before, unit));
  };
  collect(tree, over);
  const isItself = printRule(tree, unit) === printRule(over, unit);
  return { text: writeOutline({ tree: over, notes }, unit), kept, isItself };
}

/** A value's text turned over, and whether it ranks the other way round there; undefined where it does not read. */
export function mirroredText(
  text: string,
  unit: BarUnit,
): { readonly text: string; readonly isTurned: boolean } | undefined {
  const parsed = parseRule(text, unit);
  if (!parsed.ok) return undefined;
  const { tree } = parsed;
  return { text: printRule(mirroredValue(tree), unit), isTurned: hasDirection(tree) };
}

/** A condition turned over; holes and conditions without a direction stay as they are. */
export function mirrored(node: Node): Node {
  switch (node.kind) {
    case 'comparison': {
      const { left, right, comparator } = node;
      if (!turns(left, right)) return withRulesMirrored(node);
      return {
        ...node,
        comparator: TURNED[comparator],
        left: beside(left, right),
        right: beside(right, left),
      };
    }
    case 'between': {
      const { of, low, high } = node;
      if (!turns(of, low)) return withRulesMirrored(node);
      return { ...node, of: mirroredValue(of), low: beside(high, of), high: beside(low, of) };
    }
    case 'moving':
      return isStill(node.of)
        ? withRulesMirrored(node)
        : { ...node, way: node.way === 'rising' ? 'falling' : 'rising', of: mirroredValue(node.of) };
    case 'extreme':
      return isStill(node.of)
        ? withRulesMirrored(node)
        : { ...node, way: node.way === 'highest' ? 'lowest' : 'highest', of: mirroredValue(node.of) };
    case 'gap':
      return { ...node, way: node.way === 'up' ? 'down' : 'up' };
    case 'and':
    case 'or':
      return { ...node, parts: node.parts.map(mirrored) };
    case 'not':
    case 'off':
    case 'lasting':
    case 'at-least-of':
    case 'scope':
      return { ...node, of: mirrored(node.of) };
    default:
      return node;
  }
}

/** What is compared as it is, with the rules turned over that it counts, and the order of the ranks that it reads. */
function withRulesMirrored(node: Node): Node {
  if (node.kind === 'measure' && node.phrase === 'universe rank') {
    return {
      ...node,
      takes: node.takes.map((taken) => (typeof taken === 'object' ? opposite(taken) : taken)),
    };
  }
  const inside = withChildren(
    node,
    childrenOf(node).map((child) => (isCondition(child) ? mirrored(child) : withRulesMirrored(child))),
  );
  // A measure of one direction, as the plus DI, is compared as its counterpart.
  const sided = inside.kind === 'measure' && !AS_WHAT_THEY_ARE_OF.has(inside.phrase) && isStill(inside);
  return sided ? { ...inside, phrase: OTHER_WORDS[inside.phrase] ?? inside.phrase } : inside;
}

/** What ranks the other way round. */
function opposite(node: Node): Node {
  if (!hasDirection(node)) return node;
  const of = mirroredValue(node);
  return of.kind === 'negative' ? of.of : { kind: 'negative', of, place: node.place };
}

/** Whether a value has a direction, so that what ranks by it ranks the other way round on the other side. */
function hasDirection(node: Node): boolean {
  const stand = standOf(node);
  return stand.kind === 'level' || stand.kind === 'about';
}

/** Whether a comparison is one of directions: a price against a plain number, as a least price, is none. */
function turns(left: Node, right: Node): boolean {
  const [a, b] = [standOf(left), standOf(right)];
  if (a.kind === 'about' || b.kind === 'about') return a.kind !== 'still' && b.kind !== 'still';
  return a.kind === 'level' && b.kind === 'level';
}

const isStill = (node: Node): boolean => !hasDirection(node);

/** A side of a comparison in the mirror; a plain number turns around where the other side does. */
function beside(node: Node, other: Node): Node {
  const [own, its] = [standOf(node), standOf(other)];
  if (own.kind !== 'plain' || its.kind !== 'about') return mirroredValue(node);
  return lessFrom(2 * its.about, node);
}

/** A value as it is called in the mirror. */
function mirroredValue(node: Node): Node {
  switch (node.kind) {
    case 'measure':
      return mirroredMeasure(node);
    case 'negative':
    case 'ago':
    case 'scope':
      return { ...node, of: mirroredValue(node.of) };
    case 'arithmetic':
      return mirroredArithmetic(node);
    default:
      return node;
  }
}

type Measure = Node & { readonly kind: 'measure' };
type Arithmetic = Node & { readonly kind: 'arithmetic' };

function mirroredMeasure(node: Measure): Node {
  const { takes } = measureOf(node.phrase, node.windows.length);
  const of = node.takes.map((taken, k) => {
    if (typeof taken !== 'object') return taken;
    return takes[k]?.kind === 'rule' ? mirrored(taken) : mirroredValue(taken);
  });
  const keeps = AS_WHAT_THEY_ARE_OF.has(node.phrase) && standOfTaken(node).kind !== 'level';
  const phrase = keeps ? node.phrase : (OTHER_WORDS[node.phrase] ?? node.phrase);
  return { ...node, phrase, takes: of };
}

function mirroredArithmetic(node: Arithmetic): Node {
  const { operator, left, right } = node;
  const [a, b] = [standOf(left), standOf(right)];
  const both = { ...node, left: mirroredValue(left), right: mirroredValue(right) };
  const isSum = operator === '+' || operator === '-';
  // A length is laid off on the other side of a level.
  if (isSum && a.kind === 'level' && (b.kind === 'still' || b.kind === 'plain')) {
    return { ...both, operator: operator === '+' ? '-' : '+' };
  }
  if (operator === '+' && b.kind === 'level' && (a.kind === 'still' || a.kind === 'plain')) {
    return { ...both, operator: '-', left: both.right, right: both.left };
  }
  // A share of a level near the whole stands as far on its other side: 0.95 of it is 1.05 of it.
  if (operator === '*' && isNear(left) && b.kind === 'level') return { ...both, left: lessFrom(2, left) };
  if (operator === '*' && isNear(right) && a.kind === 'level') return { ...both, right: lessFrom(2, right) };
  return both;
}

const NEAR = 0.5;
const isNear = (node: Node): boolean => node.kind === 'number' && Math.abs(node.value - 1) < NEAR;

/** A number less a value: worked out where both are numbers. */
function lessFrom(whole: number, node: Node): Node {
  const { place } = node;
  if (node.kind === 'number') return numberOf(whole - node.value, node);
  if (node.kind === 'negative' && whole === 0) return node.of;
  if (whole === 0) return { kind: 'negative', of: node, place };
  return { kind: 'arithmetic', operator: '-', left: numberOf(whole, node), right: node, place };
}

/** A number as it is typed; percent stays percent. */
function numberOf(value: number, like: Node): Node {
  const isPercent = like.kind === 'number' && like.text.endsWith('%');
  const size = Number((Math.abs(value) * (isPercent ? 100 : 1)).toPrecision(12));
  const text = `${size}${isPercent ? '%' : ''}`;
  const number: Node = { kind: 'number', value: Math.abs(value), text, place: like.place };
  return value < 0 ? { kind: 'negative', of: number, place: like.place } : number;
}

function standOf(node: Node): Stand {
  switch (node.kind) {
    case 'number':
    case 'dial':
      return PLAIN;
    case 'negative': {
      const of = standOf(node.of);
      return of.kind === 'about' ? about(-of.about) : of;
    }
    case 'ago':
    case 'scope':
      return standOf(node.of);
    case 'measure':
      return standOfMeasure(node);
    case 'arithmetic':
      return standOfArithmetic(node);
    default:
      return STILL;
  }
}

function standOfMeasure(node: Measure): Stand {
  const { phrase } = node;
  if (OF_THE_POSITION.has(phrase) || LENGTHS.has(phrase)) return STILL;
  const middle = ABOUT[phrase];
  if (middle !== undefined) {
    return OF_VALUE_ALONE.has(phrase) && standOfTaken(node).kind === 'still' ? STILL : about(middle);
  }
  const { unit } = measureOf(phrase, node.windows.length);
  if (unit === 'same') return standOfTaken(node);
  if (phrase === 'universe rank') return STILL;
  return unit === 'price' ? LEVEL : STILL;
}

/** How what a measure is taken of stands; the close where nothing else is said. */
function standOfTaken(node: Measure): Stand {
  const { takes } = measureOf(node.phrase, node.windows.length);
  const taken = node.takes[takes.findIndex(({ word }) => word === 'of')];
  return typeof taken === 'object' ? standOf(taken) : LEVEL;
}

function standOfArithmetic({ operator, left, right }: Arithmetic): Stand {
  const [a, b] = [standOf(left), standOf(right)];
  const isSum = operator === '+' || operator === '-';
  const [levelA, levelB] = [a.kind === 'level', b.kind === 'level'];
  if (levelA && levelB) return operator === '-' ? about(0) : operator === '/' ? about(1) : LEVEL;
  if (levelA || levelB) {
    const other = levelA ? b : a;
    if (isSum) return LEVEL;
    if (other.kind === 'about') return other.about === 0 ? about(0) : LEVEL;
    return operator === '*' || levelA ? LEVEL : STILL;
  }
  if (a.kind === 'about' || b.kind === 'about') return turned(operator, a, b, left, right);
  return a.kind === 'plain' && b.kind === 'plain' ? PLAIN : STILL;
}

/** Where sums and multiples of what turns turn; what turns around zero does so however often it is taken. */
function turned(operator: Arithmetic['operator'], a: Stand, b: Stand, left: Node, right: Node): Stand {
  const middle = (stand: Stand, node: Node): number =>
    stand.kind === 'about' ? stand.about : node.kind === 'number' ? node.value : 0;
  const [x, y] = [middle(a, left), middle(b, right)];
  const isSum = operator === '+' || operator === '-';
  if (isSum && (a.kind === 'still' || b.kind === 'still')) return STILL;
  if (operator === '+') return about(x + y);
  if (operator === '-') return about(x - y);
  if (a.kind === 'about' && b.kind === 'about') return STILL;
  if (operator === '*') return about(left.kind === 'number' || right.kind === 'number' ? x * y : 0);
  if (a.kind !== 'about') return STILL;
  return about(right.kind === 'number' ? x / right.value : 0);
}
