// The open sheet's own steps, among what can be undone in the Strategies place.

import type { Sheet } from '@/model/sheet/sheet.ts';
import { type OwnSteps, redoIn, undoIn } from '@/parts/keys/use-undo-keys.ts';
import { useSheets } from '@/store/sheets/sheets.ts';

/** When a sheet's step was last undone, for the order of doing again. */
const undoneAt = new Map<string, number>();

function opened(): Sheet | undefined {
  const { all, openId } = useSheets.getState();
  return all?.find((s) => s.id === openId);
}

export const SHEET_STEPS: OwnSteps = {
  lastAt: () => opened()?.past.at(-1)?.at,
  nextAt: () => {
    const sheet = opened();
    return sheet && sheet.future.length > 0 ? (undoneAt.get(sheet.id) ?? 0) : undefined;
  },
  undo: () => {
    const sheet = opened();
    if (sheet) undoneAt.set(sheet.id, Date.now());
    useSheets.getState().undo();
  },
  redo: () => useSheets.getState().redo(),
};

export const undoStep = (): Promise<void> => undoIn('strategies', SHEET_STEPS);
export const redoStep = (): Promise<void> => redoIn('strategies', SHEET_STEPS);
