// One instrument's bars as CSV: Date, Open, High, Low, Close, Volume in any column order or case.

import { type Bars, dayFromIso, faultInBar, isoFromDay } from '@plateau/core';
import Papa from 'papaparse';
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
  const { data: rows } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: false });
  const problems: FileProblem[] = [];
  const refuse = (message: string, line?: number): void => {
    problems.push(line === undefined ? { file, message } : { file, line, message });
  };
  const header = (rows[0] ?? []).map((name) => name.trim().toLowerCase());
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

  const size = rows.length - 1;
  const day = new Int32Array(size);
  const columns = {
    open: new Float64Array(size),
    high: new Float64Array(size),
    low: new Float64Array(size),
    close: new Float64Array(size),
    volume: new Float64Array(size),
    factor: new Float64Array(size),
  };
  let n = 0;
  for (let r = 1; r < rows.length && problems.length < MOST_PROBLEMS; r++) {
    const row = rows[r] as string[];
    if (row.length === 1 && row[0]?.trim() === '') continue;
    const line = r + 1;
    const number = (place: number): number => {
      const cell = place < 0 ? undefined : row[place]?.trim();
      return cell ? Number(cell) : Number.NaN;
    };
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
    const [open, high, low, close] = [
      number(at.open),
      number(at.high),
      number(at.low),
      number(at.close),
    ] as const;
    const volume = at.volume < 0 ? 0 : number(at.volume);
    const fault = faultInBar(open, high, low, close, volume);
    if (fault) {
      refuse(fault, line);
      continue;
    }
    const scale = at.adjusted < 0 ? 1 : number(at.adjusted) / close;
    const factor = at.factor < 0 ? scale : number(at.factor);
    if (!(scale > 0 && factor > 0 && scale < Infinity && factor < Infinity)) {
      refuse('the adjusted close or factor is missing, zero or negative', line);
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
