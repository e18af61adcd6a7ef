// The nudges of a shake in a trader's words.

import type { Nudge } from '@plateau/core';

/** What a nudge is called in a chart, and what it does. */
export const NUDGE_WORDS: Readonly<Record<Nudge, readonly [name: string, does: string]>> = {
  start: ['Start', 'begins up to 250 days later'],
  universe: ['Universe', 'a random 70% of the instruments'],
  overlooked: ['Overlooked', 'every tenth candidate is not seen'],
  late: ['A day late', 'in and out a day later'],
  slippage: ['Slippage', 'twice the slippage'],
  bars: ['Bars', 'prices moved by a twentieth of their day’s range'],
  order: ['Order', 'a random order instead of the rank'],
  all: ['All at once', 'all of these together'],
};
