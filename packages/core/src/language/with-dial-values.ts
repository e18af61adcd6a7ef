// A rule's text without dials, and the dials that it has.

import { type DialValues, setDials } from './dials.ts';
import { parseRule } from './parse.ts';
import { printRule } from './print.ts';

/** The text with the dials that `dials` names at their values; as it stands when it does not read. */
export function withDialValues(
  text: string,
  dials: DialValues,
  unit: 'day' | 'week' | 'month' = 'day',
): string {
  const parsed = parseRule(text, unit);
  return parsed.ok ? printRule(setDials(parsed.tree, dials), unit) : text;
}

const COMMENT = /#[^\n]*/g;
const DIAL = /\{\s*([A-Za-z][A-Za-z0-9_ ]*?)\s*\}/g;

/** The names of the dials in a text, each once; those in comments, as of a condition switched off, are not used. */
export function dialsIn(text: string): string[] {
  return [...new Set([...text.replace(COMMENT, '').matchAll(DIAL)].map(([, name = '']) => name))];
}
