// A zip written file by file, so that what goes into it is never all in memory.

import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';

/** Every file bears this time, so that the same contents give the same bytes. */
const TIME = '2000-01-01T00:00:00Z';

export class ZipPieces {
  readonly #zip: Zip;

  /** @param take is given the zip's bytes as they come */
  constructor(take: (piece: Uint8Array<ArrayBuffer>) => void) {
    this.#zip = new Zip((error, piece) => {
      if (error) throw error;
      take(piece as Uint8Array<ArrayBuffer>);
    });
  }

  /** A file as it is: one that is packed already. */
  addStored(path: string, bytes: Uint8Array): void {
    this.#add(new ZipPassThrough(path), bytes);
  }

  addPacked(path: string, text: string): void {
    this.#add(new ZipDeflate(path), new TextEncoder().encode(text));
  }

  end(): void {
    this.#zip.end();
  }

  #add(file: ZipPassThrough | ZipDeflate, bytes: Uint8Array): void {
    file.mtime = TIME;
    this.#zip.add(file);
    file.push(bytes as Uint8Array<ArrayBuffer>, true);
  }
}
