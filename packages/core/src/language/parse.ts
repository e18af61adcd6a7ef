// Rule text to tree, or to the place and kind of its fault.

import type { IRecognitionException, IToken } from 'chevrotain';
import { meantBy, readingsOf } from '../measures/synonyms.ts';
import { place, RuleParser } from './grammar.ts';
import { RuleFault, type RuleProblem } from './problem.ts';
import { suggestWord } from './suggest.ts';
import type { Node, Place } from './tree.ts';
import * as w from './words.ts';

export type Parsed =
  | { readonly ok: true; readonly tree: Node }
  | { readonly ok: false; readonly problem: RuleProblem };

let parser: RuleParser | undefined;

function messageFor(error: IRecognitionException, text: string): RuleProblem {
  const { token } = error;
  const previousToken = 'previousToken' in error ? (error.previousToken as IToken | undefined) : undefined;
  const atEnd = Number.isNaN(token.startOffset) || token.image === '';
  const end = text.trimEnd().length;
  const where = atEnd ? { from: Math.max(0, end - 1), to: Math.max(1, end) } : place(token);
  const found = atEnd ? 'the rule ends' : `“${token.image}” stands`;
  const after = previousToken?.image ? ` after “${previousToken.image}”` : '';
  switch (error.name) {
    case 'MismatchedTokenException': {
      return { place: where, message: `Expected ${error.message}${after}, but ${found} here.` };
    }
    case 'NotAllInputParsedException':
      return {
        place: where,
        message: `The rule is complete before “${token.image}”. Join a further condition with “and” or “or”, or compare with “is above”, “crosses below” and the like.`,
      };
    default: {
      const stack = error.context.ruleStack;
      const inside = stack[stack.length - 1];
      const wanted =
        inside === 'duration'
          ? 'a duration such as “for 3 days in a row”, “within the last 5 days” or “on at least 2 of the last 5 days”'
          : inside === 'number'
            ? 'a number or a dial such as “{n}”'
            : 'a value such as “close” or “20-day average”, or a condition';
      return { place: where, message: `Expected ${wanted}${after}, but ${found} here.` };
    }
  }
}

/** A name of the trade has as many words at most. */
const MOST_WORDS = 4;

/** What to say of a word that is none of the language's, in the longest name of the trade that it is part of. */
function messageForUnknown(text: string, tokens: readonly IToken[], unknown: number): RuleProblem {
  const spans = Array.from({ length: MOST_WORDS }, (_, k) => MOST_WORDS - k).flatMap((length) =>
    Array.from({ length }, (_, before) =>
      tokens.slice(Math.max(0, unknown - before), unknown - before + length),
    ),
  );
  const named = spans
    .map((span) => placeOf(span))
    .find(({ from, to }) => meantBy(text.slice(from, to)).length > 0 || readingsOf(text.slice(from, to)));
  const at = named ?? placeOf(tokens.slice(unknown, unknown + 1));
  return { place: at, message: messageForWord(text.slice(at.from, at.to)) };
}

function placeOf(span: readonly IToken[]): Place {
  const places = span.map((token) => place(token));
  return { from: places[0]?.from ?? 0, to: places.at(-1)?.to ?? 0 };
}

function messageForWord(word: string): string {
  const readings = readingsOf(word);
  if (readings)
    return `“${word}” may mean ${readings.map((text) => `“${text}”`).join(' or ')}: write the one you mean.`;
  const called = meantBy(word).map(({ phrase }) => `“${phrase}”`);
  if (called.length > 0) return `“${word}” is called ${called.join(' or ')} here.`;
  const meant = suggestWord(word);
  return meant
    ? `“${word}” is not a word of the rule language. Did you mean “${meant}”?`
    : `“${word}” is not a word of the rule language. For another instrument write: on ${word} (close).`;
}

/**
 * Reads rule text, a rule or a value, into its tree. The tree is not checked yet; see check.ts.
 * @param unit the strategy's bar unit, whose word the windows must use
 */
export function parseRule(text: string, unit: 'day' | 'week' | 'month' = 'day'): Parsed {
  const fail = (at: Place, message: string): Parsed => ({ ok: false, problem: { place: at, message } });
  if (text.length > 20_000)
    return fail({ from: 0, to: text.length }, 'A rule may have 20,000 characters at most.');
  const { tokens, errors } = w.tokenize(text);
  const strange = errors[0];
  if (strange) {
    const at = { from: strange.offset, to: strange.offset + strange.length };
    return fail(at, `“${text.slice(at.from, at.to)}” cannot stand in a rule.`);
  }
  const unknown = tokens.findIndex((token) => token.tokenType === w.Word);
  if (unknown >= 0) return { ok: false, problem: messageForUnknown(text, tokens, unknown) };
  if (tokens.length === 0) return fail({ from: 0, to: text.length }, 'The rule is empty.');
  try {
    parser ??= new RuleParser();
    const tree = parser.start(unit, tokens);
    const error = parser.errors[0];
    if (error) return { ok: false, problem: messageFor(error, text) };
    return { ok: true, tree };
  } catch (fault) {
    if (fault instanceof RuleFault) return fail(fault.place, fault.message);
    throw fault;
  }
}
