// By what a position ended, or is to end, in words.

import type { Trade } from '@plateau/core';

export const EXIT_BY: Readonly<Record<NonNullable<Trade['exitReason']>, string>> = {
  stop: 'the initial stop',
  trail: 'the trailing stop',
  target: 'the target',
  rule: 'the exit rule',
  time: 'its time limit',
  rank: 'a review: it had fallen in the ranking',
  membership: 'the end of its membership',
  'data-ended': 'the end of its bars',
  'period-end': 'the end of its window',
  own: 'the trader’s own choice',
};
