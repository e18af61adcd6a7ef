// The grammar of rule text (rule-text.md, Grammar), written for chevrotain.
//
// A parenthesis may open a rule or a value, so the parser reads one kind of expression and leaves it to check.ts to
// say whether each part is a condition or a number.

import {
  defaultParserErrorProvider,
  EmbeddedActionsParser,
  type IToken,
  type TokenType,
  tokenLabel,
} from 'chevrotain';
import { measuresCalled } from '../measures/catalogue.ts';
import type { Argument, Measure } from '../measures/measure.ts';
import { RuleFault } from './problem.ts';
import type { Comparator, Node, NumberNode, Place } from './tree.ts';
import * as w from './words.ts';

/** Parentheses and measures inside measures may nest this deep; far more than a rule anyone can read. */
const DEEPEST = 60;

const comparators = new Map<TokenType, Comparator>([
  [w.IsAbove, 'is above'],
  [w.IsBelow, 'is below'],
  [w.IsAtLeast, 'is at least'],
  [w.IsAtMost, 'is at most'],
  [w.Equals, 'equals'],
  [w.CrossesAbove, 'crosses above'],
  [w.CrossesBelow, 'crosses below'],
]);

export const place = (first: IToken, last: IToken = first): Place => ({
  from: first.startOffset,
  to: last.startOffset + last.image.length,
});
const span = (from: Place, to: Place): Place => ({ from: from.from, to: to.to });

/** Reads 1,000 and 200k and 1.5m and 10% without a rounding step: the decimal point is moved, not divided by. */
function numberFrom(text: string): number {
  const digits = text.replace(/,/g, '');
  switch (digits[digits.length - 1]) {
    case '%':
      return Number(`${digits.slice(0, -1)}e-2`);
    case 'k':
    case 'K':
      return Number(`${digits.slice(0, -1)}e3`);
    case 'm':
    case 'M':
      return Number(`${digits.slice(0, -1)}e6`);
    default:
      return Number(digits);
  }
}

function numberNode(text: string, at: Place): NumberNode {
  if (!text.startsWith('{')) return { kind: 'number', value: numberFrom(text), text, place: at };
  const name = text.slice(1, -1).trim();
  if (!/^[A-Za-z][A-Za-z0-9_ ]*$/.test(name)) {
    throw new RuleFault(
      at,
      `“${text}” is no dial: a dial's name is letters, digits and spaces in braces, such as {pull}.`,
    );
  }
  return { kind: 'dial', name, place: at };
}

interface WindowWord {
  readonly unit: string;
  readonly windows: readonly NumberNode[];
}

function windowFrom(token: IToken): WindowWord {
  const at = place(token);
  const cut = token.image.lastIndexOf('-');
  const unit = token.image
    .slice(cut + 1)
    .toLowerCase()
    .replace(/s$/, '');
  return {
    unit,
    windows: token.image
      .slice(0, cut)
      .split('/')
      .map((text) => numberNode(text, at)),
  };
}

export class RuleParser extends EmbeddedActionsParser {
  /** the bar's own unit word: day, week or month */
  unit = 'day';
  private depth = 0;

  /** @param checked whether the grammar is looked through for faults of its own, which takes longer than making it */
  constructor(checked = false) {
    super(w.allTokens, {
      maxLookahead: 3,
      skipValidations: !checked,
      recoveryEnabled: false,
      // Only the label travels in the error; messageFor makes the sentence.
      errorMessageProvider: {
        ...defaultParserErrorProvider,
        buildMismatchTokenMessage: ({ expected }) => tokenLabel(expected),
      },
    });
    this.performSelfAnalysis();
  }

  rule = this.RULE('rule', (): Node => {
    const parts: Node[] = [this.SUBRULE(this.andList)];
    this.MANY(() => {
      this.CONSUME(w.Or);
      parts.push(this.SUBRULE2(this.andList));
    });
    return this.ACTION(() => joined('or', parts));
  });

  private andList = this.RULE('andList', (): Node => {
    const parts: Node[] = [this.SUBRULE(this.negation)];
    this.MANY(() => {
      this.CONSUME(w.And);
      parts.push(this.SUBRULE2(this.negation));
    });
    return this.ACTION(() => joined('and', parts));
  });

  private negation = this.RULE('negation', (): Node => {
    const nots: IToken[] = [];
    this.MANY(() => {
      nots.push(this.CONSUME(w.Not));
    });
    const of = this.SUBRULE(this.condition);
    return this.ACTION(() =>
      nots.reduceRight<Node>(
        (node, not) => ({ kind: 'not', of: node, place: span(place(not), node.place) }),
        of,
      ),
    );
  });

