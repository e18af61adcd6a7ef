// The nearest text that reads, when a rule does not: one word dropped, put in or exchanged at the fault.

import { suggestWord } from './suggest.ts';
import type { Place } from './tree.ts';
import { knownPhrases, ruleLexer } from './words.ts';

/** What may be missing or meant at a fault, the likeliest first. */
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
  'on',
  'or',
  'average',
  '20-day average',
  'close',
  '20',
  '20-day',
  'at 2',
  'of close',
] as const;

/** Longer rules are not searched: the answer must come while one types. */
const LONGEST = 600;

/**
 * A text one word away from `text` that reads, as near to the fault as there is one; undefined when there is none.
 * @param at where the fault was found; it may lie in the word before or after
 */
export function repair(text: string, at: Place, reads: (text: string) => boolean): string | undefined {
  if (text.length > LONGEST) return undefined;
  const { tokens } = ruleLexer.tokenize(text);
  const found = tokens.findIndex((token) => token.startOffset + token.image.length > at.from);
  const fault = found < 0 ? tokens.length : found;
  for (const place of [fault, fault + 1, fault - 1]) {
    const token = tokens[place];
    const from = token?.startOffset ?? text.length;
    const to = token ? from + token.image.length : text.length;
    if (place < 0 || place > tokens.length) continue;
    const meant = token ? meantBy(token.image) : [];
    for (const piece of meant) {
      const exchanged = joined(text.slice(0, from), piece, text.slice(to));
      if (reads(exchanged)) return exchanged;
    }
    for (const piece of PIECES) {
      const put = joined(text.slice(0, from), piece, text.slice(from));
      if (reads(put)) return put;
    }
    if (!token) continue;
    const dropped = joined(text.slice(0, from), '', text.slice(to));
    if (reads(dropped)) return dropped;
    for (const piece of PIECES) {
      const exchanged = joined(text.slice(0, from), piece, text.slice(to));
      if (reads(exchanged)) return exchanged;
    }
  }
  return undefined;
}

/** Phrases that begin with a word, and the known word it may be a misspelling of. */
function meantBy(word: string): string[] {
  const begun = knownPhrases.filter((phrase) => phrase.startsWith(`${word.toLowerCase()} `));
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
