// The last letters before a tab ends. The store answers in its own time; what is typed meanwhile is also put down here, where
// writing needs no waiting, and taken up again by the next start.

import Joi from 'joi';
import type { Draft } from '@/model/sheet/sheet.ts';
import { upgradeDraft } from '@/model/upgrade.ts';
import type { DraftTable } from './tables.ts';

const PREFIXES: Readonly<Record<DraftTable, string>> = {
  sheets: 'plateau letters ',
  blends: 'plateau blend letters ',
};
const tab = crypto.randomUUID();
const lockOf = (name: string): string => `plateau tab ${name}`;
const keyOf = (table: DraftTable, id: string): string => `${PREFIXES[table]}${tab} ${id}`;
const texts = Joi.object().pattern(Joi.string(), Joi.string().allow(''));

/** Says that this tab lives, for as long as it does: what it has put down is not for others to take up. */
export function keepAlive(): void {
  void navigator.locks?.request(lockOf(tab), () => new Promise(() => {}));
}

/** Puts down what a draft's fields hold beyond the store. A full or forbidden journal is no reason to stop. */
export function jot(table: DraftTable, id: string, changes: Draft): void {
  try {
    localStorage.setItem(keyOf(table, id), JSON.stringify(changes));
  } catch {}
}

/** The store has it: the note is not needed any more. */
export function settle(table: DraftTable, id: string): void {
  try {
    localStorage.removeItem(keyOf(table, id));
  } catch {}
}

/**
 * Takes up what tabs that ended had put down, each note once. What a living tab has down is taken when that tab ends: a page
 * that is being left may hold its name a moment longer than the next page needs to start.
 */
export async function takeLastLetters(
  table: DraftTable,
  take: (id: string, letters: Draft) => void,
): Promise<void> {
  try {
    const { held = [] } = (await navigator.locks?.query()) ?? {};
    const living = new Set(held.map(({ name }) => name));
    for (const owner of new Set(notesOf(table).map((note) => note.owner))) {
      if (owner === tab || !living.has(lockOf(owner))) takeNotes(table, owner, take);
      else void navigator.locks.request(lockOf(owner), () => takeNotes(table, owner, take));
    }
  } catch {}
}

/** The notes that are down: whose they are, and of which draft. */
function notesOf(table: DraftTable) {
  const prefix = PREFIXES[table];
  return Object.keys(localStorage).flatMap((key) => {
    if (!key.startsWith(prefix)) return [];
    const [owner = '', id = ''] = key.slice(prefix.length).split(' ');
    return [{ key, owner, id }];
  });
}

function takeNotes(table: DraftTable, of: string, take: (id: string, letters: Draft) => void): void {
  for (const { key, owner, id } of notesOf(table)) {
    if (owner !== of) continue;
    const letters = draftFrom(localStorage.getItem(key));
    localStorage.removeItem(key);
    if (letters) take(id, letters);
  }
}

function draftFrom(text: string | null): Draft | undefined {
  try {
    const value: unknown = JSON.parse(text ?? 'null');
    return texts.required().validate(value, { convert: false }).error
      ? undefined
      : upgradeDraft(value as Draft);
  } catch {
    return undefined;
  }
}
