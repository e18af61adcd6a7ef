// The variants of sheets that were run.

import { useLiveQuery } from 'dexie-react-hooks';
import type { LogEntry } from '@/model/logbook/entry.ts';
import { database } from './database.ts';
import { readWhere } from './read.ts';
import { act } from './undo.ts';

/** A sheet's variants, the newest first; undefined while they are read. */
export function useLogbook(sheet: string): readonly LogEntry[] | undefined {
  return useLiveQuery(() => logbookOf(sheet), [sheet]);
}

/** The newest variant of each of these sheets, by the sheet's id; undefined while they are read. */
export function useNewestVariants(sheets: readonly string[]): ReadonlyMap<string, LogEntry> | undefined {
  return useLiveQuery(async () => {
    const entries = await readWhere('logbook', 'sheet', sheets);
    const newest = new Map<string, LogEntry>();
    for (const entry of entries) {
      const known = newest.get(entry.sheet);
      if (!known || known.at < entry.at) newest.set(entry.sheet, entry);
    }
    return newest;
  }, [sheets.join(' ')]);
}

/** A sheet's variants, read once. */
export async function logbookOf(sheet: string): Promise<readonly LogEntry[]> {
  return (await readWhere('logbook', 'sheet', [sheet])).sort((a, b) => b.at - a.at);
}

/**
 * Writes a variant that a sheet has not had yet.
 * @param isSame whether the variant before runs the same, written otherwise: that is no other try
 * @param make is given the variant before it, undefined for the first
 */
export async function addVariant(
  sheet: string,
  key: string,
  isSame: (before: LogEntry) => boolean,
  make: (before: LogEntry | undefined) => LogEntry,
): Promise<void> {
  await database.transaction('rw', database.logbook, async () => {
    const entries = (await readWhere('logbook', 'sheet', [sheet])).sort((a, b) => a.at - b.at);
    if (entries.some((entry) => entry.key === key || isSame(entry))) return;
    await database.logbook.add(make(entries[entries.length - 1]));
  });
}

/** Gives a sheet the variants of another: what was tried before it was copied was tried for the copy too. */
export async function copyVariants(from: string, to: string): Promise<void> {
  const entries = await readWhere('logbook', 'sheet', [from]);
  await database.logbook.bulkPut(entries.map((entry) => ({ ...entry, id: crypto.randomUUID(), sheet: to })));
}

export function removeEntry(entry: LogEntry): Promise<void> {
  return act('strategies', 'The entry is deleted; it no longer counts as a try.', {
    redo: () => database.logbook.delete(entry.id),
    undo: () => database.logbook.put(entry),
    told: true,
  });
}

/** Changes an entry's own words or pin, by the field: what other tabs changed of it stays. */
export function changeEntry(
  { id, pinned, name, note }: LogEntry,
  words: string,
  next: Partial<Pick<LogEntry, 'pinned' | 'name' | 'note'>>,
): Promise<void> {
  const kept: typeof next = {
    ...(next.pinned !== undefined && { pinned }),
    ...(next.name !== undefined && { name }),
    ...(next.note !== undefined && { note }),
  };
  return act('strategies', words, {
    redo: () => database.logbook.update(id, next),
    undo: () => database.logbook.update(id, kept),
  });
}
