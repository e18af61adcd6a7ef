// A part that follows a sheet: what it holds now, and what it held when it was last looked at.

import { readDraft } from '../sheet/read.ts';
import type { Draft, Sheet } from '../sheet/sheet.ts';
import { partFromSheet } from './new.ts';
import { type PartInDraft, partTexts } from './parts.ts';
import type { Surroundings } from './read.ts';
import { rulesText, strategyOf } from './strategy-text.ts';

/** Whether the sheet trades otherwise than when it was last looked at; its name and notes do not count. */
export function sheetChanged(part: PartInDraft, sheet: Sheet): boolean {
  const read = readDraft(sheet.draft, true);
  if (part.strategy === '') return false;
  // What its fault hides is not known; it is told as a fault.
  if (!read.ok) return false;
  const noted = strategyOf(part.strategy);
  return (
    !noted.ok ||
    rulesText(read.request.strategy) !== rulesText(noted.value) ||
    read.universe !== part.universe
  );
}

/** Takes the sheet as it is now for seen. */
export function notedNow({ id }: PartInDraft, sheet: Sheet): Draft {
  const { strategy = '', universe = '', benchmark = '' } = partFromSheet(sheet);
  return partTexts(id, { strategy, universe, benchmark });
}

/** The part as its sheet is now, or as it was last seen where the sheet is gone, and no longer following. */
export function freeze(part: PartInDraft, { sheetOf }: Pick<Surroundings, 'sheetOf'>): Draft {
  const sheet = sheetOf(part.sheet);
  const read = sheet && readDraft(sheet.draft, true);
  return {
    ...(sheet && read?.ok && notedNow(part, sheet)),
    ...partTexts(part.id, { kind: 'frozen' }),
  };
}
