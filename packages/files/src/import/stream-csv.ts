// A long CSV read in pieces, so that millions of rows need no memory but their bars'.

import Papa from 'papaparse';
import { RowScanner, TableFault } from './row-scanner.ts';
import { decodeText, guessEncoding, guessSeparator } from './text.ts';

const HEAD = 20_000;

/**
 * Calls `each` with every row, and `read` with the bytes behind it now and then.
 * @throws with a sentence, the line in it, when the text is no table
 */
export async function streamCsv(
  file: Blob,
  each: (row: readonly string[]) => void,
  read: (bytes: number) => void,
  separator?: string,
): Promise<void> {
  const head = new Uint8Array(await file.slice(0, HEAD).arrayBuffer());
  const delimiter = separator ?? guessSeparator(decodeText(head));
  const scanner = new RowScanner(delimiter);
  const decoder = new TextDecoder(guessEncoding(head));
  const cut = (text: string): void => {
    if (text === '') return;
    const { data } = Papa.parse<string[]>(text, { delimiter });
    // The end of the last row is not the beginning of another.
    if (/[\r\n]$/.test(text)) data.pop();
    for (const row of data) each(row);
  };
  const reader = file.stream().getReader();
  let bytes = 0;
  try {
    for (;;) {
      const { done, value } = await reader.read();
      const text = decoder.decode(value, { stream: !done });
      if (text.includes('\u0000')) throw new TableFault(scanner.line, 'the file holds binary data, not text');
      cut(scanner.rows(text));
      if (done) break;
      bytes += value.length;
      read(bytes);
    }
    cut(scanner.last());
  } catch (error) {
    throw error instanceof TableFault ? new Error(`line ${error.line}: ${error.message}`) : error;
  } finally {
    reader.cancel().catch(() => {});
  }
}
