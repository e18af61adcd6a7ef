// The variants of sheets that were run.

import { useLiveQuery } from 'dexie-react-hooks';
import type { LogEntry } from '@/model/logbook/entry.ts';
import { database } from './database.ts';
import { readWhere } from './read.ts';
import { act } from './undo.ts';

/** A sheet's variants, the newest first; undefined while they are read. */
export function useLogbook(sheet: string): readonly LogEntry[] | undefined {
  return useLiveQuery(
    async () => (await readWhere('logbook', 'sheet', [sheet])).sort((a, b) => b.at - a.at),
    [sheet],
  );
}

/** Writes a variant that a sheet has not had yet. @param make is given the variant before it, undefined for the first */
export async function addVariant(
  sheet: string,
  key: string,
  make: (before: LogEntry | undefined) => LogEntry,
): Promise<void> {
  await database.transaction('rw', database.logbook, async () => {
    const entries = (await readWhere('logbook', 'sheet', [sheet])).sort((a, b) => a.at - b.at);
    if (entries.some((entry) => entry.key === key)) return;
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
