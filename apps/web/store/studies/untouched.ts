// Studies that a doubt has made and nobody has touched: one who only looked leaves none behind.

import { database } from '../database.ts';

/** What each was made as. */
const made = new Map<string, string>();

const written = async (id: string): Promise<string | undefined> => {
  const row = await database.studies.get(id);
  return row && JSON.stringify(row);
};

/** From now on it goes when it is left as it is. */
export async function expectTouch(id: string): Promise<void> {
  const row = await written(id);
  if (row !== undefined) made.set(id, row);
}

/** It is run, or about to be: it stays. */
export function touched(id: string): void {
  made.delete(id);
}

/** Takes away a study that is left as it was made: neither changed, nor named, nor run. */
export async function forgetUntouched(id: string): Promise<void> {
  const before = made.get(id);
  if (before === undefined) return;
  made.delete(id);
  const isStarted = (await database.pieces.where('study').equals(id).count()) > 0;
  if (!isStarted && (await written(id)) === before) await database.studies.delete(id);
}
