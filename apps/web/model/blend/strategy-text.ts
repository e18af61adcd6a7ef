// A strategy as a part's draft keeps it: the text of its file, the same for the same strategy.

import type { Strategy } from '@plateau/core';
import { type FileProblem, type Result, readJson, readStrategy, writableStrategy } from '@plateau/files';

/** A strategy never changes: what is written of it is worked out once. */
function once(write: (strategy: Strategy) => string): (strategy: Strategy) => string {
  const known = new WeakMap<Strategy, string>();
  return (strategy) => {
    const text = known.get(strategy) ?? write(strategy);
    known.set(strategy, text);
    return text;
  };
}

export const strategyText = once((strategy) => JSON.stringify(writableStrategy(strategy)));

/** The same without its name and notes: two strategies that trade alike have the same. */
export const rulesText = once((strategy) => strategyText({ ...strategy, name: '', notes: '' }));

/** As many as a large blend and its variants have. */
const MOST = 64;
const read = new Map<string, Result<Strategy>>();

/** Reads what {@link strategyText} wrote; a text is read once, so that one strategy stays one object. */
export function strategyOf(text: string): Result<Strategy> {
  const known = read.get(text);
  if (known) return known;
  const json = readJson(text);
  const result: Result<Strategy> = json.ok
    ? readStrategy(json.value, 'part')
    : { ok: false, problems: [{ file: 'part', message: json.message } satisfies FileProblem] };
  if (read.size >= MOST) read.delete(read.keys().next().value ?? '');
  read.set(text, result);
  return result;
}