  private condition = this.RULE('condition', (): Node => {
    let node = this.SUBRULE(this.value);
    this.OPTION(() => {
      node = this.SUBRULE(this.comparisonTail, { ARGS: [node] });
    });
    this.OPTION1(() => {
      node = this.SUBRULE(this.duration, { ARGS: [node] });
    });
    return node;
  });

  private comparisonTail = this.RULE('comparisonTail', (left: Node): Node => {
    return this.OR([
      {
        ALT: () => {
          const token = this.SUBRULE(this.comparator);
          const right = this.SUBRULE(this.value);
          return this.ACTION(
            (): Node => ({
              kind: 'comparison',
              comparator: comparators.get(token.tokenType) as Comparator,
              left,
              right,
              place: span(left.place, right.place),
            }),
          );
        },
      },
      {
        ALT: () => {
          this.CONSUME(w.Between);
          const low = this.SUBRULE1(this.value);
          this.CONSUME(w.And);
          const high = this.SUBRULE2(this.value);
          return this.ACTION(
            (): Node => ({ kind: 'between', of: left, low, high, place: span(left.place, high.place) }),
          );
        },
      },
      {
        ALT: () => {
          const token = this.OR1([
            { ALT: () => this.CONSUME(w.Rising) },
            { ALT: () => this.CONSUME(w.Falling) },
          ]);
          let bars: NumberNode | undefined;
          let end = token;
          this.OPTION({
            // “for 3 days in a row” is a duration, for the condition rule to read.
            GATE: () => this.LA(3).tokenType === w.Days,
            DEF: () => {
              this.CONSUME(w.For);
              bars = this.SUBRULE(this.number);
              end = this.CONSUME(w.Days);
              this.ACTION(() => this.checkUnit(end));
            },
          });
          return this.ACTION(
            (): Node => ({
              kind: 'moving',
              way: token.tokenType === w.Rising ? 'rising' : 'falling',
              of: left,
              bars,
              place: span(left.place, place(end)),
            }),
          );
        },
      },
      {
        ALT: () => {
          const token = this.OR2([
            { ALT: () => this.CONSUME(w.IsHighest) },
            { ALT: () => this.CONSUME(w.IsLowest) },
          ]);
          const bars = this.SUBRULE1(this.number);
          const end = this.CONSUME1(w.Days);
          return this.ACTION((): Node => {
            this.checkUnit(end);
            return {
              kind: 'extreme',
              way: token.tokenType === w.IsHighest ? 'highest' : 'lowest',
              of: left,
              bars,
              place: span(left.place, place(end)),
            };
          });
        },
      },
    ]);
  });

  private comparator = this.RULE(
    'comparator',
    (): IToken =>
      this.OR([
        { ALT: () => this.CONSUME(w.IsAbove) },
        { ALT: () => this.CONSUME(w.IsBelow) },
        { ALT: () => this.CONSUME(w.IsAtLeast) },
        { ALT: () => this.CONSUME(w.IsAtMost) },
        { ALT: () => this.CONSUME(w.Equals) },
        { ALT: () => this.CONSUME(w.CrossesAbove) },
        { ALT: () => this.CONSUME(w.CrossesBelow) },
      ]),
  );

  private duration = this.RULE('duration', (of: Node): Node => {
    return this.OR([
      {
        ALT: () => {
          this.CONSUME(w.For);
          const bars = this.SUBRULE(this.number);
          const end = this.CONSUME(w.DaysInARow);
          return this.ACTION((): Node => {
            this.checkUnit(end);
            return { kind: 'lasting', how: 'in a row', of, bars, place: span(of.place, place(end)) };
          });
        },
      },
      {
        ALT: () => {
          this.CONSUME(w.WithinTheLast);
          const bars = this.SUBRULE1(this.number);
          const end = this.CONSUME(w.Days);
          return this.ACTION((): Node => {
            this.checkUnit(end);
            return { kind: 'lasting', how: 'within', of, bars, place: span(of.place, place(end)) };
          });
        },
      },
      {
        ALT: () => {
          this.CONSUME(w.OnAtLeast);
          const times = this.SUBRULE2(this.number);
          this.CONSUME(w.OfTheLast);
          const bars = this.SUBRULE3(this.number);
          const end = this.CONSUME1(w.Days);
          return this.ACTION((): Node => {
            this.checkUnit(end);
            return { kind: 'at-least-of', of, times, bars, place: span(of.place, place(end)) };
          });
        },
      },
    ]);
  });

  private value = this.RULE('value', (): Node => {
    let left = this.SUBRULE(this.term);
    this.MANY(() => {
      const operator = this.OR([{ ALT: () => this.CONSUME(w.Plus) }, { ALT: () => this.CONSUME(w.Minus) }]);
      const right = this.SUBRULE2(this.term);
      left = this.ACTION(() => arithmetic(operator, left, right));
    });
    return left;
  });

