// The last letters before a tab ends. The store answers in its own time; what is typed meanwhile is also put down here, where
// writing needs no waiting, and taken up again by the next start.

import type { Draft, Sheet } from './sheet.ts';

const keyOf = (id: string): string => `plateau draft ${id}`;

/** Puts a sheet's draft down until {@link settle}. A full or forbidden journal is no reason to stop: the store is still asked. */
export function jot({ id, draft }: Sheet): void {
  try {
    localStorage.setItem(keyOf(id), JSON.stringify(draft));
  } catch {}
}

/** The store has it: the note is not needed any more. */
export function settle(id: string): void {
  try {
    localStorage.removeItem(keyOf(id));
  } catch {}
}

/** The draft that was on its way into the store when the tab ended; undefined when all had arrived. */
export function jotted(id: string): Draft | undefined {
  try {
    const draft: unknown = JSON.parse(localStorage.getItem(keyOf(id)) ?? 'null');
    const texts =
      typeof draft === 'object' && draft !== null && Object.values(draft).every((t) => typeof t === 'string');
    return texts ? (draft as Draft) : undefined;
  } catch {
    return undefined;
  }
}
