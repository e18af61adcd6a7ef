// What became of a candidate, and why there was none, in words.

import { type DayVerdict, OUTCOMES, type ShownRun } from '@plateau/core';
import { count } from '@/ui/format.ts';

export const VERDICTS: Readonly<Record<DayVerdict, string>> = {
  taken: 'taken',
  shrunk: 'taken, with fewer shares for lack of cash',
  held: 'held already',
  'held-elsewhere': 'held by another part',
  opposed: 'held by another part on the other side',
  'no-bar': 'no bar to fill on',
  'no-slot': 'no slot was free',
  'day-limit': 'the day’s limit was reached',
  'group-full': 'its group was full',
  'too-small': 'too small',
  'no-cash': 'no cash',
  crumb: 'a crumb of the size',
  'both-sides': 'asked for on both sides',
  'no-rank': 'its rank is undefined',
  holding: 'held',
  'no-member': 'no member of the universe',
  rule: 'the rule did not hold',
  'no-review': 'the rule held, but its day was not asked for',
};

/** The same of an order that has not met its session: why it would find no room at the last close. */
export const NO_ROOM: typeof VERDICTS = {
  ...VERDICTS,
  'no-slot': 'no slot is free',
  'day-limit': 'the day’s limit is reached',
  'group-full': 'its group is full',
  'no-cash': 'not enough cash',
};

/** Why a run has no trade, from what became of its candidates. */
export function whyNoTrade(outcomes: ShownRun['outcomes']): string {
  const met = OUTCOMES.filter((outcome) => outcomes[outcome] > 0).sort((a, b) => outcomes[b] - outcomes[a]);
  const times = met.reduce((sum, outcome) => sum + outcomes[outcome], 0);
  if (times === 0) return 'No trade was made: the entry rule was true of no member on any day.';
  const words = met.map((outcome) => `${count(outcomes[outcome])} ${VERDICTS[outcome]}`);
  return `No trade was made. The entry rule was true ${count(times, 'time')}: ${words.join(', ')}.`;
}
