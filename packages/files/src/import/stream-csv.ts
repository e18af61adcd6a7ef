// A long CSV read in pieces, so that millions of rows need no memory but their bars'.

import { RowScanner, TableFault } from './row-scanner.ts';
import { decodeText, guessEncoding, guessSeparator } from './text.ts';

const HEAD = 20_000;

/**
 * Gives all of it to `rows`, some whole rows at a time with the mark between their cells, and to `read` the bytes behind it.
 * @throws with a sentence, the line in it, when the text is no table
 */
export async function streamCsv(
  file: Blob,
  rows: (text: string, separator: string) => void,
  read: (bytes: number) => void,
  separator?: string,
): Promise<void> {
  const head = new Uint8Array(await file.slice(0, HEAD).arrayBuffer());
  const delimiter = separator ?? guessSeparator(decodeText(head));
  const scanner = new RowScanner(delimiter);
  const decoder = new TextDecoder(guessEncoding(head));
  const give = (text: string): void => {
    if (text !== '') rows(text, delimiter);
  };
  const reader = file.stream().getReader();
  let bytes = 0;
  try {
    for (;;) {
      const { done, value } = await reader.read();
      const text = decoder.decode(value, { stream: !done });
      if (text.includes('\u0000')) throw new TableFault(scanner.line, 'the file holds binary data, not text');
      give(scanner.rows(text));
      if (done) break;
      bytes += value.length;
      read(bytes);
    }
    give(scanner.last());
  } catch (error) {
    throw error instanceof TableFault ? new Error(`line ${error.line}: ${error.message}`) : error;
  } finally {
    reader.cancel().catch(() => {});
  }
}
