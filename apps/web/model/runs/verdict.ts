// Whether a kept run gave the same again.

import { ENGINE_VERSION } from '@plateau/core';
import type { KeptRun } from '../rows.ts';

/** Of a run whose page was left before its bars had been signed. */
export const UNSIGNED = 'Repeated to the last bit; its bars are signed now.';

/** What a repetition says of the run it repeats, in one sentence. */
export function verdict(kept: KeptRun, again: { readonly data: string; readonly summary: string }): string {
  if (kept.data === '' && kept.summary === again.summary) return UNSIGNED;
  if (kept.data === again.data && kept.summary === again.summary) return 'Repeated to the last bit.';
  if (kept.data !== again.data)
    return kept.summary === again.summary
      ? 'The bars or the universe have changed since it was kept, but the figures are the same.'
      : 'The bars or the universe have changed since it was kept, and the figures with them.';
  return kept.engine === ENGINE_VERSION
    ? 'The figures differ though bars and engine are the same: this is a fault of Plateau.'
    : `The engine was ${kept.engine} when it was kept and is ${ENGINE_VERSION} now; the figures differ.`;
}
