// What a study has done so far, in one file that only grows: a process that is killed leaves all but the piece it was writing.

import { closeSync, existsSync, openSync, readFileSync, truncateSync, unlinkSync, writeSync } from 'node:fs';
import { deserialize, serialize } from 'node:v8';
import { fingerprint, type PieceStore } from '@plateau/core';
import { CannotWrite } from './endings.ts';

/** Each record: its length in 4 bytes, the fingerprint of what follows in 16 letters, a piece's name in 16, the piece. */
const HEAD = 36;
const NAME = 16;

export interface PiecesFile extends PieceStore {
  /** how many pieces it held when it was opened */
  readonly found: number;
  close(): void;
  /** the study is done: nothing of it needs to be remembered */
  remove(): void;
}

/** Opens or begins the file. A record that is cut short or damaged ends it: what comes after is done again. @throws {CannotWrite} */
export function openPieces(file: string): PiecesFile {
  const pieces = new Map<string, Buffer>();
  if (existsSync(file)) {
    const bytes = readFileSync(file);
    const end = readRecords(bytes, pieces);
    if (end < bytes.length) truncateSync(file, end);
  }
  let handle: number;
  try {
    handle = openSync(file, 'a');
  } catch (error) {
    throw new CannotWrite(`${file}: cannot write there: ${(error as Error).message}`);
  }
  const found = pieces.size;
  return {
    found,
    find: async (keys) => {
      const there = new Map<string, unknown>();
      for (const key of keys) {
        const piece = pieces.get(key);
        if (piece) there.set(key, deserialize(piece));
      }
      return there;
    },
    keep: async (key, out) => {
      const piece = Buffer.concat([Buffer.from(key), serialize(out)]);
      const head = Buffer.alloc(HEAD - NAME);
      head.writeUInt32LE(piece.length);
      head.write(fingerprint(piece), 4, 'latin1');
      writeSync(handle, Buffer.concat([head, piece]));
    },
    close: () => closeSync(handle),
    remove: () => {
      closeSync(handle);
      unlinkSync(file);
    },
  };
}

/** @returns where the last whole record ends */
function readRecords(bytes: Buffer, pieces: Map<string, Buffer>): number {
  let at = 0;
  while (at + HEAD <= bytes.length) {
    const length = bytes.readUInt32LE(at);
    const begin = at + HEAD - NAME;
    if (length < NAME || begin + length > bytes.length) break;
    const piece = bytes.subarray(begin, begin + length);
    if (bytes.toString('latin1', at + 4, begin) !== fingerprint(piece)) break;
    pieces.set(piece.toString('latin1', 0, NAME), piece.subarray(NAME));
    at = begin + length;
  }
  return at;
}
