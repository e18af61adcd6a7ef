// Where copies of stored blocks are: a folder of the browser's own file system.

import type { OpenFile } from './part.ts';

/** What is needed of the browser's FileSystemDirectoryHandle. */
export interface Folder {
  keys(): AsyncIterable<string>;
  getFileHandle(name: string, options?: { create?: boolean }): Promise<FileHandle>;
  removeEntry(name: string): Promise<void>;
}
export interface FileHandle {
  createSyncAccessHandle(options?: { mode?: 'read-only' | 'readwrite' }): Promise<OpenFile>;
}

const FOLDER = 'bars';

/** Where the copies are; undefined in a browser, or a private window, that has no such room. */
export async function copiesFolder(): Promise<Folder | undefined> {
  try {
    const root = await navigator.storage.getDirectory();
    return (await root.getDirectoryHandle(FOLDER, { create: true })) as unknown as Folder;
  } catch {
    return undefined;
  }
}

/** The files of copies; none where another tab has just deleted all of them. */
export async function namesIn(folder: Folder): Promise<string[]> {
  const names: string[] = [];
  try {
    for await (const name of folder.keys()) names.push(name);
  } catch {
    return [];
  }
  return names;
}

/** Whether the browser has room for bars a second time: copies must not be what fills it. */
export async function hasRoomForCopies(): Promise<boolean> {
  try {
    const { usage = 0, quota = 0 } = await navigator.storage.estimate();
    return usage < quota / 2;
  } catch {
    return false;
  }
}

/** Deletes all copies. */
export async function deleteCopies(): Promise<void> {
  try {
    const root = await navigator.storage?.getDirectory();
    await root?.removeEntry(FOLDER, { recursive: true });
  } catch {
    // There are none, or another tab reads them: its sweep finds them dead.
  }
}
