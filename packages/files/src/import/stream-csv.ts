// A long CSV read in pieces, so that millions of rows need no memory but their bars'.

import Papa from 'papaparse';
import { decodeText, guessEncoding, guessSeparator } from './text.ts';

const PIECE = 4_000_000;
const HEAD = 20_000;

/**
 * Calls `each` with every row, and `read` with the bytes behind it now and then. For browsers and their workers.
 * @throws when the file cannot be read
 */
export async function streamCsv(
  file: Blob,
  each: (row: readonly string[]) => void,
  read: (bytes: number) => void,
  separator?: string,
): Promise<void> {
  const head = new Uint8Array(await file.slice(0, HEAD).arrayBuffer());
  return new Promise((resolve, reject) => {
    Papa.parse<string[], File>(file as File, {
      delimiter: separator ?? guessSeparator(decodeText(head)),
      encoding: guessEncoding(head),
      chunkSize: PIECE,
      chunk: ({ data, meta }) => {
        for (const row of data) each(row);
        read(meta.cursor);
      },
      complete: () => resolve(),
      error: reject,
    });
  });
}
