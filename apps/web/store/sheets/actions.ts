// What the trader does to sheets. Edits are the open sheet's own steps; what makes or deletes a sheet is an act of the place.

import type { Strategy } from '@plateau/core';
import { blankDraft } from '@/model/sheet/blank-draft.ts';
import { draftFrom, runKey } from '@/model/sheet/read.ts';
import {
  type Draft,
  editInBurst,
  editMany,
  redo,
  replaceDraft,
  type Sheet,
  textOf,
  undo,
} from '@/model/sheet/sheet.ts';
import { copyVariants } from '../logbook.ts';
import { act } from '../undo.ts';
import { changeTabs, FRESH, keep, newId, newSheet, openSheet, showNeighbour } from './keep.ts';
import { readSheets } from './load.ts';
import { livingSheets, openedSheet, sheetOf, useSheets } from './state.ts';

function changeOpened(make: (sheet: Sheet) => Sheet): void {
  const sheet = openedSheet();
  if (sheet) keep(make(sheet));
}

/** @param isHeld whether the hand that moves it has not let go since the last */
export function editField(key: string, to: string, isHeld = false): void {
  changeOpened((sheet) => editInBurst(sheet, { [key]: to }, Date.now(), newId(), isHeld));
}

/** A field of a sheet that need not be the open one, as one of its own steps. */
export function editFieldOf(id: string, key: string, to: string): void {
  const sheet = sheetOf(id);
  if (sheet) keep(editMany(sheet, { [key]: to }, Date.now(), newId()));
}

/** Several fields as one step. */
export function editFields(texts: Draft): void {
  changeOpened((sheet) => editMany(sheet, texts, Date.now(), newId()));
}

/** Another variant of the open sheet in place of what stands there. */
export function bringBack(draft: Draft): void {
  changeOpened((sheet) => replaceDraft(sheet, draft, Date.now(), newId()));
}

export const undoEdit = (): void => changeOpened(undo);
export const redoEdit = (): void => changeOpened(redo);

/** Looks at the out-of-sample part of the open sheet as it stands; counted, and not undone. */
export function openHoldout(): void {
  changeOpened((sheet) => ({
    ...sheet,
    openings: [...(sheet.openings ?? []), { key: runKey(sheet.draft), at: Date.now() }],
  }));
}

/** The same of a sheet that is not open, whose held-out days a study of it looks at; of one that is gone nothing is left to count. */
export async function openHoldoutOf(id: string, now: number): Promise<void> {
  await readSheets();
  const sheet = sheetOf(id);
  if (!sheet) return;
  keep({ ...sheet, openings: [...(sheet.openings ?? []), { key: runKey(sheet.draft), at: now }] });
}

const alive = ({ deleted: _deleted, ...sheet }: Sheet): Sheet => sheet;

function keepOpen(sheet: Sheet): void {
  keep(sheet);
  openSheet(sheet.id);
}

/** A sheet of its own, as one act that can be undone. */
function begin(words: string, sheet: Sheet): void {
  const back = useSheets.getState().openId;
  void act('strategies', words, {
    redo: () => keepOpen(alive(sheetOf(sheet.id) ?? sheet)),
    undo: () => {
      keep({ ...(sheetOf(sheet.id) ?? sheet), deleted: Date.now() });
      changeTabs((tabs) => tabs.filter((id) => id !== sheet.id));
      if (back && livingSheets().some(({ id }) => id === back)) openSheet(back);
      else showNeighbour(sheet.id);
    },
  });
}

export function beginSheet(draft: Draft = { name: 'Untitled' }): void {
  begin('A new sheet', newSheet({ ...FRESH, ...draft }));
}

/** A sheet without rules, on the market of the open one. */
export function beginEmpty(): void {
  beginSheet(blankDraft(openedSheet()?.draft ?? {}));
}

/** A sheet that came as it stands elsewhere: nothing is set that it does not set itself. */
export function openCopy(draft: Draft): void {
  begin('The copy of a linked sheet', newSheet(draft));
}

export function importStrategy(strategy: Strategy): void {
  begin('The import of a sheet', newSheet(draftFrom(strategy)));
}

/** A copy of the open sheet, with its logbook. */
export async function duplicateSheet(): Promise<void> {
  const sheet = openedSheet();
  if (!sheet) return;
  const copy = newSheet({ ...sheet.draft, name: `${textOf(sheet.draft, 'name')} copy` });
  begin('The copy of a sheet', copy);
  await copyVariants(sheet.id, copy.id);
}

/** Deletes the open sheet. */
export function removeSheet(): void {
  const sheet = openedSheet();
  if (!sheet) return;
  void act('strategies', `“${textOf(sheet.draft, 'name')}” is deleted.`, {
    redo: () => {
      keep({ ...(sheetOf(sheet.id) ?? sheet), deleted: Date.now() });
      showNeighbour(sheet.id);
    },
    undo: () => keepOpen(alive(sheetOf(sheet.id) ?? sheet)),
    told: true,
  });
}
