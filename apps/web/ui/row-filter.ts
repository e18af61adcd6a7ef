// Rows by what one types: words that a row must hold, and bounds such as return<-5%.

import { readTyped } from '@plateau/core';

/** What a row can be asked for: a text or a number under each name. */
export type Fields = Readonly<Record<string, string | number | undefined>>;
type Test = (fields: Fields) => boolean;

export type RowFilter =
  | { readonly ok: true; readonly test: Test }
  | { readonly ok: false; readonly message: string };

const BOUND = /^([a-z]+)(<=|>=|<|>|=)(.+)$/i;

/**
 * All words must be met. A word is looked for in every text; `name<number` compares, a percent sign divides by 100, and
 * texts compare as texts, so that days do too.
 * @param names the names that may stand in a bound
 */
export function readFilter(text: string, names: readonly string[]): RowFilter {
  const tests: Test[] = [];
  for (const word of text.toLowerCase().split(/\s+/).filter(Boolean)) {
    const [, name = '', sign = '', bound = ''] = BOUND.exec(word) ?? [];
    if (name === '') {
      tests.push((fields) =>
        Object.values(fields).some(
          (value) => typeof value === 'string' && value.toLowerCase().includes(word),
        ),
      );
      continue;
    }
    const key = names.find((known) => known.toLowerCase() === name);
    if (!key) return { ok: false, message: `There is no “${name}” here; there are ${names.join(', ')}.` };
    tests.push(bounded(key, sign, bound));
  }
  return { ok: true, test: (fields) => tests.every((test) => test(fields)) };
}

function bounded(key: string, sign: string, bound: string): Test {
  const read = readTyped(bound);
  const plain = read.kind === 'one' ? read.value : read.kind === 'either' ? read.values[0] : Number.NaN;
  const number = bound.endsWith('%') ? plain / 100 : plain;
  return (fields) => {
    const value = fields[key];
    if (value === undefined) return false;
    const [a, b] = typeof value === 'number' ? [value, number] : [value.toLowerCase(), bound];
    switch (sign) {
      case '<':
        return a < b;
      case '>':
        return a > b;
      case '<=':
        return a <= b;
      case '>=':
        return a >= b;
      default:
        return a === b;
    }
  };
}
