// One instrument's bars as rows of text: Date, Open, High, Low, Close, Volume in any column order or case.

import {
  type Bars,
  dayFromIso,
  faultInBar,
  GrowingRows,
  isoFromDay,
  isSaneFactor,
  newBars,
} from '@plateau/core';
import type { FileProblem, Result } from './problem.ts';

/** At most this many faults of one file are listed. */
const MOST_PROBLEMS = 20;
const REQUIRED = ['date', 'open', 'high', 'low', 'close'] as const;

/**
 * Reads bars, the header first. Days must rise; every bar must be sound (see faultInBar). A missing volume column reads as 0.
 * An `Adj Close` column adjusts all prices by adjusted / close; a `Factor` column is kept as it is. The first faults are
 * reported with their lines, and nothing is read when there is one.
 */
export function readBarsRows(rows: Iterator<readonly string[]>, file: string): Result<Bars> {
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

  const bars = new GrowingRows({ ...newBars(0), factor: new Float64Array(0) });
  let line = 1;
  for (let next = rows.next(); !next.done; next = rows.next()) {
    const row = next.value;
    line++;
    if (problems.length >= MOST_PROBLEMS) break;
    if (row.length === 1 && row[0]?.trim() === '') continue;
    const date = row[at.date]?.trim() ?? '';
    const here = dayFromIso(date);
    if (here === undefined) {
      refuse(`“${date.slice(0, 40)}” is no date; write YYYY-MM-DD`, line);
      continue;
    }
    const before = bars.columns.day[bars.length - 1];
    if (before !== undefined && here <= before) {
      refuse(
        `the day ${date} does not come after ${isoFromDay(before)}; sort the rows and drop doubles`,
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
    const n = bars.add();
    const { columns } = bars;
    columns.day[n] = here;
    columns.open[n] = open * scale;
    columns.high[n] = high * scale;
    columns.low[n] = low * scale;
    columns.close[n] = close * scale;
    columns.volume[n] = volume / scale;
    columns.factor[n] = factor;
  }
  if (problems.length > 0) return { ok: false, problems };
  if (bars.length === 0) {
    refuse('there are no bars below the header');
    return { ok: false, problems };
  }
  const { factor, ...prices } = bars.done();
  return { ok: true, value: at.adjusted >= 0 || at.factor >= 0 ? { ...prices, factor } : prices };
}

/** NaN when the cell is missing or empty. */
function numberIn(row: readonly string[], column: number): number {
  const cell = row[column];
  return cell === undefined || cell === '' ? Number.NaN : Number(cell);
}
