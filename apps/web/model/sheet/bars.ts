// A sheet on other bars: its rules counted in days, weeks or months.

import { type BarUnit, dialsByUse, turnedBars, turnedDial, turnedRule } from '@plateau/core';
import { readDials, writeDials } from './dials.ts';
import { fields } from './fields.ts';
import { isShown } from './read.ts';
import { type Draft, textOf } from './sheet.ts';

export const barsOf = (draft: Draft): BarUnit => {
  const text = textOf(draft, 'bars');
  return text === 'week' || text === 'month' ? text : 'day';
};

/** Settings that count bars. Those of a side or a form that is not chosen wait with it. */
const COUNTED = fields.filter(({ kind, unit }) => kind === 'number' && unit === 'bars');
const WRITTEN = fields.filter(({ kind }) => kind === 'rule' || kind === 'value');

/**
 * The sheet's texts on other bars, as one change.
 * @param turn whether windows become as long in time (60 days are 12 weeks), or keep their numbers (60 days become 60 weeks)
 */
export function onBars(draft: Draft, to: BarUnit, turn: boolean): Draft {
  const from = barsOf(draft);
  const changed: Record<string, string> = { bars: to };
  for (const { key } of WRITTEN) {
    const text = turnedRule(textOf(draft, key), from, to, turn);
    if (text !== undefined) changed[key] = text;
  }
  if (!turn) return changed;
  const dialled = new Set<string>();
  for (const { key } of COUNTED) {
    const text = textOf(draft, key).trim();
    const dial = /^\{\s*(.*?)\s*\}$/.exec(text)?.[1];
    if (dial !== undefined) dialled.add(dial);
    else if (/^\d+$/.test(text)) changed[key] = String(turnedBars(Number(text), from, to));
  }
  const read = readDials(textOf(draft, 'dials'));
  if (read.ok && textOf(draft, 'dials').trim() !== '') {
    const counting = barDials(draft, dialled);
    changed.dials = writeDials(
      Object.fromEntries(
        Object.entries(read.dials).map(([name, dial]) => [
          name,
          counting.has(name) ? turnedDial(dial, from, to) : dial,
        ]),
      ),
    );
  }
  return changed;
}

/** The dials that count bars wherever they stand; one that also stands for something else keeps its value. */
function barDials(draft: Draft, ofSettings: ReadonlySet<string>): ReadonlySet<string> {
  const uses = WRITTEN.filter((field) => isShown(field, draft)).map(({ key }) =>
    dialsByUse(textOf(draft, key), barsOf(draft)),
  );
  const others = new Set(uses.flatMap((use) => use.others));
  const counting = [...ofSettings, ...uses.flatMap((use) => use.bars)];
  return new Set(counting.filter((name) => !others.has(name)));
}

const WINDOW = /(\d[\d,]*)[\s-](day|week|month|bar)/g;
const MOST_EXAMPLES = 3;

/** What becomes of the windows of a sheet, by its longest; none where no rule counts bars. */
export function windowsOn(draft: Draft, to: BarUnit): readonly (readonly [from: number, to: number])[] {
  const from = barsOf(draft);
  const found = new Set<number>();
  for (const field of WRITTEN) {
    if (!isShown(field, draft)) continue;
    for (const [, number = ''] of textOf(draft, field.key).matchAll(WINDOW)) {
      found.add(Number(number.replaceAll(',', '')));
    }
  }
  return [...found]
    .sort((a, b) => b - a)
    .slice(0, MOST_EXAMPLES)
    .map((bars) => [bars, turnedBars(bars, from, to)]);
}

/** Whether anything on the sheet counts bars: a window, a duration, a dial that stands for one. */
export function countsBars(draft: Draft): boolean {
  return (
    windowsOn(draft, 'day').length > 0 ||
    barDials(draft, new Set()).size > 0 ||
    COUNTED.some((field) => isShown(field, draft) && textOf(draft, field.key).trim() !== '')
  );
}
