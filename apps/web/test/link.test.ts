// A sheet as a link: whole there and back, and nothing else is let in.

import fc from 'fast-check';
import { deflateSync, strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import { fields } from '../model/sheet/fields.ts';
import { packDraft, unpackDraft } from '../model/sheet/link.ts';
import { textOf } from '../model/sheet/sheet.ts';

const keys = fields.map(({ key }) => key);
const packed = (value: unknown): string =>
  `1${Buffer.from(deflateSync(strToU8(JSON.stringify(value)))).toString('base64url')}`;

describe('a link', () => {
  it('gives every field back as it was typed', () => {
    const drafts = fc.dictionary(fc.constantFrom(...keys), fc.string({ unit: 'binary', maxLength: 60 }));
    fc.assert(
      fc.property(drafts, (draft) => {
        const text = packDraft(draft);
        expect(text).toMatch(/^1[\w-]*$/);
        const read = unpackDraft(text);
        if (!read.ok) throw new Error(read.message);
        for (const key of keys) expect(textOf(read.draft, key)).toBe(textOf(draft, key));
      }),
    );
  });

  it('is short: a new sheet with a name is under a hundred letters', () => {
    expect(packDraft({ name: 'High ground', 'long.rank.by': '120-day return' }).length).toBeLessThan(100);
  });

  it.each([
    ['cut', packDraft({ name: 'Something long enough to be cut in two' }).slice(0, 20)],
    ['of another form', '2abc'],
    ['no letters of ours', '1***'],
    ['a key that is no field', packed({ nosuch: 'x' })],
    ['a number for a text', packed({ name: 5 })],
    ['no object', packed([1, 2])],
    ['more than a draft can hold', packed({ name: 'x'.repeat(3_000_000) })],
  ])('is refused when it is %s', (_what, text) => {
    expect(unpackDraft(text)).toEqual({
      ok: false,
      message: expect.stringContaining('no sheet that can be read'),
    });
  });
});
