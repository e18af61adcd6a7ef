// One instrument's bars as CSV: Date, Open, High, Low, Close, Volume in any column order or case.

import { type Bars, dayFromIso, faultInBar, isoFromDay, isSaneFactor } from '@plateau/core';
import { csvRows } from './csv-rows.ts';
import { faultInText } from './import/row-scanner.ts';
import type { FileProblem, Result } from './problem.ts';

/** At most this many faults of one file are listed. */
const MOST_PROBLEMS = 20;
const REQUIRED = ['date', 'open', 'high', 'low', 'close'] as const;

/**
 * Reads bars. Days must rise; every bar must be sound (see faultInBar). A missing volume column reads as 0. An `Adj Close`
 * column adjusts all prices by adjusted / close; a `Factor` column is kept as it is. The first faults are reported with
 * their lines, and nothing is read when there is one.
 */
export function readBarsCsv(text: string, file: string): Result<Bars> {
  const large = faultInText(text, ',');
  if (large) return { ok: false, problems: [{ file, line: large.line, message: large.message }] };
  const rows = csvRows(text);
  const problems: FileProblem[] = [];
  const refuse = (message: string, line?: number): void => {
    problems.push(line === undefined ? { file, message } : { file, line, message });
  };
  const header = ((rows.next().value as readonly string[] | undefined) ?? []).map((name) =>
    name.trim().toLowerCase(),
  );
  const column = (name: string): number => header.indexOf(name);
  const missing = REQUIRED.filter((name) => column(name) < 0);
  if (missing.length > 0) {
    refuse(
      `the header lacks ${missing.join(', ')}; it needs Date, Open, High, Low, Close and may have Volume, Adj Close, Factor`,
      1,
    );
    return { ok: false, problems };
  }
  const at = {
    date: column('date'),
    open: column('open'),
    high: column('high'),
    low: column('low'),
    close: column('close'),
    volume: column('volume'),
    factor: column('factor'),
    adjusted: column('adj close'),
  };

  let size = 1024;
  let day = new Int32Array(size);
  let columns = {
    open: new Float64Array(size),
    high: new Float64Array(size),
    low: new Float64Array(size),
    close: new Float64Array(size),
    volume: new Float64Array(size),
    factor: new Float64Array(size),
  };
  let n = 0;
  let line = 1;
  for (const row of rows) {
    line++;
    if (problems.length >= MOST_PROBLEMS) break;
    if (row.length === 1 && row[0]?.trim() === '') continue;
    if (n === size) {
      size *= 2;
      day = longer(day, new Int32Array(size));
      columns = {
        open: longer(columns.open, new Float64Array(size)),
        high: longer(columns.high, new Float64Array(size)),
        low: longer(columns.low, new Float64Array(size)),
        close: longer(columns.close, new Float64Array(size)),
        volume: longer(columns.volume, new Float64Array(size)),
        factor: longer(columns.factor, new Float64Array(size)),
      };
    }
    const date = row[at.date]?.trim() ?? '';
    const here = dayFromIso(date);
    if (here === undefined) {
      refuse(`“${date.slice(0, 40)}” is no date; write YYYY-MM-DD`, line);
      continue;
    }
    if (n > 0 && here <= (day[n - 1] as number)) {
      refuse(
        `the day ${date} does not come after ${isoFromDay(day[n - 1] as number)}; sort the rows and drop doubles`,
        line,
      );
      continue;
    }
    const open = numberIn(row, at.open);
    const high = numberIn(row, at.high);
    const low = numberIn(row, at.low);
    const close = numberIn(row, at.close);
    const volume = at.volume < 0 ? 0 : numberIn(row, at.volume);
    const fault = faultInBar(open, high, low, close, volume);
    if (fault) {
      refuse(fault, line);
      continue;
    }
    const scale = at.adjusted < 0 ? 1 : numberIn(row, at.adjusted) / close;
    const factor = at.factor < 0 ? scale : numberIn(row, at.factor);
    if (!(isSaneFactor(scale) && isSaneFactor(factor))) {
      refuse('the adjusted close or factor is missing, zero, negative or beyond any split’s', line);
      continue;
    }
    const adjusted = faultInBar(open * scale, high * scale, low * scale, close * scale, volume / scale);
    if (adjusted) {
      refuse(`once adjusted: ${adjusted}`, line);
      continue;
    }
    day[n] = here;
    columns.open[n] = open * scale;
    columns.high[n] = high * scale;
    columns.low[n] = low * scale;
    columns.close[n] = close * scale;
    columns.volume[n] = volume / scale;
    columns.factor[n] = factor;
    n++;
  }
  if (problems.length > 0) return { ok: false, problems };
  if (n === 0) {
    refuse('there are no bars below the header');
    return { ok: false, problems };
  }
  const { factor, ...prices } = columns;
  const cut = <C extends Int32Array | Float64Array>(c: C): C => c.slice(0, n) as C;
  return {
    ok: true,
    value: {
      day: cut(day),
      open: cut(prices.open),
      high: cut(prices.high),
      low: cut(prices.low),
      close: cut(prices.close),
      volume: cut(prices.volume),
      ...(at.adjusted >= 0 || at.factor >= 0 ? { factor: cut(factor) } : {}),
    },
  };
}

/** NaN when the cell is missing or empty. */
function numberIn(row: readonly string[], column: number): number {
  const cell = row[column];
  return cell === undefined || cell === '' ? Number.NaN : Number(cell);
}

function longer<C extends Int32Array | Float64Array>(from: C, to: C): C {
  to.set(from);
  return to;
}
