// Ctrl+Z and Ctrl+Shift+Z for a place. A text field keeps them for its own text.

import { actsSettled, doAgain, takeBack, toldIfFailed, type UndoPlace, useActs } from '@/store/undo.ts';
import { useChord } from '@/ui/use-keys.ts';
import { CHORDS } from './table.ts';

/** Steps that a place keeps itself, such as a sheet's, among its acts by their times. */
export interface OwnSteps {
  /** when the newest was done; undefined when there is none */
  readonly lastAt: () => number | undefined;
  /** when the one that would be done again was undone */
  readonly nextAt: () => number | undefined;
  readonly undo: () => void;
  readonly redo: () => void;
}

const NOT_TEXT = new Set(['button', 'checkbox', 'radio', 'range', 'color', 'file', 'submit', 'reset']);

/** Whether what has the focus is typed into, and so undoes its own text. */
function isTextField(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement) return !NOT_TEXT.has(target.type);
  return target instanceof HTMLTextAreaElement || target.isContentEditable;
}

/** Undoes the newest of a place's acts and its own steps. */
export async function undoIn(place: UndoPlace, own?: OwnSteps): Promise<void> {
  await actsSettled(place);
  const { done } = useActs.getState()[place];
  const act = done[done.length - 1];
  const step = own?.lastAt();
  if (act && (step === undefined || act.at >= step)) await toldIfFailed(takeBack(place));
  else if (step !== undefined) own?.undo();
}

/** Does again what was undone last. */
export async function redoIn(place: UndoPlace, own?: OwnSteps): Promise<void> {
  const { undone } = useActs.getState()[place];
  const act = undone[undone.length - 1];
  const step = own?.nextAt();
  if (act && (step === undefined || act.at >= step)) await toldIfFailed(doAgain(place));
  else if (step !== undefined) own?.redo();
}

export function useUndoKeys(place: UndoPlace, own?: OwnSteps): void {
  const inText = (event: KeyboardEvent): boolean => isTextField(event.target);
  useChord(CHORDS.undo.keys, () => void undoIn(place, own), inText);
  useChord(CHORDS.redo.keys, () => void redoIn(place, own), inText);
}
