// Ctrl+Z and Ctrl+Shift+Z for a place. A text field keeps them for its own text.

import { type OwnSteps, redoIn, type UndoPlace, undoIn } from '@/store/undo.ts';
import { useChord } from '@/ui/use-keys.ts';
import { CHORDS } from './table.ts';

const NOT_TEXT = new Set(['button', 'checkbox', 'radio', 'range', 'color', 'file', 'submit', 'reset']);

/** Whether what has the focus is typed into, and so undoes its own text. */
function isTextField(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement) return !NOT_TEXT.has(target.type);
  return target instanceof HTMLTextAreaElement || target.isContentEditable;
}

export function useUndoKeys(place: UndoPlace, own?: OwnSteps): void {
  const inText = (event: KeyboardEvent): boolean => isTextField(event.target);
  useChord(CHORDS.undo.keys, () => void undoIn(place, own), inText);
  useChord(CHORDS.redo.keys, () => void redoIn(place, own), inText);
}
