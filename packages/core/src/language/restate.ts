// Text in the trade's other notations, restated in ours: `RSI(2)`, `50-day EMA`, `SMA 200`, `close greater than 20`. Only what
// means the same is said; a name that may mean several measures is left as it stands.

import { measuresCalled } from '../measures/catalogue.ts';
import type { Measure } from '../measures/measure.ts';
import { meantBy, plainNames } from '../measures/synonyms.ts';
import * as w from './words.ts';

const NUMBER = String.raw`(?:\d+(?:\.\d+)?|\{[^{}\n]*\})`;
const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\%]/g, '\\$&').replace(/ /g, '\\s+');
const names = plainNames.map(escaped).join('|');
/** What may stand before or after a name without being part of it. */
const BEFORE = '(?<![A-Za-z0-9_%])';
const AFTER = '(?![A-Za-z0-9_%])';

/** Plain words for what the language says with others. */
const WORDS: readonly (readonly [RegExp, string])[] = [
  [/\b(?:is\s+)?(?:greater|higher|more)\s+than\s+or\s+equal\s+to\b/gi, 'is at least'],
  [/\b(?:is\s+)?(?:less|lower|smaller)\s+than\s+or\s+equal\s+to\b/gi, 'is at most'],
  [/\b(?:is\s+)?(?:greater|higher|more)\s+than\b/gi, 'is above'],
  [/\b(?:is\s+)?(?:less|lower|smaller)\s+than\b/gi, 'is below'],
  [/\bcross(?:es|ed)?\s+(?:over|above|up through)\b/gi, 'crosses above'],
  [/\bcross(?:es|ed)?\s+(?:under|below|down through)\b/gi, 'crosses below'],
  [/==/g, '='],
  [/&&/g, 'and'],
  [/\|\|/g, 'or'],
];

/**
 * The text with every name and notation of the trade that this language has other words for restated; the very text when there
 * is none. The result may still not read.
 */
export function restated(text: string): string {
  let out = text;
  for (const [pattern, words] of WORDS) out = out.replace(pattern, words);
  out = out.replace(CALL, (whole, words: string, given: string) => withinWords(words, given) ?? whole);
  out = replaceNames(out, WINDOW_FIRST, (window, name) => named(name, [window]));
  out = replaceNames(out, NAME_FIRST, (name, window) => named(name, [window]));
  return replaceNames(out, ALONE, (name) => named(name, []));
}

const CALL = new RegExp(`${BEFORE}([A-Za-z%][A-Za-z0-9+% ]*?)\\s*\\(([^()]*)\\)`, 'g');
const WINDOW_FIRST = new RegExp(
  `${BEFORE}(${NUMBER}(?:/${NUMBER})*)(?:\\s*-?\\s*(?:days?|d|bars?|periods?))?[\\s-]+(?<name>${names})${AFTER}`,
  'dgi',
);
const NAME_FIRST = new RegExp(`${BEFORE}(?<name>${names})\\s*-?(${NUMBER})${AFTER}`, 'dgi');
const ALONE = new RegExp(`${BEFORE}(?<name>${names})${AFTER}`, 'dgi');

/** Replaces each match whose name is not a measure of this language as it stands, such as “rank” within “universe rank”. */
function replaceNames(
  text: string,
  pattern: RegExp,
  replacement: (...groups: string[]) => string | undefined,
): string {
  const { tokens } = w.tokenize(text);
  const isOwn = (from: number, to: number): boolean =>
    tokens.some(
      ({ tokenType, startOffset, image }) =>
        tokenType === w.MeasureWord && startOffset <= from && startOffset + image.length >= to,
    );
  let out = '';
  let done = 0;
  for (const match of text.matchAll(pattern)) {
    const [from = 0, to = 0] = match.indices?.groups?.name ?? [];
    const words = isOwn(from, to) ? undefined : replacement(...match.slice(1));
    if (words === undefined) continue;
    out += text.slice(done, match.index) + words;
    done = match.index + match[0].length;
  }
  return out + text.slice(done);
}

/** A call whose name may have other words of the rule before it: the longest end of them that is a name counts. */
function withinWords(words: string, given: string): string | undefined {
  const parts = words.split(/\s+/);
  for (let k = 0; k < parts.length; k++) {
    const own = fromCall(parts.slice(k).join(' '), given);
    if (own !== undefined) return [...parts.slice(0, k), own].join(' ');
  }
  return undefined;
}

/** `EMA(close, 50)`, `RSI(2)`, `highest(high, 20)`: a name, its windows, and perhaps the value it is taken of. */
function fromCall(name: string, given: string): string | undefined {
  const arguments_ = given.split(',').map((part) => part.trim());
  const numbers = arguments_.filter((part) => new RegExp(`^${NUMBER}$`).test(part));
  const values = arguments_.filter((part) => part !== '' && !numbers.includes(part));
  if (numbers.length === 0 || values.length > 1 || /\s(?:and|or)\s/.test(given)) return undefined;
  return named(name, numbers, values[0]);
}

/** A measure by any of its names, with its windows; undefined when the name stands for none, or for several. */
function named(name: string, numbers: readonly string[], of?: string): string | undefined {
  const words = name.trim().replace(/\s+/g, ' ');
  const [meant, ...more] =
    measuresCalled(words).length > 0 ? [{ phrase: words, times: undefined }] : meantBy(words);
  if (!meant || more.length > 0) return undefined;
  const windows = numbers.flatMap((text) => text.split('/'));
  const measure = fitting(measuresCalled(meant.phrase), windows.length);
  if (!measure) return undefined;
  const count = measure.windows.length;
  const width = windows[count];
  if (of !== undefined && !measure.takes.some(({ word }) => word === 'of')) return undefined;
  const text = [
    count > 0 ? `${windows.slice(0, count).join('/')}-day ${measure.phrase}` : measure.phrase,
    width === undefined ? '' : ` at ${width}`,
    of === undefined || of.toLowerCase() === 'close' ? '' : ` of ${/^[A-Za-z]+$/.test(of) ? of : `(${of})`}`,
  ].join('');
  return meant.times === undefined ? text : `(${meant.times} * ${text})`;
}

/** The measure that takes so many numbers: its windows, and one more where it has a width (`at K`) after them. */
function fitting(measures: readonly Measure[], numbers: number): Measure | undefined {
  return (
    measures.find(
      ({ windows, takes }) => windows.length === numbers && !takes.some(({ word }) => word === 'at'),
    ) ??
    measures.find(
      ({ windows, takes }) => windows.length + 1 === numbers && takes.some(({ word }) => word === 'at'),
    )
  );
}
