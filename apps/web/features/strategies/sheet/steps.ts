// The open sheet's own steps, among what can be undone in the Strategies place.

import { redoEdit, undoEdit } from '@/store/sheets/actions.ts';
import { openedSheet } from '@/store/sheets/state.ts';
import { type OwnSteps, redoIn, undoIn } from '@/store/undo.ts';

/** When a sheet's step was last undone, for the order of doing again. */
const undoneAt = new Map<string, number>();

export const SHEET_STEPS: OwnSteps = {
  lastAt: () => openedSheet()?.past.at(-1)?.at,
  nextAt: () => {
    const sheet = openedSheet();
    return sheet && sheet.future.length > 0 ? (undoneAt.get(sheet.id) ?? 0) : undefined;
  },
  undo: () => {
    const sheet = openedSheet();
    if (sheet) undoneAt.set(sheet.id, Date.now());
    undoEdit();
  },
  redo: redoEdit,
};

export const undoStep = (): Promise<void> => undoIn('strategies', SHEET_STEPS);
export const redoStep = (): Promise<void> => redoIn('strategies', SHEET_STEPS);
