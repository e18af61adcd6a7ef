// Which blocks of bars are wanted: those that a listing names, and those that an import replaced, which are kept for a day so
// that it can be taken back.

import Joi from 'joi';
import { readAll } from './read.ts';
import { changeSetting, readSetting } from './setting.ts';

interface Replaced {
  readonly block: string;
  /** milliseconds since 1970 */
  readonly at: number;
}

const DAY = 86_400_000;
const KEPT = [
  'replaced blocks',
  Joi.array().items(Joi.object({ block: Joi.string().required(), at: Joi.number().required() })),
  [] as readonly Replaced[],
] as const;

/** Keeps blocks that no listing names from being swept away for a day. */
export function keepReplaced(blocks: readonly string[]): Promise<void> {
  const now = Date.now();
  return changeSetting(...KEPT, (kept) => [
    ...kept.filter(({ at, block }) => now - at < DAY && !blocks.includes(block)),
    ...blocks.map((block) => ({ block, at: now })),
  ]);
}

/** The blocks that are kept so. @param now milliseconds since 1970 */
export async function replacedBlocks(now: number): Promise<string[]> {
  return (await readSetting(...KEPT)).filter(({ at }) => now - at < DAY).map(({ block }) => block);
}

/** The blocks that a listing names or that are kept. @param now milliseconds since 1970 */
export async function wantedBlocks(now: number): Promise<Set<string>> {
  return new Set([...(await readAll('listings')).map(({ block }) => block), ...(await replacedBlocks(now))]);
}
