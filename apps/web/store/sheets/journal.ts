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

/** What tabs that ended had put down, by the draft's id; each note is told once. */
export async function lastLetters(table: DraftTable): Promise<ReadonlyMap<string, Draft>> {
  const found = new Map<string, Draft>();
  const prefix = PREFIXES[table];
  try {
    const { held = [] } = (await navigator.locks?.query()) ?? {};
    const living = new Set(held.map(({ name }) => name));
    for (const key of Object.keys(localStorage).filter((name) => name.startsWith(prefix))) {
      const [owner = '', sheet = ''] = key.slice(prefix.length).split(' ');
      if (owner !== tab && living.has(lockOf(owner))) continue;
      const changes = draftFrom(localStorage.getItem(key));
      localStorage.removeItem(key);
      if (changes) found.set(sheet, { ...found.get(sheet), ...changes });
    }
  } catch {}
  return found;
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
