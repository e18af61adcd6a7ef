// Which instruments a question may read: more than it does read, never fewer.

import type { Universe } from '../evaluation/panel.ts';
import type { RunRequest } from '../simulation/request.ts';

/** Every word of a question that may be a symbol: its rules name instruments as they stand. */
export const wordsIn = (asked: unknown): readonly string[] =>
  JSON.stringify(asked).match(/[\p{L}\p{N}_^][\p{L}\p{N}_.&^-]*/gu) ?? [];

/**
 * The symbols a run may read, for the name of its data: all members, its benchmark, and what its texts name.
 * @param listed the instruments that have bars
 */
export function symbolsRead(
  request: RunRequest,
  universe: Universe,
  listed: { readonly has: (symbol: string) => boolean },
): string[] {
  const named = [...wordsIn(request), request.benchmark].filter((word) => listed.has(word));
  return [...new Set([...universe.map(({ symbol }) => symbol), ...named])].sort();
}
