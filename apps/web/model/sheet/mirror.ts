// The short side of a sheet as the mirror of its long side.

import { isBlankRule, mirroredRule, mirroredText } from '@plateau/core';
import { barsOf } from './bars.ts';
import { fields } from './fields.ts';
import { type Draft, textOf } from './sheet.ts';

export type Mirrored =
  | {
      readonly ok: true;
      readonly changes: Draft;
      /** the conditions that stay as they are, for they have no direction */
      readonly kept: readonly string[];
    }
  | { readonly ok: false; readonly message: string };

/** The short side's texts from the long side's; stops, targets and time limits are as far on the other side. */
export function mirrorOfLong(draft: Draft): Mirrored {
  const unit = barsOf(draft);
  const text = (key: string): string => textOf(draft, `long.${key}`);
  const changes: Record<string, string> = {};
  const kept: string[] = [];
  const rotates = textOf(draft, 'long.rotate') === 'on';
  for (const key of rotates ? ['enter'] : ['enter', 'exit']) {
    const over = mirroredRule(text(key), unit);
    if (!over) {
      return {
        ok: false,
        message: `The long side’s “${labelOf(`long.${key}`)}” has a fault: mend it first.`,
      };
    }
    if (key === 'enter' && over.isItself) {
      return {
        ok: false,
        message:
          'The long side’s entry has no direction, so that its mirror is itself: both sides would be true at once. Write the short side’s entry.',
      };
    }
    changes[`short.${key}`] = over.text;
    if (!isBlankRule(text(key))) kept.push(...over.kept);
  }
  if (rotates) changes['short.exit'] = '';
  const rank = text('rank.by').trim();
  const by = rank === '' ? { text: '', isTurned: false } : mirroredText(rank, unit);
  if (!by) return { ok: false, message: 'The long side’s “Rank by” has a fault: mend it first.' };
  changes['short.rank.by'] = by.text;
  const first = text('rank.first');
  changes['short.rank.first'] = by.isTurned ? (first === 'highest' ? 'lowest' : 'highest') : first;
  for (const { key, kind } of fields) {
    if (!key.startsWith('long.stops.')) continue;
    const its = textOf(draft, key);
    changes[key.replace('long.', 'short.')] = kind === 'value' ? (mirroredText(its, unit)?.text ?? its) : its;
  }
  return { ok: true, changes, kept };
}

const labelOf = (key: string): string => fields.find((field) => field.key === key)?.label ?? key;
