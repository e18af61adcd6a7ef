// A sheet before its first condition.

import { isBlankRule } from '@plateau/core';
import { type Draft, textOf } from './sheet.ts';

const UNPICKED = '… is above …';

/** Whether no side that it trades has an entry yet: nothing is wrong with it, there is only nothing to run. */
export function isBlank(draft: Draft): boolean {
  const sides = textOf(draft, 'sides');
  const blank = (key: string): boolean => isBlankRule(textOf(draft, key).replace(UNPICKED, ''));
  return (sides === 'short' || blank('long.enter')) && (sides === 'long' || blank('short.enter'));
}
