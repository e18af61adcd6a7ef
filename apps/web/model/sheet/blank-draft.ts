// What an empty sheet begins with.

import { symbolAlone } from '@plateau/core';
import { type Draft, textOf } from './sheet.ts';

/** A sheet without rules. @param like the sheet whose market it has: its universe, where it is no single instrument, and benchmark */
export function blankDraft(like: Draft): Draft {
  const universe = textOf(like, 'universe');
  return {
    name: 'Untitled',
    'long.enter': '',
    'long.exit': '',
    benchmark: textOf(like, 'benchmark'),
    ...(symbolAlone(universe) === undefined && { universe }),
  };
}
