// The nearest text that reads, when a rule does not: the trade's other notation restated, or one word put in, exchanged or
// dropped at the fault. What a rule measures is never exchanged for something else, and never dropped.

import { restated } from './restate.ts';
import { suggestWord } from './suggest.ts';
import type { Place } from './tree.ts';
import * as w from './words.ts';

/** What may be missing at a fault, the likeliest first. None is a measure: what is measured only the trader knows. */
const PIECES = [
  'and',
  ')',
  '(',
  'is above',
  'is below',
  'of',
  'days',
  'days ago',
  'days in a row',
  'for',
  'within the last',
  'crosses above',
  'is between',
  'or',
  '20-day',
  'at 2',
] as const;

/** What carries a rule's meaning: a word that may be a measure's, a measure, an instrument, a number. */
const MEANING = new Set([w.Word, w.MeasureWord, w.Symbol, w.Window, w.NumberWord, w.Dial, w.Not, w.Prior]);

/** Longer rules are not searched. */
const LONGEST = 600;

/**
 * Returns a text that reads and means what `text` seems to mean; undefined when there is none. Yields after each try that failed.
 * @param at where the fault was found; it may lie in the word before or after
 */
export function* repair(
  text: string,
  at: Place,
  reads: (text: string) => boolean,
): Generator<void, string | undefined> {
  if (text.length > LONGEST) return undefined;
  const other = restated(text);
  if (other !== text && reads(other)) return other;
  for (const candidate of candidates(text, at)) {
    yield;
    if (reads(candidate)) return candidate;
  }
  return undefined;
}

function* candidates(text: string, at: Place): Generator<string> {
  const { tokens } = w.tokenize(text);
  const found = tokens.findIndex((token) => token.startOffset + token.image.length > at.from);
  const fault = found < 0 ? tokens.length : found;
  for (const place of [fault, fault + 1, fault - 1]) {
    if (place < 0 || place > tokens.length) continue;
    const token = tokens[place];
    const from = token?.startOffset ?? text.length;
    const to = token ? from + token.image.length : text.length;
    const meant = token?.tokenType === w.Word ? meantBy(token.image) : [];
    for (const piece of meant) yield joined(text.slice(0, from), piece, text.slice(to));
    for (const piece of PIECES) yield joined(text.slice(0, from), piece, text.slice(from));
    if (!token || MEANING.has(token.tokenType)) continue;
    yield joined(text.slice(0, from), '', text.slice(to));
    for (const piece of PIECES) yield joined(text.slice(0, from), piece, text.slice(to));
  }
}

/** Phrases that begin with a word, and the known word it may be a misspelling of. */
function meantBy(word: string): string[] {
  const begun = w.knownPhrases.filter((phrase) => phrase.startsWith(`${word.toLowerCase()} `));
  const near = suggestWord(word);
  return near === undefined ? begun : [...begun, near];
}

function joined(before: string, piece: string, after: string): string {
  return [before.trimEnd(), piece, after.trimStart()]
    .filter((part) => part !== '')
    .join(' ')
    .replace(/\( /g, '(')
    .replace(/ \)/g, ')');
}
