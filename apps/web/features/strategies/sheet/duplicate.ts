// A copy of a sheet with its logbook: what was tried before it was copied was tried for the copy too.

import { database } from '@/store/database.ts';
import { readWhere } from '@/store/read.ts';
import { useSheets } from './sheets.ts';

/** Duplicates the open sheet. */
export async function duplicateSheet(): Promise<void> {
  const made = useSheets.getState().duplicate();
  if (!made) return;
  const entries = await readWhere('logbook', 'sheet', [made.from]);
  await database.logbook.bulkPut(
    entries.map((entry) => ({ ...entry, id: crypto.randomUUID(), sheet: made.to })),
  );
}
