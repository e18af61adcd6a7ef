// What the lexer and the parser do not look for in themselves each time they are made.

import { createToken, Lexer } from 'chevrotain';
import { expect, it } from 'vitest';
import { RuleParser } from '../src/language/grammar.ts';
import { allTokens } from '../src/language/words.ts';

const faultsOf = (tokens: typeof allTokens) =>
  new Lexer(tokens, { deferDefinitionErrorsHandling: true }).lexerDefinitionErrors;

it('the words have no fault, such as one that matches nothing', () => {
  expect(faultsOf(allTokens)).toEqual([]);
  expect(faultsOf([createToken({ name: 'Nothing', pattern: /x*/ }), ...allTokens])).not.toEqual([]);
});

it('the grammar has no fault, such as two ways to read one text', () => {
  expect(() => new RuleParser(true)).not.toThrow();
});
