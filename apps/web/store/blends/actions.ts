// What the trader does to blends. Edits are the open blend's own steps; what makes or deletes a blend is an act of the place.

import { blendText } from '@/model/blend/fields.ts';
import { type Draft, edit, editInBurst, editMany, redo, type Sheet, undo } from '@/model/sheet/sheet.ts';
import { copyVariants } from '../logbook.ts';
import { act } from '../undo.ts';
import { keepBlend, newId } from './keep.ts';
import { blendOf, openBlend, openedBlend, useBlends } from './state.ts';

function changeOpened(make: (blend: Sheet) => Sheet): void {
  const blend = openedBlend();
  if (blend) keepBlend(make(blend));
}

/** One text; keys pressed in quick succession are one step. */
export function editBlendText(key: string, to: string): void {
  changeOpened((blend) => edit(blend, key, to, Date.now(), newId()));
}

/** Several texts that one hand moves together. @param isHeld whether it has not let go since the last */
export function moveBlendTexts(texts: Draft, isHeld = false): void {
  changeOpened((blend) => editInBurst(blend, texts, Date.now(), newId(), isHeld));
}

/** Several texts as one step. */
export function editBlend(texts: Draft): void {
  changeOpened((blend) => editMany(blend, texts, Date.now(), newId()));
}

export const undoBlendEdit = (): void => changeOpened(undo);
export const redoBlendEdit = (): void => changeOpened(redo);

/** Looks at the out-of-sample part of the open blend as it stands; counted, and not undone. @param key names the variant */
export function openBlendHoldout(key: string): void {
  changeOpened((blend) => ({
    ...blend,
    openings: [...(blend.openings ?? []), { key, at: Date.now() }],
  }));
}

const alive = ({ deleted: _deleted, ...blend }: Sheet): Sheet => blend;

function begin(words: string, blend: Sheet): void {
  const { openId: back } = useBlends.getState();
  void act('blends', words, {
    redo: () => {
      keepBlend(alive(blendOf(blend.id) ?? blend));
      openBlend(blend.id);
    },
    undo: () => {
      keepBlend({ ...(blendOf(blend.id) ?? blend), deleted: Date.now() });
      openBlend(back);
    },
  });
}

const newBlend = (draft: Draft): Sheet => ({
  id: newId(),
  draft,
  past: [],
  future: [],
  created: Date.now(),
});

/** Opens a blend of its own. @returns its id */
export function beginBlend(draft: Draft, words = 'A new blend'): string {
  const blend = newBlend(draft);
  begin(words, blend);
  return blend.id;
}

/** A copy of the open blend, with its logbook. */
export async function duplicateBlend(): Promise<void> {
  const blend = openedBlend();
  if (!blend) return;
  const copy = newBlend({ ...blend.draft, name: `${blendText(blend.draft, 'name')} copy` });
  begin('The copy of a blend', copy);
  await copyVariants(blend.id, copy.id);
}

export function removeBlend(blend: Sheet): void {
  const { openId } = useBlends.getState();
  void act('blends', `“${blendText(blend.draft, 'name')}” is deleted.`, {
    redo: () => {
      keepBlend({ ...(blendOf(blend.id) ?? blend), deleted: Date.now() });
      if (openId === blend.id) openBlend(undefined);
    },
    undo: () => {
      keepBlend(alive(blendOf(blend.id) ?? blend));
      if (openId === blend.id) openBlend(blend.id);
    },
    told: true,
  });
}