  private term = this.RULE('term', (): Node => {
    let left = this.SUBRULE(this.factor);
    this.MANY(() => {
      const operator = this.OR([{ ALT: () => this.CONSUME(w.Times) }, { ALT: () => this.CONSUME(w.Over) }]);
      const right = this.SUBRULE2(this.factor);
      left = this.ACTION(() => arithmetic(operator, left, right));
    });
    return left;
  });

  private factor = this.RULE('factor', (): Node => {
    const before: IToken[] = [];
    this.MANY(() => {
      before.push(this.OR([{ ALT: () => this.CONSUME(w.Prior) }, { ALT: () => this.CONSUME(w.Minus) }]));
    });
    let node = this.SUBRULE(this.primary);
    this.OPTION({
      GATE: () => this.LA(2).tokenType === w.DaysAgo,
      DEF: () => {
        const bars = this.SUBRULE(this.number);
        const end = this.CONSUME(w.DaysAgo);
        node = this.ACTION((): Node => {
          this.checkUnit(end);
          return { kind: 'ago', of: node, bars, place: span(node.place, place(end)) };
        });
      },
    });
    return this.ACTION(() =>
      before.reduceRight<Node>((of, token) => {
        const at = span(place(token), of.place);
        if (token.tokenType === w.Minus) return { kind: 'negative', of, place: at };
        return {
          kind: 'ago',
          of,
          bars: { kind: 'number', value: 1, text: '1', place: place(token) },
          place: at,
        };
      }, node),
    );
  });

  private primary = this.RULE('primary', (): Node => {
    this.ACTION(() => {
      if (++this.depth > DEEPEST) {
        throw new RuleFault(place(this.LA(1)), `The rule nests more than ${DEEPEST} deep here; split it up.`);
      }
    });
    const node = this.OR([
      { ALT: () => this.SUBRULE(this.number) },
      { ALT: () => this.SUBRULE(this.measure) },
      { ALT: () => this.SUBRULE(this.scope) },
      { ALT: () => this.SUBRULE(this.group) },
      {
        ALT: () => {
          const token = this.CONSUME(w.Hole);
          return this.ACTION((): Node => ({ kind: 'hole', place: place(token) }));
        },
      },
      {
        ALT: () => {
          const token = this.OR1([
            { ALT: () => this.CONSUME(w.Always) },
            { ALT: () => this.CONSUME(w.Never) },
          ]);
          return this.ACTION(
            (): Node => ({ kind: 'constant', value: token.tokenType === w.Always, place: place(token) }),
          );
        },
      },
      {
        ALT: () => {
          const token = this.OR2([
            { ALT: () => this.CONSUME(w.GapsUp) },
            { ALT: () => this.CONSUME(w.GapsDown) },
          ]);
          return this.ACTION(
            (): Node => ({
              kind: 'gap',
              way: token.tokenType === w.GapsUp ? 'up' : 'down',
              place: place(token),
            }),
          );
        },
      },
    ]);
    this.ACTION(() => {
      this.depth--;
    });
    return node;
  });

  private group = this.RULE('group', (): Node => {
    const open = this.CONSUME(w.Open);
    const inner = this.SUBRULE(this.rule);
    const close = this.CONSUME(w.Close);
    return this.ACTION((): Node => ({ ...inner, place: place(open, close) }));
  });

  private scope = this.RULE('scope', (): Node => {
    const on = this.CONSUME(w.On);
    const symbol = this.CONSUME(w.Symbol);
    const of = this.SUBRULE(this.group);
    return this.ACTION(
      (): Node => ({ kind: 'scope', instrument: symbol.image, of, place: span(place(on), of.place) }),
    );
  });

  private number = this.RULE('number', (): NumberNode => {
    const token = this.OR([{ ALT: () => this.CONSUME(w.NumberWord) }, { ALT: () => this.CONSUME(w.Dial) }]);
    return this.ACTION(() => numberNode(token.image, place(token)));
  });

