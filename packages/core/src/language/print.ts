// Tree to rule text: the form every rule is kept in. parse(print(tree)) is the same tree.

import { measureOf } from '../measures/catalogue.ts';
import { childrenOf, type Node, type NumberNode, withChildren } from './tree.ts';

// How tightly a node binds, loosest first; a child looser than its place asks for is put in parentheses.
const OR = 0;
const AND = 1;
const NOT = 2;
const CONDITION = 3;
const SUM = 4;
const PRODUCT = 5;
const FACTOR = 6;
const PRIMARY = 7;

/** What a line begins with that holds a condition switched off. */
const OFF = '# off:';

function bindingOf(node: Node): number {
  switch (node.kind) {
    case 'or':
      return OR;
    case 'and':
      return AND;
    case 'not':
      return NOT;
    case 'comparison':
    case 'between':
    case 'moving':
    case 'extreme':
    case 'lasting':
    case 'at-least-of':
      return CONDITION;
    case 'arithmetic':
      return node.operator === '+' || node.operator === '-' ? SUM : PRODUCT;
    case 'negative':
    case 'ago':
      return FACTOR;
    default:
      return PRIMARY;
  }
}

export type NumberText = (node: NumberNode) => string;

const asTyped: NumberText = (node) => (node.kind === 'number' ? node.text : `{${node.name}}`);

/**
 * The canonical text of a rule or value.
 * @param unit the word windows are written with
 * @param number how a number or dial is written; as typed when left out
 */
export function printRule(node: Node, unit = 'day', number: NumberText = asTyped): string {
  const print = (child: Node, atLeast: number): string => {
    const text = printBare(child);
    // What holds a comment line must end before anything else comes on its last line.
    return bindingOf(child) < atLeast || text.includes('\n') ? inParentheses(text) : text;
  };

  const printBare = (n: Node): string => {
    switch (n.kind) {
      case 'number':
      case 'dial':
        return number(n);
      case 'measure':
        return printMeasure(n);
      case 'negative':
        return `- ${print(n.of, n.of.kind === 'ago' && !isPrior(n.of) ? PRIMARY : FACTOR)}`;
      case 'arithmetic': {
        const own = bindingOf(n);
        return `${print(n.left, own)} ${n.operator} ${print(n.right, own + 1)}`;
      }
      case 'ago':
        return isPrior(n)
          ? `prior ${print(n.of, n.of.kind === 'ago' && !isPrior(n.of) ? PRIMARY : FACTOR)}`
          : `${print(n.of, PRIMARY)} ${number(n.bars)} ${unit}s ago`;
      case 'scope':
        return `on ${n.instrument} ${inParentheses(printBare(n.of))}`;
      case 'comparison':
        return `${print(n.left, SUM)} ${n.comparator} ${print(n.right, SUM)}`;
      case 'between':
        return `${print(n.of, SUM)} is between ${print(n.low, SUM)} and ${print(n.high, SUM)}`;
      case 'moving':
        return `${print(n.of, SUM)} is ${n.way}${n.bars ? ` for ${number(n.bars)} ${unit}s` : ''}`;
      case 'extreme':
        return `${print(n.of, SUM)} is the ${n.way} of ${number(n.bars)} ${unit}s`;
      case 'gap':
        return `gaps ${n.way}`;
      case 'constant':
        return n.value ? 'always' : 'never';
      case 'not':
        return `not ${print(n.of, NOT)}`;
      case 'and':
        return joined(n.parts, 'and', NOT);
      case 'or':
        return joined(n.parts, 'or', AND);
      case 'hole':
        return '…';
      case 'off':
        return `${OFF} ${printRule(switchedOn(n.of), unit, number)}`;
      case 'lasting':
        return n.how === 'in a row'
          ? `${lasts(n.of)} for ${number(n.bars)} ${unit}s in a row`
          : `${lasts(n.of)} within the last ${number(n.bars)} ${unit}s`;
      case 'at-least-of':
        return `${lasts(n.of)} on at least ${number(n.times)} of the last ${number(n.bars)} ${unit}s`;
    }
  };

  // Off parts are lines of their own, each with the connective that makes sense whether or not the line is read.
  const joined = (parts: readonly Node[], word: 'and' | 'or', atLeast: number): string => {
    if (!parts.some((part) => part.kind === 'off'))
      return parts.map((part) => print(part, atLeast)).join(` ${word} `);
    let live = 0;
    const lines = parts.map((part) => {
      if (part.kind !== 'off') return live++ === 0 ? print(part, atLeast) : `${word} ${print(part, atLeast)}`;
      const text = print(switchedOn(part.of), atLeast);
      return live === 0 ? `${OFF} ${text} ${word}` : `${OFF} ${word} ${text}`;
    });
    return lines.join('\n');
  };

  // A duration binds to the one condition before it, so a condition that has one already needs parentheses.
  const lasts = (of: Node): string =>
    print(of, of.kind === 'lasting' || of.kind === 'at-least-of' ? PRIMARY : CONDITION);

  const printMeasure = (n: Node & { kind: 'measure' }): string => {
    const entry = measureOf(n.phrase, n.windows.length);
    const windows = n.windows.length > 0 ? `${n.windows.map(number).join('/')}-${unit} ` : '';
    const words = entry.phrase.replace(/^days (?=held|since)/, `${unit}s `);
    const tail = entry.takes.map((argument, k) => {
      const taken = n.takes[k];
      if (taken === undefined) return '';
      const word = argument.word ? ` ${argument.word} ` : ' ';
      if (typeof taken === 'string') return word + taken;
      if (argument.kind === 'rule') return word + inParentheses(printBare(taken));
      // What follows must not be read as an argument of the value before it.
      const more = n.takes.slice(k + 1).some((later) => later !== undefined);
      return word + (more && takesMore(taken) ? inParentheses(printBare(taken)) : print(taken, PRIMARY));
    });
    return windows + words + tail.join('');
  };

  return printBare(node);
}

/** Whether a value is a measure that can have arguments of its own. */
function takesMore(node: Node): boolean {
  return node.kind === 'measure' && measureOf(node.phrase, node.windows.length).takes.length > 0;
}

/** The end of a comment is the end of its line. */
function inParentheses(text: string): string {
  return text.includes('\n') ? `(\n${text}\n)` : `(${text})`;
}

/** The node with every part below it switched on. */
export function switchedOn(node: Node): Node {
  return node.kind === 'off' ? switchedOn(node.of) : withChildren(node, childrenOf(node).map(switchedOn));
}

function isPrior(node: Node & { kind: 'ago' }): boolean {
  return node.bars.kind === 'number' && node.bars.value === 1;
}
