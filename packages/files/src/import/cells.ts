// Cells of text as dates and numbers, in the notations that files come in.

import { type Day, dayFromCivil, dayFromIso, isoFromDay } from '@plateau/core';

/** The order of a date's parts; `serial` counts days as spreadsheets do, `seconds` since 1970. */
export const DATE_ORDERS = ['ymd', 'dmy', 'mdy', 'serial', 'seconds'] as const;
export type DateOrder = (typeof DATE_ORDERS)[number];

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const [POINT, ZERO, NINE] = [0x2e, 0x30, 0x39];
/** Day 1 of spreadsheets is 1900-01-01, with a February 29 that year never had. */
const SERIAL_TO_DAY = 25_569;

/** Days of cells that were read before, by order: thousands of files name the same ones. */
const known = new Map<DateOrder, Map<string, Day | undefined>>();
const MOST_KNOWN = 20_000;

/** A day from a cell; undefined when the cell is none in this order. A time of day after the date is passed over. */
export function dayFromCell(cell: string, order: DateOrder): Day | undefined {
  const days = known.get(order) ?? new Map<string, Day | undefined>();
  known.set(order, days);
  const before = days.get(cell);
  if (before !== undefined) return before;
  const day = readDay(cell.trim(), order);
  if (days.size >= MOST_KNOWN) days.clear();
  days.set(cell, day);
  return day;
}

function readDay(text: string, order: DateOrder): Day | undefined {
  if (order === 'serial' || order === 'seconds') {
    if (!/^\d+(\.\d+)?$/.test(text)) return undefined;
    const value = Number(text);
    const day =
      order === 'serial'
        ? Math.floor(value) - SERIAL_TO_DAY
        : Math.floor(value / (value > 1e11 ? 86_400_000 : 86_400));
    return day > -150_000 && day < 100_000 ? day : undefined;
  }
  const compact = /^(\d{4})(\d{2})(\d{2})$/.exec(text);
  const parts = compact?.slice(1) ?? /^(\w+)[-/. ,]+(\w+)[-/. ,]+(\w+)(?:[T ,].*)?$/.exec(text)?.slice(1);
  if (!parts) return undefined;
  const [a = '', b = '', c = ''] = parts;
  const yearFirst = compact !== null || a.length === 4;
  const [year, month, date] =
    yearFirst || order === 'ymd' ? [a, b, c] : order === 'dmy' ? [c, b, a] : [c, a, b];
  return civil(year, month, date);
}

function civil(year: string, month: string, date: string): Day | undefined {
  // “5 Mar 2020” and “Mar 5 2020” say themselves which part is the month.
  const named = MONTHS.indexOf((/[a-z]/i.test(date) ? date : month).slice(0, 3).toLowerCase());
  const m = named >= 0 ? named + 1 : Number(month);
  const d = Number(named >= 0 && /[a-z]/i.test(date) ? month : date);
  const short = /^\d\d$/.test(year);
  const y = short ? Number(year) + (Number(year) < 70 ? 2000 : 1900) : Number(year);
  if (!Number.isInteger(y) || !Number.isInteger(m) || !Number.isInteger(d) || y < 1000 || y > 9999) {
    return undefined;
  }
  const day = dayFromCivil(y, m, d);
  return m >= 1 && m <= 12 && d >= 1 && dayFromIso(isoFromDay(day)) === day && civilMatches(day, m, d)
    ? day
    : undefined;
}

function civilMatches(day: Day, month: number, date: number): boolean {
  const iso = isoFromDay(day);
  return Number(iso.slice(5, 7)) === month && Number(iso.slice(8, 10)) === date;
}

/** The order in which most of the cells are dates; with equal claims the earlier in {@link DATE_ORDERS}. */
export function guessDateOrder(cells: readonly string[]): { order: DateOrder; share: number } {
  let best: { order: DateOrder; share: number } = { order: 'ymd', share: 0 };
  for (const order of DATE_ORDERS) {
    const days = cells.map((cell) => dayFromCell(cell, order));
    const share = days.filter((day) => day !== undefined).length / Math.max(1, cells.length);
    if (share > best.share) best = { order, share };
  }
  return best;
}

/** A number from a cell, NaN when it is none. @param decimal the mark before the decimals; the other groups thousands */
export function numberFromCell(cell: string, decimal: '.' | ','): number {
  if (decimal === '.' && isPlain(cell)) return Number(cell);
  const text = cell.trim().replace(/^[$€£]|[%]$|\u00a0| /g, '');
  if (text === '') return Number.NaN;
  const plain = decimal === ',' ? text.replace(/\./g, '').replace(',', '.') : text.replace(/,/g, '');
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(plain) ? Number(plain) : Number.NaN;
}

/** Digits with a point among them at most: what nearly every cell is, and needs no closer look. */
function isPlain(cell: string): boolean {
  let points = 0;
  for (let i = 0; i < cell.length; i++) {
    const c = cell.charCodeAt(i);
    if (c === POINT) points++;
    else if (c < ZERO || c > NINE) return false;
  }
  return points <= 1 && cell.length > points;
}

/** Whether numbers in these cells write their decimals after a comma. */
export function guessDecimal(cells: readonly string[]): '.' | ',' {
  let commas = 0;
  let points = 0;
  for (const cell of cells) {
    const text = cell.trim();
    // “1,234” and “1.234” may be either, and say nothing.
    if (/^\d{1,3}[.,]\d{3}$/.test(text)) continue;
    if (/^\d{1,3}(\.\d{3})*,\d+$|^\d+,\d+$/.test(text)) commas++;
    else if (/^\d+(,\d{3})*\.\d+$/.test(text)) points++;
  }
  return commas > points ? ',' : '.';
}
