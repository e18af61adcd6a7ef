// An account that can buy no more.

import type { Day } from '../days/day.ts';
import { type Decisions, OUTCOME } from './records.ts';

export interface Stalled {
  /** the day of the first decision from which on nothing was taken */
  readonly from: Day;
  /** candidates refused since */
  readonly refused: number;
}

/** Refusals for want of money: one share costs more than what there is for it. */
const WANT: ReadonlySet<number> = new Set([OUTCOME['too-small'], OUTCOME['no-cash'], OUTCOME.crumb]);
/** Fewer at the end may be chance. */
const MANY = 20;

/** Since when every candidate was refused for want of money; undefined of an account that goes on, or may. */
export function stalledOf({ day, outcome }: Decisions): Stalled | undefined {
  let first = outcome.length;
  while (first > 0 && WANT.has(outcome[first - 1]!)) first--;
  const refused = outcome.length - first;
  return refused < MANY ? undefined : { from: day[first]!, refused };
}
