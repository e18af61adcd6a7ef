// A universe as CSV: symbol, from, to, group; all but symbol optional, a symbol may have several rows. Or symbols alone.

import { dayFromIso, isoFromDay, type Membership, type Universe } from '@plateau/core';
import { csvRows } from './csv-rows.ts';
import { faultInText } from './import/row-scanner.ts';
import { cleanSymbol } from './import/symbol.ts';
import { LIMITS, told } from './limits.ts';
import type { FileProblem, Result } from './problem.ts';
import { writeCsv } from './write-csv.ts';

export function readUniverseCsv(text: string, file: string): Result<Universe> {
  const fault = faultInText(text, ',');
  if (fault) return { ok: false, problems: [{ file, line: fault.line, message: fault.message }] };
  const rows = [...csvRows(text)];
  if (rows.length > LIMITS.members + 1) {
    const message = `a universe may have ${told(LIMITS.members)} rows; this one has ${told(rows.length - 1)}`;
    return { ok: false, problems: [{ file, message }] };
  }
  const header = (rows[0] ?? []).map((name) => name.trim().toLowerCase());
  const at = {
    symbol: header.indexOf('symbol'),
    from: header.indexOf('from'),
    to: header.indexOf('to'),
    group: header.indexOf('group'),
  };
  if (at.symbol < 0) {
    const listed = plainList(rows);
    if (listed) return { ok: true, value: listed };
    return {
      ok: false,
      problems: [{ file, line: 1, message: 'the header lacks symbol; it may also have from, to and group' }],
    };
  }
  const problems: FileProblem[] = [];
  const members: Membership[] = [];
  rows.slice(1).forEach((row, k) => {
    const line = k + 2;
    const cell = (place: number): string => (place < 0 ? '' : (row[place]?.trim() ?? ''));
    const symbol = cell(at.symbol);
    if (row.every((text) => text.trim() === '')) return;
    if (symbol === '') {
      problems.push({ file, line, message: 'the symbol is empty' });
      return;
    }
    const [from, to] = [cell(at.from), cell(at.to)].map((date) => {
      const day = date === '' ? undefined : dayFromIso(date);
      if (date !== '' && day === undefined)
        problems.push({ file, line, message: `“${date.slice(0, 40)}” is no date; write YYYY-MM-DD` });
      return day;
    });
    if (from !== undefined && to !== undefined && from > to) {
      problems.push({
        file,
        line,
        message: `${symbol} leaves on ${cell(at.to)}, before it comes on ${cell(at.from)}`,
      });
    }
    const group = cell(at.group);
    members.push({
      symbol,
      ...(from !== undefined ? { from } : {}),
      ...(to !== undefined ? { to } : {}),
      ...(group !== '' ? { group } : {}),
    });
  });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: members };
}

/** What stands above a table of other things, and above a list of symbols. */
const HEADINGS = ['from', 'to', 'group', 'name', 'date'];
const LIST_HEADINGS = ['ticker', 'tickers', 'symbols', 'instrument', 'instruments', 'code'];

/** Symbols alone, a line each or several on one; undefined where anything else stands among them. */
function plainList(rows: readonly (readonly string[])[]): Universe | undefined {
  const isHeading = LIST_HEADINGS.includes(rows[0]?.[0]?.trim().toLowerCase() ?? '') && rows[0]?.length === 1;
  const cells = (isHeading ? rows.slice(1) : rows).flat().map((cell) => cell.trim());
  const symbols = [...new Set(cells.filter((cell) => cell !== ''))];
  const isList =
    rows.length > 0 && symbols.length > 0 && symbols.every((symbol) => cleanSymbol(symbol) === symbol);
  const hasHeader = (rows[0] ?? []).some((cell) => HEADINGS.includes(cell.trim().toLowerCase()));
  return isList && !hasHeader ? symbols.map((symbol) => ({ symbol })) : undefined;
}

/** A universe as CSV that {@link readUniverseCsv} reads back. */
export function universeCsv(universe: Universe): string {
  const date = (day: number | undefined): string => (day === undefined ? '' : isoFromDay(day));
  return writeCsv(
    ['symbol', 'from', 'to', 'group'],
    universe.map(({ symbol, from, to, group = '' }) => [symbol, date(from), date(to), group]),
  );
}