  private measure = this.RULE('measure', (): Node => {
    let window: IToken | undefined;
    this.OPTION(() => {
      window = this.CONSUME(w.Window);
    });
    const name = this.CONSUME(w.MeasureWord);
    const entry = this.ACTION(() => this.entryFor(name, window));
    const taken = new Map<string, Node | string>();
    let end = place(name);
    this.MANY({
      // What another measure around this one asks for is left to it: “correlation with volume of high”.
      GATE: () => wantsNext(entry, taken, this.LA(1).tokenType),
      DEF: () => {
        this.OR([
          {
            GATE: () => wants(entry, taken, 'of'),
            ALT: () => {
              this.CONSUME(w.Of);
              const value = this.SUBRULE1(this.primary);
              this.ACTION(() => {
                taken.set('of', value);
                end = value.place;
              });
            },
          },
          {
            GATE: () => wants(entry, taken, 'with'),
            ALT: () => {
              this.CONSUME(w.With);
              const value = this.SUBRULE2(this.primary);
              this.ACTION(() => {
                taken.set('with', value);
                end = value.place;
              });
            },
          },
          {
            GATE: () => wants(entry, taken, 'at'),
            ALT: () => {
              this.CONSUME(w.At);
              const value = this.SUBRULE(this.number);
              this.ACTION(() => {
                taken.set('at', value);
                end = value.place;
              });
            },
          },
          {
            GATE: () => wants(entry, taken, 'to'),
            ALT: () => {
              this.CONSUME(w.To);
              const symbol = this.CONSUME(w.Symbol);
              this.ACTION(() => {
                taken.set('to', symbol.image);
                end = place(symbol);
              });
            },
          },
          {
            GATE: () => wants(entry, taken, ''),
            ALT: () => {
              const rule = this.SUBRULE(this.group);
              this.ACTION(() => {
                taken.set('', rule);
                end = rule.place;
              });
            },
          },
        ]);
      },
    });
    return this.ACTION((): Node => {
      const at = { from: (window ?? name).startOffset, to: end.to };
      const takes = entry.takes.map((argument) => {
        const value = taken.get(argument.word);
        if (value === undefined && !argument.optional) {
          throw new RuleFault(at, `“${entry.phrase}” needs ${describe(argument)} after it.`);
        }
        return value;
      });
      return {
        kind: 'measure',
        phrase: entry.phrase,
        windows: window ? windowFrom(window).windows : [],
        takes,
        place: at,
      };
    });
  });

  private entryFor(name: IToken, window: IToken | undefined): Measure {
    const words = name.image
      .toLowerCase()
      .replace(/\s+/g, ' ')
      .replace(new RegExp(`^${w.UNIT}s? (held|since)$`), (_all, rest) => `days ${rest}`);
    const known = measuresCalled(words);
    const given = window ? windowFrom(window) : undefined;
    if (window && given) this.checkUnit(window, given.unit);
    const count = given ? given.windows.length : 0;
    const entry = known.find((m) => m.windows.length === count);
    if (entry) return entry;
    const whole = { from: (window ?? name).startOffset, to: place(name).to };
    const forms = known
      .map((m) =>
        m.windows.length > 0
          ? `“${m.windows.map((_n, k) => [12, 26, 9][k]).join('/')}-${this.unit} ${m.phrase}”`
          : `“${m.phrase}”`,
      )
      .join(' or ');
    throw new RuleFault(
      whole,
      count === 0
        ? `“${name.image}” needs a window before it, such as ${forms}.`
        : `“${name.image}” does not take ${count === 1 ? 'a window' : `${count} windows`}; write ${forms}.`,
    );
  }

  private checkUnit(token: IToken, unit?: string): void {
    const found = unit ?? /day|bar|week|month/i.exec(token.image)?.[0].toLowerCase() ?? 'day';
    if (found !== 'bar' && found !== this.unit) {
      throw new RuleFault(
        place(token),
        `This strategy runs on ${this.unit}s: write ${this.unit} (or bar), not ${found}.`,
      );
    }
  }

  start(unit: string, tokens: IToken[]): Node {
    this.unit = unit;
    this.depth = 0;
    this.input = tokens;
    return this.rule();
  }
}

function wants(entry: Measure | undefined, taken: ReadonlyMap<string, unknown>, word: string): boolean {
  // While chevrotain records the grammar there is no entry yet, and every alternative must be seen.
  return entry === undefined || (entry.takes.some((argument) => argument.word === word) && !taken.has(word));
}

const argumentWords = new Map<TokenType, string>([
  [w.Of, 'of'],
  [w.With, 'with'],
  [w.At, 'at'],
  [w.To, 'to'],
  [w.Open, ''],
]);

function wantsNext(
  entry: Measure | undefined,
  taken: ReadonlyMap<string, unknown>,
  next: TokenType,
): boolean {
  const word = argumentWords.get(next);
  return entry === undefined || (word !== undefined && wants(entry, taken, word));
}

function describe(argument: Argument): string {
  const what = {
    value: 'a value, such as “of volume”',
    number: 'a number, such as “at 2”',
    rule: 'a rule in parentheses',
    instrument: 'an instrument, such as “to benchmark”',
  }[argument.kind];
  return argument.kind === 'rule' && argument.word ? `“${argument.word}” and ${what}` : what;
}

function joined(kind: 'and' | 'or', parts: readonly Node[]): Node {
  if (parts.length === 1) return parts[0]!;
  return { kind, parts, place: span(parts[0]!.place, parts[parts.length - 1]!.place) };
}

function arithmetic(operator: IToken, left: Node, right: Node): Node {
  return {
    kind: 'arithmetic',
    operator: operator.image as '+' | '-' | '*' | '/',
    left,
    right,
    place: span(left.place, right.place),
  };
}
