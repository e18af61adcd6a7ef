// One sheet in two tabs: what each changed since both knew it alike is put together, field by field.

import { editMany, type Sheet, textOf } from './sheet.ts';

export interface Merged {
  readonly sheet: Sheet;
  /** fields that both changed, to different texts: mine stands, theirs is one undo away */
  readonly conflicts: readonly string[];
}

/**
 * @param base the sheet as both last knew it; undefined for one that only this tab has known
 * @param mine as it is in this tab
 * @param theirs as the store has it; undefined where the store has none
 * @param now, newId for the step that puts mine on top of theirs
 */
export function mergeSheets(
  base: Sheet | undefined,
  mine: Sheet,
  theirs: Sheet | undefined,
  now: number,
  newId: string,
): Merged {
  if (!theirs || (base && revisionOf(base) === revisionOf(theirs))) return { sheet: mine, conflicts: [] };
  const from = base ?? theirs;
  const changes = changedFields(from, mine);
  const conflicts = Object.entries(changes)
    .filter(([key, text]) => {
      const other = textOf(theirs.draft, key);
      return other !== textOf(from.draft, key) && other !== text;
    })
    .map(([key]) => key);
  const openings = [...(theirs.openings ?? [])];
  for (const one of mine.openings ?? []) {
    if (!openings.some(({ at, key }) => at === one.at && key === one.key)) openings.push(one);
  }
  const { deleted: _deleted, ...rest } = editMany(theirs, changes, now, newId);
  const deleted = deletedOf(from, mine, theirs, Object.keys(changes).length > 0);
  return {
    sheet: {
      ...rest,
      ...(openings.length > 0 && { openings }),
      ...(deleted !== undefined && { deleted }),
    },
    conflicts,
  };
}

/** The fields whose texts differ, with the texts they have now. */
export function changedFields(before: Sheet, after: Sheet): Record<string, string> {
  const keys = new Set([...Object.keys(before.draft), ...Object.keys(after.draft)]);
  return Object.fromEntries(
    [...keys].flatMap((key) => {
      const text = textOf(after.draft, key);
      return text === textOf(before.draft, key) ? [] : [[key, text]];
    }),
  );
}

export function revisionOf({ revision = 0 }: Sheet): number {
  return revision;
}

/** A sheet that one tab deleted while the other changed it stays: what was typed is not lost. */
function deletedOf(base: Sheet, mine: Sheet, theirs: Sheet, changed: boolean): number | undefined {
  if (mine.deleted !== base.deleted) return mine.deleted;
  return theirs.deleted !== undefined && changed ? undefined : theirs.deleted;
}
