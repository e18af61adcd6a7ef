// When a spread is entered and left (studies.md 4): all is decided at a close, on what is known then.

import { reaches } from '../../numeric/compare.ts';
import type { PairRules } from '../study.ts';
import type { Spread } from './spread.ts';

export type PairReason = 'stop' | 'rule' | 'time';
/** 1 long the spread: Y bought, X sold; -1 the other way round */
export type SpreadSide = 1 | -1;

/** Whether the spread may be entered at a close, and on which side. */
export function entryAt(
  { z, scale, b }: Spread,
  { in: far, stop }: PairRules,
  i: number,
): SpreadSide | undefined {
  if (!(scale[i]! > 0) || !(b[i]! > 0)) return undefined;
  const out = z[i]!;
  if (stop !== undefined && reaches(Math.abs(out), stop)) return undefined;
  if (reaches(out, far)) return -1;
  return reaches(-out, far) ? 1 : undefined;
}

/** Why a position is to be left at a close; undefined while it stays. @param held common bars */
export function exitAtClose(
  { z }: Spread,
  { out, stop, bars }: PairRules,
  side: SpreadSide,
  held: number,
  i: number,
): PairReason | undefined {
  const now = z[i]!;
  if (stop !== undefined && reaches(Math.abs(now), stop)) return 'stop';
  // A short comes back from above, a long from below.
  if (reaches(out, -side * now)) return 'rule';
  return bars !== undefined && held >= bars ? 'time' : undefined;
}
