// Kept runs out as files and in again.

import { readRunFile, writeRunFile } from '@plateau/files';
import { symbolAlone } from '@/model/market/alone.ts';
import type { StoredRun } from '@/model/rows.ts';
import { database } from '../database.ts';
import { readMembers } from '../market/universes.ts';
import { tellMarketChanged } from '../tabs.ts';
import { act } from '../undo.ts';

/** The text of a run file, with the members of the universe as they are now. */
export async function runFileOf(run: StoredRun): Promise<string> {
  const members = await readMembers(run.universe);
  return writeRunFile({
    ...run,
    universe: { id: run.universe, name: run.universeName, members },
  });
}

/**
 * Puts a run file among the kept runs; a universe that is not here comes with it.
 * @throws with a sentence when the file cannot be read
 */
export async function importRun(file: File): Promise<StoredRun> {
  const read = readRunFile(await file.text(), file.name);
  if (!read.ok) throw new Error(read.problems[0]?.message ?? 'it cannot be read');
  const { universe, ...rest } = read.value;
  const run: StoredRun = {
    ...rest,
    id: crypto.randomUUID(),
    sheet: '',
    universe: universe.id,
    universeName: universe.name,
  };
  let brought = false;
  const told = (): void => {
    if (brought) tellMarketChanged();
  };
  await act('runs', `The import of “${run.name}”`, {
    redo: () =>
      database
        .transaction('rw', database.universes, database.runs, async () => {
          brought =
            symbolAlone(universe.id) === undefined &&
            (await database.universes.get(universe.id)) === undefined;
          if (brought) await database.universes.add(universe);
          await database.runs.put(run);
        })
        .then(told),
    undo: () =>
      database
        .transaction('rw', database.universes, database.runs, async () => {
          await database.runs.delete(run.id);
          if (brought) await database.universes.delete(universe.id);
        })
        .then(told),
  });
  return run;
}
