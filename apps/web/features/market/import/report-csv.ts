import { type RowNote, writeCsv } from '@plateau/files';

/** The report of an import, a row a note. */
export function reportCsv(notes: readonly RowNote[]): string {
  return writeCsv(
    ['file', 'line', 'symbol', 'outcome', 'reason'],
    notes.map(({ file, line, symbol, kind, message }) => [file, line, symbol, kind, message]),
  );
}
