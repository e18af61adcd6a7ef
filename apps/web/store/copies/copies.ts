// Copies of stored blocks in files of the browser's own file system, from which thousands are read ten times as fast as from
// the store. They may be gone at any time: what they lack, or have another check for, is read from the store. A block is
// written once under its id, so a copy is never old.

import { type Folder, namesIn } from './folder.ts';
import { type Entry, type OpenFile, PartWriter, readEntry, readTable } from './part.ts';

/** Instruments with as many bars have blocks as long; of so many lengths, memory is kept for the next block. */
const MOST_LENGTHS = 64;

/** The copies that can be read, held open until they are let go. */
export class Copies {
  readonly #folder: Folder;
  readonly #files = new Map<OpenFile, string>();
  readonly #broken = new Set<OpenFile>();
  readonly #spare = new Map<number, ArrayBuffer[]>();
  readonly #places = new Map<string, { readonly file: OpenFile; readonly entry: Entry }>();

  private constructor(folder: Folder) {
    this.#folder = folder;
  }

  /** Opens what is whole; several readers, of several tabs, may at once. */
  static async open(folder: Folder): Promise<Copies> {
    const copies = new Copies(folder);
    for (const name of await namesIn(folder)) {
      const opened = await openPart(folder, name);
      if (!opened) continue;
      copies.#files.set(opened.file, name);
      for (const entry of opened.entries) copies.#places.set(entry.id, { file: opened.file, entry });
    }
    return copies;
  }

  has(id: string): boolean {
    return this.#places.has(id);
  }

  /** A block's copy; undefined where there is none that is whole. */
  read(id: string): ArrayBuffer | undefined {
    const place = this.#places.get(id);
    if (!place) return undefined;
    const { length } = place.entry;
    const block = this.#spare.get(length)?.pop() ?? new ArrayBuffer(length);
    try {
      if (readEntry(place.file, place.entry, block)) return block;
    } catch {
      // As good as another block.
    }
    this.#broken.add(place.file);
    return undefined;
  }

  /** Takes the memory of a copy back, for the next of the same length: new memory costs as much as reading does. */
  giveBack(block: ArrayBuffer): void {
    const spare = this.#spare.get(block.byteLength);
    if (spare) spare.push(block);
    else if (this.#spare.size < MOST_LENGTHS) this.#spare.set(block.byteLength, [block]);
  }

  /** Lets the files go, and deletes those in which something was broken: what they had is copied anew the next time. */
  async close(): Promise<void> {
    for (const [file, name] of this.#files) {
      file.close();
      if (this.#broken.has(file)) await this.#folder.removeEntry(name).catch(() => {});
    }
  }
}

async function openPart(
  folder: Folder,
  name: string,
): Promise<{ readonly file: OpenFile; readonly entries: readonly Entry[] } | undefined> {
  let file: OpenFile | undefined;
  try {
    file = await (await folder.getFileHandle(name)).createSyncAccessHandle({ mode: 'read-only' });
    const entries = readTable(file);
    if (entries) return { file, entries };
  } catch {
    // Another tab writes it, or it went meanwhile.
  }
  file?.close();
  return undefined;
}

/** Writes a file of copies beside those that are there. One that meets a full disk leaves nothing behind. */
export class CopyWriter {
  readonly #folder: Folder;
  readonly #name = crypto.randomUUID();
  #file: OpenFile | undefined;
  #part: PartWriter | undefined;

  private constructor(folder: Folder) {
    this.#folder = folder;
  }

  /** A writer, which does nothing where the file cannot be made. */
  static async start(folder: Folder): Promise<CopyWriter> {
    const writer = new CopyWriter(folder);
    try {
      const handle = await folder.getFileHandle(writer.#name, { create: true });
      writer.#file = await handle.createSyncAccessHandle();
      writer.#part = new PartWriter(writer.#file);
    } catch {
      await writer.#giveUp();
    }
    return writer;
  }

  async add(id: string, block: ArrayBuffer): Promise<void> {
    try {
      this.#part?.add(id, block);
    } catch {
      await this.#giveUp();
    }
  }

  async finish(): Promise<void> {
    try {
      this.#part?.finish();
      this.#file?.close();
    } catch {
      await this.#giveUp();
    }
  }

  async #giveUp(): Promise<void> {
    this.#file?.close();
    this.#file = undefined;
    this.#part = undefined;
    await this.#folder.removeEntry(this.#name).catch(() => {});
  }
}

/**
 * Deletes files that were not written to their end, and those whose copies are for the most part of blocks that are gone or
 * that another file has too. One that a tab is reading or writing stays.
 */
export async function sweepCopies(folder: Folder, alive: ReadonlySet<string>): Promise<void> {
  const wanted = new Set(alive);
  for (const name of await namesIn(folder)) {
    const opened = await openPart(folder, name);
    opened?.file.close();
    const entries = opened?.entries ?? [];
    const its = entries.filter(({ id }) => wanted.has(id));
    const bytes = (some: readonly Entry[]): number => some.reduce((sum, { length }) => sum + length, 0);
    if (bytes(its) * 2 > bytes(entries)) for (const { id } of its) wanted.delete(id);
    else await folder.removeEntry(name).catch(() => {});
  }
}
