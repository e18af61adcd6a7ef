// JSON from outside: not too long, not too deep, and what is wrong told in a sentence.

import { LIMITS, told } from './limits.ts';

export type JsonRead =
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly message: string };

/** Reads JSON text. A text nested deeper than any of our files is refused: what reads it after would run out of stack. */
export function readJson(text: string): JsonRead {
  if (text.length > LIMITS.json) return { ok: false, message: 'it is longer than any file of ours' };
  if (depthOf(text) > LIMITS.depth) {
    return {
      ok: false,
      message: `it nests deeper than ${told(LIMITS.depth)} levels, which no file of ours does`,
    };
  }
  try {
    return { ok: true, value: JSON.parse(text) };
  } catch (error) {
    return { ok: false, message: `this is no JSON: ${(error as Error).message}` };
  }
}

/** How deep brackets and braces nest outside of strings; stops at one beyond the limit. */
function depthOf(text: string): number {
  let depth = 0;
  let deepest = 0;
  for (let i = 0; i < text.length && deepest <= LIMITS.depth; i++) {
    const c = text.charCodeAt(i);
    if (c === 0x22) {
      i++;
      while (i < text.length && text.charCodeAt(i) !== 0x22) i += text.charCodeAt(i) === 0x5c ? 2 : 1;
    } else if (c === 0x5b || c === 0x7b) deepest = Math.max(deepest, ++depth);
    else if (c === 0x5d || c === 0x7d) depth--;
  }
  return deepest;
}
