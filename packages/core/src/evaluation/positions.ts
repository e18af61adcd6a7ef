// Exit rules that read the position: profit, days held, entry price, best close.
//
// The parts of the rule that do not read it are columns like any other; only what is above them is evaluated bar by
// bar, for the instruments held.

import type { Bars } from '../bars/bars.ts';
import { type Node, type NumberNode, walk } from '../language/tree.ts';
import { measureOf } from '../measures/catalogue.ts';
import type { Evaluator } from './evaluate.ts';
import {
  betweenOne,
  calculateOne,
  compareOne,
  equal,
  FALSE,
  greater,
  movesOne,
  TRUE,
  UNDEFINED,
} from './truth.ts';

export interface HeldPosition {
  readonly side: { readonly sign: 1 | -1 };
  readonly entryBar: number;
  readonly entryPrice: number;
  /** entered at the bar's open, so that the entry bar counts as held */
  readonly atOpen: boolean;
}

/** The truth of a rule at one bar for one position. */
export type PositionRule = (bar: number, position: HeldPosition) => number;
type PositionValue = (bar: number, position: HeldPosition) => number;

export function readsPosition(node: Node): boolean {
  let found = false;
  walk(node, (n) => {
    if (n.kind === 'measure' && measureOf(n.phrase, n.windows.length).position) found = true;
  });
  return found;
}

/** Compiles an exit rule for one instrument; every column it needs is computed now. */
export function compilePositionRule(rule: Node, evaluator: Evaluator, instrument: number): PositionRule {
  return new PositionReader(evaluator, instrument).truth(rule);
}

/** Compiles rules and values of one instrument that may read a position. */
export class PositionReader {
  readonly #evaluator: Evaluator;
  readonly #instrument: number;

  constructor(evaluator: Evaluator, instrument: number) {
    this.#evaluator = evaluator;
    this.#instrument = instrument;
  }

  truth(node: Node): PositionRule {
    if (!readsPosition(node)) {
      const column = this.#evaluator.truths(node, this.#instrument);
      return (bar) => column[bar]!;
    }
    switch (node.kind) {
      case 'comparison': {
        const a = this.value(node.left);
        const b = this.value(node.right);
        const { comparator } = node;
        if (comparator !== 'crosses above' && comparator !== 'crosses below') {
          return (bar, p) => compareOne(comparator, a(bar, p), b(bar, p));
        }
        const beyond: PositionRule =
          comparator === 'crosses above'
            ? (bar, p) => greater(a(bar, p), b(bar, p))
            : (bar, p) => greater(b(bar, p), a(bar, p));
        return (bar, p) => Math.min(beyond(bar, p), bar > 0 ? 2 - beyond(bar - 1, p) : UNDEFINED);
      }
      case 'between': {
        const of = this.value(node.of);
        const low = this.value(node.low);
        const high = this.value(node.high);
        return (bar, p) => betweenOne(of(bar, p), low(bar, p), high(bar, p));
      }
      case 'moving': {
        const of = this.value(node.of);
        const span = node.bars ? plain(node.bars) : 1;
        return (bar, p) => over(bar, span, Math.min, (b) => movesOne(node.way, of(b, p), of(b - 1, p)));
      }
      case 'extreme': {
        const of = this.value(node.of);
        const span = plain(node.bars);
        const pick = node.way === 'highest' ? Math.max : Math.min;
        return (bar, p) => {
          // One undefined value makes the extreme undefined, as it does in a column.
          let bound = of(bar, p);
          for (let b = bar - span + 1; b < bar; b++) bound = pick(bound, b < 0 ? Number.NaN : of(b, p));
          return equal(of(bar, p), bound);
        };
      }
      case 'not': {
        const of = this.truth(node.of);
        return (bar, p) => 2 - of(bar, p);
      }
      case 'and':
      case 'or': {
        const parts = node.parts.map((part) => this.truth(part));
        const pick = node.kind === 'and' ? Math.min : Math.max;
        return (bar, p) => parts.map((part) => part(bar, p)).reduce((x, y) => pick(x, y));
      }
      case 'lasting': {
        const of = this.truth(node.of);
        const pick = node.how === 'in a row' ? Math.min : Math.max;
        return (bar, p) => over(bar, plain(node.bars), pick, (b) => of(b, p));
      }
      case 'at-least-of': {
        const of = this.truth(node.of);
        return (bar, p) => {
          let held = 0;
          let possible = 0;
          for (let b = bar - plain(node.bars) + 1; b <= bar; b++) {
            const at = b < 0 ? UNDEFINED : of(b, p);
            if (at === TRUE) held++;
            if (at !== FALSE) possible++;
          }
          return held >= plain(node.times) ? TRUE : possible < plain(node.times) ? FALSE : UNDEFINED;
        };
      }
      default:
        break;
    }
    throw new Error(`a ${node.kind} cannot read the position`);
  }

  value(node: Node): PositionValue {
    if (!readsPosition(node)) {
      const column = this.#evaluator.values(node, this.#instrument);
      return typeof column === 'number' ? () => column : (bar) => (bar < 0 ? Number.NaN : column[bar]!);
    }
    switch (node.kind) {
      case 'measure':
        return positionWord(node.phrase, this.#evaluator.panel.bars[this.#instrument]!);
      case 'negative': {
        const of = this.value(node.of);
        return (bar, p) => -of(bar, p);
      }
      case 'arithmetic': {
        const a = this.value(node.left);
        const b = this.value(node.right);
        return (bar, p) => calculateOne(node.operator, a(bar, p), b(bar, p));
      }
      case 'ago': {
        const of = this.value(node.of);
        return (bar, p) => of(bar - plain(node.bars), p);
      }
      default:
        throw new Error(`a ${node.kind} is no value that reads the position`);
    }
  }
}

/** The smallest or largest truth over the last `span` bars; bars before the first are undefined. */
function over(
  bar: number,
  span: number,
  pick: (a: number, b: number) => number,
  truthAt: (bar: number) => number,
): number {
  let result = pick === Math.min ? TRUE : FALSE;
  for (let b = bar - span + 1; b <= bar; b++) result = pick(result, b < 0 ? UNDEFINED : truthAt(b));
  return result;
}

function plain(node: NumberNode): number {
  if (node.kind === 'dial') throw new Error(`the dial {${node.name}} is not set`);
  return node.value;
}

/** Before the entry bar a position word is undefined. */
function positionWord(phrase: string, bars: Bars): PositionValue {
  const sinceEntry =
    (word: PositionValue): PositionValue =>
    (bar, p) =>
      bar < p.entryBar ? Number.NaN : word(bar, p);
  switch (phrase) {
    case 'profit':
      return sinceEntry((bar, p) => (bars.close[bar]! / p.entryPrice - 1) * p.side.sign);
    case 'days held':
      return sinceEntry((bar, p) => bar - p.entryBar + (p.atOpen ? 1 : 0));
    case 'entry price':
      return sinceEntry((_bar, p) => p.entryPrice);
    case 'best close':
      return sinceEntry((bar, p) => {
        let best = p.entryPrice;
        for (let b = p.entryBar; b <= bar; b++) {
          if ((bars.close[b]! - best) * p.side.sign > 0) best = bars.close[b]!;
        }
        return best;
      });
    default:
      throw new Error(`${phrase} is no position word`);
  }
}
