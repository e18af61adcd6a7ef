// The open blend's own steps, among what can be undone in the Blends place.

import { redoBlendEdit, undoBlendEdit } from '@/store/blends/actions.ts';
import { openedBlend } from '@/store/blends/state.ts';
import { type OwnSteps, redoIn, undoIn } from '@/store/undo.ts';

/** When a blend's step was last undone, for the order of doing again. */
const undoneAt = new Map<string, number>();

export const BLEND_STEPS: OwnSteps = {
  lastAt: () => openedBlend()?.past.at(-1)?.at,
  nextAt: () => {
    const blend = openedBlend();
    return blend && blend.future.length > 0 ? (undoneAt.get(blend.id) ?? 0) : undefined;
  },
  undo: () => {
    const blend = openedBlend();
    if (blend) undoneAt.set(blend.id, Date.now());
    undoBlendEdit();
  },
  redo: redoBlendEdit,
};

export const undoBlendStep = (): Promise<void> => undoIn('blends', BLEND_STEPS);
export const redoBlendStep = (): Promise<void> => redoIn('blends', BLEND_STEPS);
