// Whether a kept run gave the same again.

import { ENGINE_VERSION } from '@plateau/core';
import type { KeptRun } from '../rows.ts';

/** Before version 0.3 the bars of a run were signed with sixteen digits, which nothing gives again. */
const isDataName = (text: string): boolean => text.length === 64;

/** Of a run whose page was left before its bars had been signed, or that was signed in the old way. */
export const UNSIGNED = 'Repeated to the last bit; its bars are signed now.';

const UNKNOWN =
  'The figures differ. It was kept without a signature of its bars that can be compared, so that it cannot be said whether they have changed.';

/** What a repetition says of the run it repeats, in one sentence. */
export function verdict(kept: KeptRun, again: { readonly data: string; readonly summary: string }): string {
  const same = kept.summary === again.summary;
  if (!isDataName(kept.data)) return same ? UNSIGNED : UNKNOWN;
  if (kept.data === again.data && same) return 'Repeated to the last bit.';
  if (kept.data !== again.data)
    return same
      ? 'The bars or the universe have changed since it was kept, but the figures are the same.'
      : 'The bars or the universe have changed since it was kept, and the figures with them.';
  return kept.engine === ENGINE_VERSION
    ? 'The figures differ though bars and engine are the same: this is a fault of Plateau.'
    : `The engine was ${kept.engine} when it was kept and is ${ENGINE_VERSION} now; the figures differ.`;
}
