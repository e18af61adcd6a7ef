// What an empty sheet begins with.

import { type Draft, textOf } from './sheet.ts';

/** A sheet without rules. @param like the sheet whose market it has */
export function blankDraft(like: Draft): Draft {
  const market = ['universe', 'benchmark', 'from', 'to', 'account.capital'] as const;
  return {
    name: 'Untitled',
    'long.enter': '',
    'long.exit': '',
    ...Object.fromEntries(market.map((key) => [key, textOf(like, key)])),
  };
}
