// One file of copied blocks: the blocks one after another, a table of them as JSON, and an end that says where the table
// stands. It is written once, and what has no end was not written to its end.

import { checkOf } from '@plateau/core';

/** A block's place in its file. */
export interface Entry {
  readonly id: string;
  /** in bytes */
  readonly offset: number;
  readonly length: number;
  readonly check: number;
}

/** A file as a worker reads and writes it: the part of the browser's FileSystemSyncAccessHandle that is needed. */
export interface OpenFile {
  read(into: Uint8Array, place: { at: number }): number;
  write(from: Uint8Array, place: { at: number }): number;
  getSize(): number;
  flush(): void;
  close(): void;
}

/** "PLB1", little-endian. */
const MARK = 0x31_42_4c_50;
/** The mark, the table's offset (two numbers, for a file may pass 4 GB), its length, its check. */
const END = 20;
const GIB4 = 2 ** 32;

const isCount = (value: unknown): boolean => Number.isSafeInteger(value) && Number(value) >= 0;

function isEntry(value: unknown): value is Entry {
  const { id, offset, length, check } = (value ?? {}) as Partial<Record<keyof Entry, unknown>>;
  return typeof id === 'string' && isCount(offset) && isCount(length) && Number.isInteger(check);
}

/** Writes blocks into a file that is new and empty. */
export class PartWriter {
  readonly #file: OpenFile;
  readonly #entries: Entry[] = [];
  #end = 0;

  constructor(file: OpenFile) {
    this.#file = file;
  }

  /** @throws when the disk is full */
  add(id: string, block: ArrayBuffer): void {
    const entry = { id, offset: this.#end, length: block.byteLength, check: checkOf(block) };
    this.#write(new Uint8Array(block));
    this.#entries.push(entry);
  }

  /** Makes the file one that can be read. @throws when the disk is full */
  finish(): void {
    const text = new TextEncoder().encode(JSON.stringify(this.#entries));
    // A multiple of four, so that the check counts every byte.
    const table = new Uint8Array(Math.ceil(text.length / 4) * 4).fill(0x20);
    table.set(text);
    const at = this.#end;
    this.#write(table);
    // What the end tells of is on the disk before the end is.
    this.#file.flush();
    const end = new DataView(new ArrayBuffer(END));
    [MARK, at % GIB4, Math.floor(at / GIB4), table.length, checkOf(table.buffer)].forEach((word, k) => {
      end.setInt32(4 * k, word, true);
    });
    this.#write(new Uint8Array(end.buffer));
    this.#file.flush();
  }

  #write(bytes: Uint8Array): void {
    const written = this.#file.write(bytes, { at: this.#end });
    if (written !== bytes.length) throw new Error('the disk is full');
    this.#end += written;
  }
}

/** The table of a file; undefined where it is none of ours, or was not written to its end. */
export function readTable(file: OpenFile): readonly Entry[] | undefined {
  const size = file.getSize();
  if (size < END) return undefined;
  const end = new DataView(bytesAt(file, size - END, END));
  const word = (k: number): number => end.getUint32(4 * k, true);
  const at = word(1) + word(2) * GIB4;
  const length = word(3);
  if (word(0) !== MARK || at + length + END !== size) return undefined;
  const table = bytesAt(file, at, length);
  if (checkOf(table) !== end.getInt32(16, true)) return undefined;
  const read: unknown = JSON.parse(new TextDecoder().decode(table));
  return Array.isArray(read) && read.every(isEntry) ? read : undefined;
}

/** Reads a block into memory of its length. @returns whether it is as it was written */
export function readEntry(file: OpenFile, { offset, length, check }: Entry, into: ArrayBuffer): boolean {
  return file.read(new Uint8Array(into), { at: offset }) === length && checkOf(into) === check;
}

function bytesAt(file: OpenFile, at: number, length: number): ArrayBuffer {
  const bytes = new Uint8Array(length);
  const read = file.read(bytes, { at });
  return read === length ? bytes.buffer : new ArrayBuffer(0);
}
