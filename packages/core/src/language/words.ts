// The tokens of rule text. Measure names come from the catalogue, so a new measure is a new word by itself.

import {
  type CustomPatternMatcherFunc,
  createToken,
  type ILexingResult,
  Lexer,
  type TokenType,
} from 'chevrotain';
import { catalogue } from '../measures/catalogue.ts';

/** `day` may also be written bar; a weekly strategy writes week, a monthly one month. */
export const UNIT = '(?:day|bar|week|month)';
const NUMBER = '(?:\\d{1,3}(?:,\\d{3})+|\\d+)(?:\\.\\d+)?';
const DIAL = '\\{[^{}\\n]*\\}';

function phrase(text: string, flags = 'iy'): RegExp {
  const words = text
    .replace(/\bdays\b/g, `${UNIT}s?`)
    .split(' ')
    .join('\\s+');
  return new RegExp(`${words}(?![A-Za-z0-9])`, flags);
}

const token = (name: string, text: string, label = text): TokenType =>
  createToken({ name, pattern: phrase(text), label: `“${label}”`, line_breaks: true });

const Space = createToken({
  name: 'Space',
  pattern: /\s+/,
  group: Lexer.SKIPPED,
  line_breaks: true,
});
export const Comment = createToken({ name: 'Comment', pattern: /#[^\n]*/, group: 'comments' });

export const Window = createToken({
  name: 'Window',
  pattern: new RegExp(`(?:${NUMBER}|${DIAL})(?:/(?:${NUMBER}|${DIAL}))*-${UNIT}s?(?![A-Za-z0-9])`, 'iy'),
  label: 'a window such as “20-day”',
  line_breaks: false,
  start_chars_hint: ['{', ...'0123456789'],
});
export const NumberWord = createToken({
  name: 'NumberWord',
  pattern: new RegExp(`${NUMBER}(?:%|[kKmM](?![A-Za-z0-9]))?`, 'y'),
  label: 'a number',
});
export const Dial = createToken({
  name: 'Dial',
  pattern: new RegExp(DIAL, 'y'),
  label: 'a dial such as “{n}”',
});

export const And = token('And', 'and');
export const Or = token('Or', 'or');
export const Not = token('Not', 'not');
export const On = token('On', 'on');
export const Prior = token('Prior', 'prior');
export const Always = token('Always', 'always');
export const Never = token('Never', 'never');
export const GapsUp = token('GapsUp', 'gaps up');
export const GapsDown = token('GapsDown', 'gaps down');
export const Between = token('Between', 'is between');
export const Rising = token('Rising', 'is rising');
export const Falling = token('Falling', 'is falling');
export const IsHighest = token('IsHighest', 'is the highest of');
export const IsLowest = token('IsLowest', 'is the lowest of');
export const For = token('For', 'for');
export const WithinTheLast = token('WithinTheLast', 'within the last');
export const OnAtLeast = token('OnAtLeast', 'on at least');
export const OfTheLast = token('OfTheLast', 'of the last');
export const DaysInARow = token('DaysInARow', 'days in a row');
export const DaysAgo = token('DaysAgo', 'days ago');
export const Of = token('Of', 'of');
export const At = token('At', 'at');
export const With = token('With', 'with');
export const To = token('To', 'to');

const comparator = (name: string, pattern: string, label: string): TokenType =>
  createToken({ name, pattern: new RegExp(pattern, 'iy'), label: `“${label}”`, line_breaks: true });
const END = '(?![A-Za-z0-9])';
export const IsAtLeast = comparator('IsAtLeast', `>=|is\\s+at\\s+least${END}`, 'is at least');
export const IsAtMost = comparator('IsAtMost', `<=|is\\s+at\\s+most${END}`, 'is at most');
export const IsAbove = comparator('IsAbove', `>|is\\s+above${END}`, 'is above');
export const IsBelow = comparator('IsBelow', `<|is\\s+below${END}`, 'is below');
export const Equals = comparator('Equals', `=|equals${END}`, 'equals');
export const CrossesAbove = comparator('CrossesAbove', `crosses\\s+above${END}`, 'crosses above');
export const CrossesBelow = comparator('CrossesBelow', `crosses\\s+below${END}`, 'crosses below');

/** Stands for a part that is still to be chosen. */
export const Hole = createToken({ name: 'Hole', pattern: /…|\.\.\./, label: '“…”' });
export const Open = createToken({ name: 'Open', pattern: /\(/, label: '“(”' });
export const Close = createToken({ name: 'Close', pattern: /\)/, label: '“)”' });
export const Plus = createToken({ name: 'Plus', pattern: /\+/, label: '“+”' });
export const Minus = createToken({ name: 'Minus', pattern: /-/, label: '“-”' });
export const Times = createToken({ name: 'Times', pattern: /\*/, label: '“*”' });
export const Over = createToken({ name: 'Over', pattern: /\//, label: '“/”' });

const phrases = [...new Set(catalogue.map((measure) => measure.phrase))].sort((a, b) => b.length - a.length);
export const MeasureWord = createToken({
  name: 'MeasureWord',
  pattern: new RegExp(phrases.map((text) => `(?:${phrase(text).source})`).join('|'), 'iy'),
  label: 'a measure',
  line_breaks: true,
});

const days = phrase('days');

/** A count of bars. “month” by itself is a measure; after a number it is a count. */
const countOfBars: CustomPatternMatcherFunc = (text, offset, matched) => {
  const before = matched[matched.length - 1]?.tokenType;
  const measure = MeasureWord.PATTERN as RegExp;
  measure.lastIndex = offset;
  if (before !== NumberWord && before !== Dial && measure.test(text)) return null;
  days.lastIndex = offset;
  return days.exec(text);
};
export const Days = createToken({ name: 'Days', pattern: countOfBars, label: '“days”', line_breaks: false });

const afterOn: CustomPatternMatcherFunc = (text, offset, matched) => {
  const before = matched[matched.length - 1];
  if (before === undefined || (before.tokenType !== On && before.tokenType !== To)) return null;
  const pattern = /[A-Za-z0-9_^][A-Za-z0-9_.&-]*/y;
  pattern.lastIndex = offset;
  return pattern.exec(text);
};
export const Symbol = createToken({
  name: 'Symbol',
  pattern: afterOn,
  label: 'an instrument',
  line_breaks: false,
});

/** Anything else made of letters: always an error, with its nearest known word. */
export const Word = createToken({ name: 'Word', pattern: /[A-Za-z_][A-Za-z0-9_.-]*/, label: 'a word' });

// The order decides: an instrument after `on` first, longer phrases before the words they begin with.
export const allTokens: TokenType[] = [
  Space,
  Comment,
  Symbol,
  Window,
  NumberWord,
  Dial,
  OnAtLeast,
  OfTheLast,
  WithinTheLast,
  DaysInARow,
  DaysAgo,
  IsHighest,
  IsLowest,
  Between,
  Rising,
  Falling,
  IsAtLeast,
  IsAtMost,
  IsAbove,
  IsBelow,
  Equals,
  CrossesAbove,
  CrossesBelow,
  GapsUp,
  GapsDown,
  Days,
  MeasureWord,
  And,
  Or,
  Not,
  On,
  Prior,
  Always,
  Never,
  For,
  Of,
  At,
  With,
  To,
  Hole,
  Open,
  Close,
  Plus,
  Minus,
  Times,
  Over,
  Word,
];

let lexer: Lexer | undefined;

/**
 * A text's words. The lexer is made for the first text, since most pages that could read a rule read none; what it would check
 * of its own words each time, the tests check.
 */
export function tokenize(text: string): ILexingResult {
  lexer ??= new Lexer(allTokens, {
    positionTracking: 'onlyOffset',
    ensureOptimizations: false,
    skipValidations: true,
  });
  return lexer.tokenize(text);
}

/** Every fixed word or phrase of the language, as it is written; for suggestions and completions. */
export const knownPhrases: readonly string[] = [
  ...phrases,
  'and',
  'or',
  'not',
  'on',
  'prior',
  'always',
  'never',
  'gaps up',
  'gaps down',
  'is above',
  'is below',
  'is at least',
  'is at most',
  'equals',
  'crosses above',
  'crosses below',
  'is between',
  'is rising',
  'is falling',
  'is the highest of',
  'is the lowest of',
  'for',
  'within the last',
  'on at least',
  'of the last',
  'days in a row',
  'days ago',
  'days',
  'of',
  'at',
  'with',
  'to',
  'benchmark',
];
