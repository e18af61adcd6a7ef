// Names of bytes, and the bytes of texts.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fingerprint, utf8 } from '../src/index.ts';

describe("a text's bytes", () => {
  it('are UTF-8, with the sign for what cannot be read where half a pair stands', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        expect([...utf8(text)]).toEqual([...Buffer.from(text, 'utf8')]);
      }),
    );
    expect([...utf8('a\ud800b')]).toEqual([0x61, 0xef, 0xbf, 0xbd, 0x62]);
  });
});

describe('a fingerprint', () => {
  it('is the same for the same bytes and another where one of them is another', () => {
    fc.assert(
      fc.property(
        fc.uint8Array({ minLength: 1, maxLength: 64 }),
        fc.nat(),
        fc.integer({ min: 1, max: 255 }),
        (bytes, at, by) => {
          const changed = bytes.slice();
          const k = at % bytes.length;
          changed[k] = (changed[k] ?? 0) ^ by;
          expect(fingerprint(bytes.slice())).toBe(fingerprint(bytes));
          expect(fingerprint(changed)).not.toBe(fingerprint(bytes));
        },
      ),
    );
  });
});
