// What each piece of a rule's text is, for colouring it as it is typed; works on unfinished text too.

import type { TokenType } from 'chevrotain';
import type { Place } from './tree.ts';
import * as w from './words.ts';

export type TokenRole =
  | 'measure'
  | 'number'
  | 'dial'
  | 'keyword'
  | 'comparator'
  | 'instrument'
  | 'comment'
  | 'unknown';

const roles = new Map<TokenType, TokenRole>([
  [w.MeasureWord, 'measure'],
  [w.Window, 'measure'],
  [w.NumberWord, 'number'],
  [w.Dial, 'dial'],
  [w.Symbol, 'instrument'],
  [w.Word, 'unknown'],
  ...[
    w.IsAbove,
    w.IsBelow,
    w.IsAtLeast,
    w.IsAtMost,
    w.Equals,
    w.CrossesAbove,
    w.CrossesBelow,
    w.Between,
    w.Rising,
    w.Falling,
    w.IsHighest,
    w.IsLowest,
    w.GapsUp,
    w.GapsDown,
  ].map((type): [TokenType, TokenRole] => [type, 'comparator']),
  ...[
    w.And,
    w.Or,
    w.Not,
    w.On,
    w.Prior,
    w.Always,
    w.Never,
    w.For,
    w.WithinTheLast,
    w.OnAtLeast,
    w.OfTheLast,
    w.DaysInARow,
    w.DaysAgo,
    w.Days,
    w.Of,
    w.At,
    w.With,
    w.To,
  ].map((type): [TokenType, TokenRole] => [type, 'keyword']),
]);

/** The pieces in reading order; punctuation and arithmetic signs are left out. */
export function tokensOf(text: string): { readonly place: Place; readonly role: TokenRole }[] {
  const { tokens, groups } = w.tokenize(text);
  const comments = groups.comments ?? [];
  return [...tokens, ...comments]
    .sort((a, b) => a.startOffset - b.startOffset)
    .flatMap((token) => {
      const role = token.tokenType === w.Comment ? 'comment' : roles.get(token.tokenType);
      if (!role) return [];
      return [{ place: { from: token.startOffset, to: token.startOffset + token.image.length }, role }];
    });
}
