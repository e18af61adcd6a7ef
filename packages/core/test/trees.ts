// Rules and values of every kind, for properties.

import fc from 'fast-check';
import type { Node } from '../src/language/tree.ts';

export const at = { from: 0, to: 0 };
const number = fc.oneof(
  fc
    .integer({ min: 1, max: 400 })
    .map((value): Node => ({ kind: 'number', value, text: String(value), place: at })),
  fc.constant<Node>({ kind: 'dial', name: 'pull', place: at }),
) as fc.Arbitrary<Extract<Node, { kind: 'number' | 'dial' }>>;
export const { value, rule } = fc.letrec<{ value: Node; rule: Node }>((tie) => ({
  value: fc.oneof(
    { maxDepth: 4, withCrossShrink: true },
    number,
    fc
      .constantFrom('close', 'volume', 'true range')
      .map((phrase): Node => ({ kind: 'measure', phrase, windows: [], takes: [], place: at })),
    fc
      .tuple(number, tie('value'))
      .map(([n, of]): Node => ({ kind: 'measure', phrase: 'average', windows: [n], takes: [of], place: at })),
    fc.tuple(number, number, tie('value')).map(
      ([n, k, of]): Node => ({
        kind: 'measure',
        phrase: 'upper band',
        windows: [n],
        takes: [k, of],
        place: at,
      }),
    ),
    fc
      .tuple(number, tie('rule'))
      .map(([n, of]): Node => ({ kind: 'measure', phrase: 'count', windows: [n], takes: [of], place: at })),
    tie('value').map((of): Node => ({ kind: 'negative', of, place: at })),
    fc.tuple(fc.constantFrom('+', '-', '*', '/'), tie('value'), tie('value')).map(
      ([operator, left, right]): Node => ({
        kind: 'arithmetic',
        operator: operator as '+',
        left,
        right,
        place: at,
      }),
    ),
    fc.tuple(tie('value'), number).map(([of, bars]): Node => ({ kind: 'ago', of, bars, place: at })),
    tie('value').map((of): Node => ({ kind: 'scope', instrument: 'KIX', of, place: at })),
  ),
  rule: fc.oneof(
    { maxDepth: 4, withCrossShrink: true },
    fc
      .tuple(fc.constantFrom('is above', 'crosses below', 'equals', 'is at most'), tie('value'), tie('value'))
      .map(
        ([comparator, left, right]): Node => ({
          kind: 'comparison',
          comparator: comparator as 'equals',
          left,
          right,
          place: at,
        }),
      ),
    fc.constantFrom<Node>(
      { kind: 'gap', way: 'up', place: at },
      { kind: 'constant', value: true, place: at },
    ),
    fc
      .tuple(tie('value'), tie('value'), tie('value'))
      .map(([of, low, high]): Node => ({ kind: 'between', of, low, high, place: at })),
    fc
      .tuple(tie('value'), fc.option(number, { nil: undefined }))
      .map(([of, bars]): Node => ({ kind: 'moving', way: 'rising', of, bars, place: at })),
    fc
      .tuple(tie('value'), number)
      .map(([of, bars]): Node => ({ kind: 'extreme', way: 'lowest', of, bars, place: at })),
    tie('rule').map((of): Node => ({ kind: 'not', of, place: at })),
    fc
      .tuple(
        fc.constantFrom('and' as const, 'or' as const),
        fc.array(tie('rule'), { minLength: 2, maxLength: 3 }),
      )
      .map(([kind, parts]): Node => ({ kind, parts, place: at })),
    fc
      .tuple(tie('rule'), number)
      .map(([of, bars]): Node => ({ kind: 'lasting', how: 'in a row', of, bars, place: at })),
    fc
      .tuple(tie('rule'), number, number)
      .map(([of, times, bars]): Node => ({ kind: 'at-least-of', of, times, bars, place: at })),
    tie('rule').map((of): Node => ({ kind: 'scope', instrument: 'KIX', of, place: at })),
  ),
}));

/** The tree without places, and without the difference between a and (b and c) and a and b and c written apart. */
export const bare = (node: Node): unknown =>
  JSON.parse(JSON.stringify(node, (key, x) => (key === 'place' ? undefined : x)));
