// The store as a page comes upon it.

import Dexie from 'dexie';
import { deleteCopies } from './copies/folder.ts';
import { database, SHOWN_RUNS, STORE_VERSION } from './database.ts';

/** @returns whether it is of a newer version of this page, which this one cannot write */
export async function openStore(): Promise<'ours' | 'newer'> {
  await database.open();
  // Dexie counts a version as ten of the browser's.
  return database.backendDB().version > STORE_VERSION * 10 ? 'newer' : 'ours';
}

/** Whether a market has been brought in. */
export async function hasMarket(): Promise<boolean> {
  return (await database.settings.get('market')) !== undefined;
}

/** Hears that another tab wants to change the store's tables: this one has let go of it, and can no longer save. */
export function onLetGo(listener: () => void): () => void {
  database.on('versionchange', listener);
  return () => database.on('versionchange').unsubscribe(listener);
}

/** Deletes everything that is kept in this browser. */
export async function deleteStore(): Promise<void> {
  await database.delete();
  await deleteCopies();
  await Dexie.delete(SHOWN_RUNS);
}
