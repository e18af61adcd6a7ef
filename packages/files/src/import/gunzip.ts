// Packed tables in: prices.csv.gz.

import { Gunzip } from 'fflate';
import { LIMITS } from '../limits.ts';

const PACKED = /\.gz$/i;
/** Bytes given to the unpacker at once: what grows beyond all measure is noticed before it fills the memory. */
const PIECE = 65_536;

/** The path of what a packed file holds; undefined where the file is not packed. */
export function unpackedPath(path: string): string | undefined {
  return PACKED.test(path) ? path.replace(PACKED, '') : undefined;
}

/** All members of a gzip file. @throws with a sentence when it is damaged or too large */
export function gunzip(bytes: Uint8Array): Uint8Array {
  const pieces: Uint8Array[] = [];
  let size = 0;
  let ended = false;
  const stream = new Gunzip((piece, last) => {
    size += piece.length;
    if (size > LIMITS.unpacked) throw new Error('it unpacks to more than 2 GB');
    if (size > 1e6 && size > bytes.length * LIMITS.growth) {
      throw new Error(`it unpacks to ${LIMITS.growth} times its size and more: no table does`);
    }
    pieces.push(piece);
    ended = last;
  });
  for (let at = 0; at < bytes.length; at += PIECE) {
    stream.push(bytes.subarray(at, at + PIECE), at + PIECE >= bytes.length);
  }
  if (!ended) throw new Error('it ends too early');
  const whole = new Uint8Array(size);
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}
