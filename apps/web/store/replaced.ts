// Blocks of bars that an import replaced: kept for a day, so that the import can be taken back.

import Joi from 'joi';
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
