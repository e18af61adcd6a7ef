// When the workspace was last taken out, and whether so much was made since that it should be again. It is in this browser alone.

import Joi from 'joi';
import { database } from './database.ts';
import { changeSetting, readSetting } from './setting.ts';

/** What was in the store at a moment. */
export interface Made {
  /** milliseconds since 1970 */
  readonly at: number;
  readonly runs: number;
  readonly variants: number;
  readonly studies: number;
}

const KEY = 'workspace taken out';
const KIND = Joi.object({
  at: Joi.number().required(),
  runs: Joi.number().required(),
  variants: Joi.number().required(),
  studies: Joi.number().required(),
  toldAt: Joi.number().required(),
});
/** With when it was last told. */
type Taken = Made & { readonly toldAt: number };
const NEVER: Taken = { at: 0, runs: 0, variants: 0, studies: 0, toldAt: 0 };

const WEEK = 7 * 86_400_000;
/** How much is much: more than this of any kind. */
const MUCH = { runs: 5, variants: 100, studies: 5 } as const;

/** What was made since, where it is much and has not been told of for a week; else undefined. */
export function madeSince(now: Made, taken: Taken): Omit<Made, 'at'> | undefined {
  const since = {
    runs: Math.max(0, now.runs - taken.runs),
    variants: Math.max(0, now.variants - taken.variants),
    studies: Math.max(0, now.studies - taken.studies),
  };
  const isMuch = (Object.keys(MUCH) as (keyof typeof MUCH)[]).some((kind) => since[kind] > MUCH[kind]);
  return isMuch && now.at - Math.max(taken.at, taken.toldAt) > WEEK ? since : undefined;
}

async function made(): Promise<Made> {
  const [runs, variants, studies] = await Promise.all([
    database.runs.count(),
    database.logbook.count(),
    database.studies.count(),
  ]);
  return { at: Date.now(), runs, variants, studies };
}

/** Notes that the workspace was taken out now. */
export async function noteTakenOut(): Promise<void> {
  const now = await made();
  await changeSetting(KEY, KIND, NEVER, () => ({ ...now, toldAt: 0 }));
}

/** What should be told of, at most once a week. */
export async function dueSince(): Promise<Omit<Made, 'at'> | undefined> {
  const now = await made();
  const since = madeSince(now, await readSetting(KEY, KIND, NEVER));
  if (since) await changeSetting<Taken>(KEY, KIND, NEVER, (kept) => ({ ...kept, toldAt: now.at }));
  return since;
}
