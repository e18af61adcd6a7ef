// Copies of blocks in files: what is read is what was written, and what is broken, half written or dead is not read.

import fc from 'fast-check';
import { beforeEach, describe, expect, it } from 'vitest';
import { Copies, CopyWriter, sweepCopies } from '@/store/copies/copies.ts';
import type { FileHandle, Folder } from '@/store/copies/folder.ts';
import type { OpenFile } from '@/store/copies/part.ts';
import { cases } from '../../../testing/cases.ts';

/** A folder in memory that locks its files as the browser does, on a disk of so many bytes. */
class MemoryFolder implements Folder {
  readonly files = new Map<string, Uint8Array>();
  readonly #readers = new Map<string, number>();
  readonly #written = new Set<string>();
  room = Number.POSITIVE_INFINITY;

  async *keys(): AsyncIterable<string> {
    yield* [...this.files.keys()];
  }

  async getFileHandle(name: string, options?: { create?: boolean }): Promise<FileHandle> {
    if (!this.files.has(name)) {
      if (!options?.create) throw new Error('NotFoundError');
      this.files.set(name, new Uint8Array(0));
    }
    return {
      createSyncAccessHandle: async (how) => this.#open(name, how?.mode ?? 'readwrite'),
    };
  }

  async removeEntry(name: string): Promise<void> {
    if (this.#written.has(name) || this.#readers.get(name)) throw new Error('NoModificationAllowedError');
    this.files.delete(name);
  }

  #open(name: string, mode: 'read-only' | 'readwrite'): OpenFile {
    const readers = this.#readers.get(name) ?? 0;
    if (this.#written.has(name) || (mode === 'readwrite' && readers > 0)) {
      throw new Error('NoModificationAllowedError');
    }
    if (mode === 'readwrite') this.#written.add(name);
    else this.#readers.set(name, readers + 1);
    const now = (): Uint8Array => this.files.get(name) ?? new Uint8Array(0);
    return {
      read: (into, { at }) => {
        const bytes = now().subarray(at, at + into.length);
        into.set(bytes);
        return bytes.length;
      },
      write: (from, { at }) => {
        if (at + from.length > this.room) throw new Error('QuotaExceededError');
        const grown = new Uint8Array(Math.max(now().length, at + from.length));
        grown.set(now());
        grown.set(from, at);
        this.files.set(name, grown);
        return from.length;
      },
      getSize: () => now().length,
      flush: () => {},
      close: () => {
        if (mode === 'readwrite') this.#written.delete(name);
        else this.#readers.set(name, (this.#readers.get(name) ?? 1) - 1);
      },
    };
  }
}

const block = (words: readonly number[]): ArrayBuffer => Int32Array.from(words).buffer;
const wordsOf = (found: ArrayBuffer | undefined) => found && [...new Int32Array(found)];

async function write(folder: Folder, blocks: Readonly<Record<string, readonly number[]>>): Promise<void> {
  const writer = await CopyWriter.start(folder);
  for (const [id, words] of Object.entries(blocks)) await writer.add(id, block(words));
  await writer.finish();
}

async function readAllOf(folder: Folder, ids: readonly string[]) {
  const copies = await Copies.open(folder);
  const found = ids.map((id) => wordsOf(copies.read(id)));
  await copies.close();
  return found;
}

let folder: MemoryFolder;
beforeEach(() => {
  folder = new MemoryFolder();
});

