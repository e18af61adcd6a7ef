// A sheet as a piece of an address: what differs from a new sheet, packed. Whoever opens it gets a copy.

import { deflateSync, inflateSync, strFromU8, strToU8 } from 'fflate';
import Joi from 'joi';
import { fields } from './fields.ts';
import type { Draft } from './sheet.ts';

/** The first letter is the form's version. */
const FORM = '1';
const LONGEST_LINK = 200_000;
const LARGEST_DRAFT = 1_000_000;

const draftSchema = Joi.object(
  Object.fromEntries(fields.map(({ key }) => [key, Joi.string().allow('').max(100_000)])),
).required();

export type LinkRead =
  | { readonly ok: true; readonly draft: Draft }
  | { readonly ok: false; readonly message: string };

/** The sheet's fields as letters, digits, - and _. */
export function packDraft(draft: Draft): string {
  const own = fields.flatMap(({ key, initial }) => {
    const text = draft[key];
    return text === undefined || text === initial ? [] : [[key, text]];
  });
  const bytes = deflateSync(strToU8(JSON.stringify(Object.fromEntries(own))), { level: 9 });
  const letters = btoa(strFromU8(bytes, true));
  return FORM + letters.replaceAll('+', '-').replaceAll('/', '_').replaceAll('=', '');
}

/** Reads what {@link packDraft} wrote; anything else is refused with a sentence. */
export function unpackDraft(text: string): LinkRead {
  const refused = {
    ok: false,
    message: 'The link holds no sheet that can be read: it may have been cut.',
  } as const;
  if (!text.startsWith(FORM) || text.length > LONGEST_LINK) return refused;
  try {
    const bytes = strToU8(atob(text.slice(1).replaceAll('-', '+').replaceAll('_', '/')), true);
    // No more than a draft may hold is unpacked, whatever a hostile link promises.
    const room = new Uint8Array(LARGEST_DRAFT);
    const json = strFromU8(inflateSync(bytes, { out: room }));
    const value: unknown = JSON.parse(json);
    const { error } = draftSchema.validate(value, { convert: false });
    return error ? refused : { ok: true, draft: value as Draft };
  } catch {
    return refused;
  }
}
