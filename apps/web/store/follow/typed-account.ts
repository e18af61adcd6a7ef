// What is typed into the account of something followed and not yet used, kept until it is.

import Joi from 'joi';
import type { StoredFollowed } from '@/model/follow/followed.ts';
import { nameOfUsed, type TypedAccount, typedOf } from '@/model/follow/typed-account.ts';
import { database } from '../database.ts';
import { readSetting } from '../setting.ts';

interface Kept {
  /** the account in use that it is typed over */
  readonly over: string;
  readonly typed: TypedAccount;
}

const text = Joi.string().allow('').required();
const kept = Joi.object({
  over: text,
  typed: Joi.object({
    kind: Joi.valid('simulated', 'capital', 'fills', 'holdings').required(),
    capital: text,
    cash: text,
    fills: text,
    holdings: text,
    events: text,
  }).required(),
});

const keyOf = (id: string): string => `account typed for ${id}`;

/** What was typed over the account in use and not used; undefined where there is none, or it was typed over another. */
export async function readTypedAccount(followed: StoredFollowed): Promise<TypedAccount | undefined> {
  const found = await readSetting<Kept | undefined>(keyOf(followed.id), kept, undefined);
  return found?.over === nameOfUsed(followed) ? found.typed : undefined;
}

/** Keeps what is typed as long as it says something else than the account in use. */
export async function keepTypedAccount(followed: StoredFollowed, typed: TypedAccount): Promise<void> {
  const key = keyOf(followed.id);
  const used = typedOf(followed);
  const isUsed = Object.entries(used).every(([field, text]) => typed[field as keyof TypedAccount] === text);
  if (isUsed) await database.settings.delete(key);
  else await database.settings.put({ key, value: { over: nameOfUsed(followed), typed } satisfies Kept });
}