describe('copies', () => {
  it('give back what was written, of several files, and nothing of what was not', async () => {
    const words = fc.array(fc.integer({ min: -(2 ** 31), max: 2 ** 31 - 1 }));
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.dictionary(fc.string({ minLength: 1 }), words), { maxLength: 4 }),
        async (parts) => {
          folder = new MemoryFolder();
          for (const part of parts) await write(folder, part);
          const all = new Map(parts.flatMap((part) => Object.entries(part)));
          const ids = [...all.keys()];
          const found = await readAllOf(folder, [...ids, 'none such, surely']);
          for (const [k, id] of ids.entries()) {
            const written = parts.filter((part) => Object.hasOwn(part, id)).map((part) => part[id]);
            expect(written).toContainEqual(found[k]);
          }
          expect(found.at(-1)).toBeUndefined();
        },
      ),
      { numRuns: cases(50) },
    );
  });

  it('are read by several at once, and not while they are written', async () => {
    await write(folder, { a: [1, 2] });
    const writer = await CopyWriter.start(folder);
    await writer.add('b', block([3]));
    const [one, two] = await Promise.all([Copies.open(folder), Copies.open(folder)]);
    expect([one, two].map((copies) => wordsOf(copies.read('a')))).toEqual([
      [1, 2],
      [1, 2],
    ]);
    expect(one.has('b')).toBe(false);
    await Promise.all([one.close(), two.close()]);
    await writer.finish();
    expect(await readAllOf(folder, ['b'])).toEqual([[3]]);
  });

  it('of a file with any bit changed or any end cut off are right or not there', async () => {
    await write(folder, { a: [1, 2, 3, 4], b: [-5, 6] });
    const [name] = [...folder.files.keys()];
    const whole = (folder.files.get(name ?? '') ?? new Uint8Array()).slice();
    const rightOrNone = async (bytes: Uint8Array) => {
      folder.files.set(name ?? '', bytes.slice());
      const [a, b] = await readAllOf(folder, ['a', 'b']);
      if (a) expect(a).toEqual([1, 2, 3, 4]);
      if (b) expect(b).toEqual([-5, 6]);
      return a !== undefined && b !== undefined;
    };
    for (let bit = 0; bit < whole.length * 8; bit++) {
      const changed = whole.slice();
      changed[bit >> 3] = (changed[bit >> 3] ?? 0) ^ (1 << (bit & 7));
      expect(await rightOrNone(changed), `bit ${bit}`).toBe(false);
    }
    for (let length = 0; length < whole.length; length++) {
      expect(await rightOrNone(whole.slice(0, length)), `${length} bytes`).toBe(false);
    }
    expect(await rightOrNone(whole)).toBe(true);
  });

  it('of a file with a broken one are let go of with it, to be written anew', async () => {
    await write(folder, { a: [1, 2], b: [3, 4] });
    await write(folder, { c: [5] });
    const [name = ''] = folder.files.keys();
    folder.files.get(name)?.set([9], 0);
    expect(await readAllOf(folder, ['b', 'c'])).toEqual([[3, 4], [5]]);
    expect(folder.files.size).toBe(2);
    expect(await readAllOf(folder, ['a', 'b', 'c'])).toEqual([undefined, [3, 4], [5]]);
    expect(folder.files.size).toBe(1);
    expect(await readAllOf(folder, ['a', 'b', 'c'])).toEqual([undefined, undefined, [5]]);
  });

  it('of a folder that another tab has just deleted are none', async () => {
    await write(folder, { a: [1] });
    folder.keys = async function* () {
      yield 'gone';
      throw new Error('NotFoundError');
    };
    expect(await readAllOf(folder, ['a'])).toEqual([undefined]);
    await expect(sweepCopies(folder, new Set())).resolves.toBeUndefined();
  });

  it('that meet a full disk leave nothing behind', async () => {
    await write(folder, { a: [1] });
    const before = [...folder.files.keys()];
    for (const room of [0, 10, 40, 100]) {
      folder.room = room;
      await write(folder, { b: [1, 2, 3, 4, 5, 6], c: [7, 8, 9, 10, 11, 12] });
      expect([...folder.files.keys()]).toEqual(before);
    }
    folder.room = Number.POSITIVE_INFINITY;
    expect(await readAllOf(folder, ['a', 'b'])).toEqual([[1], undefined]);
  });
});

describe('a sweep', () => {
  it('deletes what is dead for the most part, what another file has too, and what was not finished', async () => {
    await write(folder, { a: [1, 2], b: [3, 4], c: [5, 6] });
    await write(folder, { d: [1], e: [2], f: [3] });
    await write(folder, { a: [1, 2], b: [3, 4] });
    folder.files.set('broken', new Uint8Array(99));
    await sweepCopies(folder, new Set(['a', 'b', 'd']));
    expect(folder.files.size).toBe(1);
    expect(await readAllOf(folder, ['a', 'b', 'c', 'd'])).toEqual([[1, 2], [3, 4], [5, 6], undefined]);
  });

  it('leaves what another tab is reading or writing', async () => {
    await write(folder, { a: [1] });
    const reader = await Copies.open(folder);
    const writer = await CopyWriter.start(folder);
    await sweepCopies(folder, new Set());
    expect(folder.files.size).toBe(2);
    expect(wordsOf(reader.read('a'))).toEqual([1]);
    await reader.close();
    await writer.finish();
    await sweepCopies(folder, new Set());
    expect(folder.files.size).toBe(0);
  });
});
