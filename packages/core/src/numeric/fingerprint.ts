// A short name for many bytes: the same bytes, the same name.

import { utf8ToBytes } from '@noble/hashes/utils.js';

const PRIME = 0x01000193;

/** A text's bytes in UTF-8; half a pair becomes the sign for what cannot be read. */
export const utf8: (text: string) => Uint8Array = utf8ToBytes;

/** FNV-1a over two lanes, 64 bits as 16 hex digits. It tells damage and change, not malice. */
export function fingerprint(bytes: Uint8Array): string {
  let a = 0x811c9dc5;
  let b = 0x050c5d1f;
  for (let i = 0; i < bytes.length; i++) {
    a = Math.imul(a ^ bytes[i]!, PRIME);
    b = Math.imul(b ^ bytes[i]! ^ (a >>> 24), PRIME);
  }
  const hex = (x: number): string => (x >>> 0).toString(16).padStart(8, '0');
  return hex(a) + hex(b);
}
