// Many text files as one.

import { strToU8, zipSync } from 'fflate';

/** Texts in one zip, by their names. */
export function writeTextsZip(texts: ReadonlyMap<string, string>): Uint8Array<ArrayBuffer> {
  return zipSync(Object.fromEntries([...texts].map(([name, text]) => [name, strToU8(text)]))).slice();
}
