// The one table of measures that parser, checker, completions and help read (rule-text.md, Measures).

import { barWords } from './bar-words.ts';
import { calendarWords } from './calendar-words.ts';
import { channels } from './channels.ts';
import { flow } from './flow.ts';
import { history } from './history.ts';
import type { Measure } from './measure.ts';
import { oscillators } from './oscillators.ts';
import { relations } from './relations.ts';
import { trend } from './trend.ts';
import { windowMeasures } from './windows.ts';

export const catalogue: readonly Measure[] = [
  ...barWords,
  ...calendarWords,
  ...windowMeasures,
  ...channels,
  ...oscillators,
  ...trend,
  ...history,
  ...flow,
  ...relations,
];

const byPhrase = new Map<string, Measure[]>();
for (const measure of catalogue) {
  const key = measure.phrase.toLowerCase();
  byPhrase.set(key, [...(byPhrase.get(key) ?? []), measure]);
}

/** The entries written with these words, whatever their number of windows; empty when there are none. */
export function measuresCalled(phrase: string): readonly Measure[] {
  return byPhrase.get(phrase.toLowerCase()) ?? [];
}

/**
 * The entry written with these words and this many windows.
 * @throws when there is none: the parser has already refused such a text
 */
export function measureOf(phrase: string, windows: number): Measure {
  const found = measuresCalled(phrase).find((m) => m.windows.length === windows);
  if (!found) throw new Error(`no measure "${phrase}" with ${windows} windows`);
  return found;
}

/** How a measure is written: `N-day upper band at K of V`. */
export function formOf(measure: Measure): string {
  const window = measure.windows.length > 0 ? `${measure.windows.join('/')}-day ` : '';
  const tail = measure.takes.map((argument) => {
    const what = { value: 'V', number: 'K', rule: '(rule)', instrument: 'INSTRUMENT' }[argument.kind];
    const words = argument.word ? `${argument.word} ${what}` : what;
    return argument.optional ? ` [${words}]` : ` ${words}`;
  });
  return window + measure.phrase + tail.join('');
}
