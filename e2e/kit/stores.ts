// All that a page can keep in its browser, read out of one and laid into another as no page of ours would.

import type { Page } from '@playwright/test';

/** What a browser holds of one origin: its databases, and what stands in its local storage. */
export interface Stores {
  readonly databases: readonly Database[];
  readonly local: readonly (readonly [key: string, text: string])[];
}

interface Database {
  readonly name: string;
  readonly version: number;
  readonly tables: readonly Table[];
}

interface Table {
  readonly name: string;
  readonly keyPath: string | string[] | null;
  readonly indexes: readonly {
    readonly name: string;
    readonly keyPath: string | string[];
    readonly options: { readonly unique: boolean; readonly multiEntry: boolean };
  }[];
  /** keys are in the rows; a buffer that a row names is bytes here, which can be handed to a page */
  readonly rows: readonly Record<string, unknown>[];
}

export function readStores(page: Page): Promise<Stores> {
  return page.evaluate(async (): Promise<Stores> => {
    const answer = <T>(request: IDBRequest<T>): Promise<T> =>
      new Promise((resolve, reject) => {
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(request.error);
      });
    const handed = (row: object) =>
      Object.fromEntries(
        Object.entries(row).map(([key, value]) => [
          key,
          value instanceof ArrayBuffer ? { bytes: new Uint8Array(value) } : value,
        ]),
      );
    const databases: Database[] = [];
    for (const { name = '' } of await indexedDB.databases()) {
      const database = await answer(indexedDB.open(name));
      const tables: Table[] = [];
      for (const table of database.objectStoreNames) {
        const store = database.transaction(table).objectStore(table);
        const indexes = [...store.indexNames].map((index) => {
          const { keyPath, unique, multiEntry } = store.index(index);
          return { name: index, keyPath, options: { unique, multiEntry } };
        });
        const rows = (await answer(store.getAll())).map(handed);
        tables.push({ name: table, keyPath: store.keyPath, indexes, rows });
      }
      databases.push({ name, version: database.version, tables });
      database.close();
    }
    return { databases, local: Object.entries(localStorage) };
  });
}

/** Takes away all that the page's origin has kept, and puts these stores in its place. The page must be none that uses them. */
export function writeStores(page: Page, stores: Stores): Promise<void> {
  return page.evaluate(async ({ databases, local }) => {
    const done = (request: IDBRequest | IDBTransaction): Promise<void> =>
      new Promise((resolve, reject) => {
        request.addEventListener('success', () => resolve());
        request.addEventListener('complete', () => resolve());
        request.addEventListener('error', () => reject(request.error));
      });
    const taken = (row: object) =>
      Object.fromEntries(
        Object.entries(row).map(([key, value]) => [
          key,
          value?.bytes instanceof Uint8Array ? value.bytes.buffer : value,
        ]),
      );
    sessionStorage.clear();
    localStorage.clear();
    for (const [key, text] of local) localStorage.setItem(key, text);
    const files = await navigator.storage.getDirectory();
    for await (const name of (files as unknown as { keys(): AsyncIterable<string> }).keys())
      await files.removeEntry(name, { recursive: true });
    for (const { name = '' } of await indexedDB.databases()) await done(indexedDB.deleteDatabase(name));
    for (const { name, version, tables } of databases) {
      const opening = indexedDB.open(name, version);
      opening.onupgradeneeded = () => {
        for (const { name: table, keyPath, indexes, rows } of tables) {
          const store = opening.result.createObjectStore(table, { keyPath });
          for (const { name: index, keyPath: path, options } of indexes)
            store.createIndex(index, path, options);
          for (const row of rows) store.put(taken(row));
        }
      };
      await done(opening);
      opening.result.close();
    }
  }, stores);
}
