// One instrument's bars as CSV: Date, Open, High, Low, Close, Volume in any column order or case.

import type { Bars } from '@plateau/core';
import { readBarsRows } from './bars-rows.ts';
import { csvRows } from './csv-rows.ts';
import { faultInText } from './import/row-scanner.ts';
import type { Result } from './problem.ts';

/** Reads bars as {@link readBarsRows} does. */
export function readBarsCsv(text: string, file: string): Result<Bars> {
  const large = faultInText(text, ',');
  if (large) return { ok: false, problems: [{ file, line: large.line, message: large.message }] };
  return readBarsRows(csvRows(text), file);
}
