// CSV to rows of cells.

import Papa from 'papaparse';

/**
 * The rows of a CSV text, the header first; a byte-order mark is dropped. Text with no quote in it, comma-separated, is cut
 * row by row as it is read, which spares a long file an array of every row; all else goes through Papa Parse.
 */
export function* csvRows(text: string): Generator<readonly string[]> {
  const start = text.charCodeAt(0) === 0xfeff ? 1 : 0;
  const firstEnd = text.indexOf('\n', start);
  const header = text.slice(start, firstEnd < 0 ? text.length : firstEnd);
  const plain =
    header.includes(',') && !/[;\t|]/.test(header) && !text.includes('"') && !/\r(?!\n)/.test(text);
  if (!plain) {
    yield* Papa.parse<string[]>(text.slice(start)).data;
    return;
  }
  let from = start;
  while (from < text.length) {
    let end = text.indexOf('\n', from);
    if (end < 0) end = text.length;
    const lineEnd = text.charCodeAt(end - 1) === 13 ? end - 1 : end;
    yield text.slice(from, lineEnd).split(',');
    from = end + 1;
  }
}
