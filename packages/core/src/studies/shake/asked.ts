// What a worker is asked of a shake.

import type { RunAsked } from '../../work/asked.ts';
import type { Nudge } from '../study.ts';

/** One repetition of one nudge, of a run that is nudged. */
export interface ShakeAsked extends RunAsked {
  readonly nudge: Nudge;
  readonly seed: number;
  readonly repetition: number;
}
