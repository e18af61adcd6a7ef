// CSV out: numbers in full, texts that a spreadsheet would run as a formula made harmless.

import Papa from 'papaparse';

export type Cell = string | number | undefined;

/** Rows below a header. Numbers in shortest round-trip form; NaN and undefined are empty cells. */
export function writeCsv(header: readonly string[], rows: Iterable<readonly Cell[]>): string {
  const data: string[][] = [];
  for (const row of rows) data.push(row.map(cellText));
  return `${Papa.unparse({ fields: [...header], data }, { newline: '\n' })}\n`;
}

function cellText(cell: Cell): string {
  if (cell === undefined) return '';
  if (typeof cell === 'number') return Number.isNaN(cell) ? '' : String(cell);
  return /^[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell;
}
