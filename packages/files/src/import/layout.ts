// How a table of bars is laid out: guessed from its first rows, changed by the user, remembered by its shape.

import { type DateOrder, guessDateOrder, guessDecimal, numberFromCell } from './cells.ts';

/** What a column holds. A `price` alone is a gauge, a rate, or a fund's value: one number a day. */
export const ROLES = [
  'date',
  'symbol',
  'open',
  'high',
  'low',
  'close',
  'volume',
  'adjusted',
  'factor',
  'split',
  'dividend',
  'ignore',
] as const;
export type Role = (typeof ROLES)[number];

export interface Layout {
  /**
   * one instrument a file, one row an instrument and day, one column an instrument, or no bars but splits and dividends
   * by symbol and day
   */
  readonly shape: 'single' | 'long' | 'wide' | 'events';
  readonly header: boolean;
  /** rows before the header or the first row of data */
  readonly skip: number;
  readonly dates: DateOrder;
  readonly decimal: '.' | ',';
  /** the mark between cells of a text file; guessed where left out */
  readonly separator?: string;
  /** the sheet of a workbook; its first where left out */
  readonly sheet?: string;
  /** a role a column; in a wide table every column but the date is an instrument unless ignored */
  readonly roles: readonly Role[];
}

/** A map, for a header may bear any name, `constructor` too. */
const NAMES = new Map<string, Role>(
  Object.entries({
    date: 'date',
    day: 'date',
    time: 'date',
    timestamp: 'date',
    datum: 'date',
    datetime: 'date',
    symbol: 'symbol',
    ticker: 'symbol',
    instrument: 'symbol',
    code: 'symbol',
    open: 'open',
    o: 'open',
    high: 'high',
    h: 'high',
    max: 'high',
    low: 'low',
    l: 'low',
    min: 'low',
    close: 'close',
    c: 'close',
    last: 'close',
    price: 'close',
    value: 'close',
    rate: 'close',
    volume: 'volume',
    vol: 'volume',
    v: 'volume',
    adjclose: 'adjusted',
    adjustedclose: 'adjusted',
    adj: 'adjusted',
    factor: 'factor',
    split: 'split',
    splits: 'split',
    stocksplits: 'split',
    splitfactor: 'split',
    splitratio: 'split',
    dividend: 'dividend',
    exdate: 'date',
    dividends: 'dividend',
  } as const),
);

const roleOf = (name: string): Role | undefined => NAMES.get(name.toLowerCase().replace(/[^a-z]/g, ''));

/** The likeliest layout of a table's first rows. */
export function guessLayout(rows: readonly (readonly string[])[]): Layout {
  const skip = linesBeforeTable(rows);
  const table = rows.slice(skip);
  const first = table[0] ?? [];
  const body = table.slice(1);
  const columns = Math.max(0, ...table.map((row) => row.length));
  const column = (k: number, from = body): string[] =>
    from.map((row) => row[k] ?? '').filter((cell) => cell.trim() !== '');
  const named = first.map(roleOf);
  const header = named.some((role) => role !== undefined) || isHeader(first, body);
  const data = header ? body : table;
  const dateColumn = dateColumnOf(named, columns, (k) => guessDateOrder(column(k, data)).share);
  const dates = guessDateOrder(column(dateColumn, data));
  const decimal = guessDecimal(data.flat());
  const isNumber = (k: number): boolean => {
    const cells = column(k, data);
    return cells.length > 0 && cells.every((cell) => !Number.isNaN(numberFromCell(cell, decimal)));
  };
  const common = { header, skip, dates: dates.order, decimal } as const;
  const numbers = Array.from(named.keys()).filter((k) => k !== dateColumn && isNumber(k));
  const events = named.includes('split') || named.includes('dividend');
  if (header && events && !named.includes('close')) {
    const roles = Array.from({ length: columns }, (_x, k) =>
      k === dateColumn ? 'date' : (named[k] ?? 'ignore'),
    );
    return { ...common, shape: 'events', roles: firstOfEach(roles) };
  }
  const priceNames = named.filter((role) => role && role !== 'date' && role !== 'symbol').length;
  if (header && priceNames === 0 && numbers.length > 0) {
    const one = columns === 2;
    const isOne = new Set(numbers);
    return {
      ...common,
      shape: one ? 'single' : 'wide',
      roles: Array.from({ length: columns }, (_x, k) =>
        k === dateColumn ? 'date' : isOne.has(k) ? 'close' : 'ignore',
      ),
    };
  }
  const roles = header
    ? Array.from({ length: columns }, (_x, k) => (k === dateColumn ? 'date' : (named[k] ?? 'ignore')))
    : rolesByPlace(columns, dateColumn, isNumber);
  return { ...common, shape: roles.includes('symbol') ? 'long' : 'single', roles: firstOfEach(roles) };
}

/** Titles and notes above a table are shorter than it is wide. */
function linesBeforeTable(rows: readonly (readonly string[])[]): number {
  const widths = rows.map((row) => row.filter((cell) => cell.trim() !== '').length);
  const widest = Math.max(0, ...widths);
  const first = widths.findIndex((width) => width >= Math.max(2, Math.ceil(widest / 2)));
  return first < 0 ? 0 : first;
}

/** A first row without a single number or date above rows that have them. */
function isHeader(first: readonly string[], body: readonly (readonly string[])[]): boolean {
  const cells = first.filter((cell) => cell.trim() !== '');
  return (
    body.length > 0 &&
    cells.length > 0 &&
    cells.every((cell) => !/^[\d.,:/ -]+$/.test(cell.trim())) &&
    guessDateOrder(cells).share < 0.5
  );
}

/** Dates stand in one of the first columns, or under a name that says so: others are not looked at. */
const DATES_WITHIN = 30;

function dateColumnOf(
  named: readonly (Role | undefined)[],
  columns: number,
  shareOfDates: (column: number) => number,
): number {
  const byName = named.indexOf('date');
  if (byName >= 0) return byName;
  let best = 0;
  let most = 0;
  for (let k = 0; k < Math.min(columns, DATES_WITHIN); k++) {
    const share = shareOfDates(k);
    if (share > most) [best, most] = [k, share];
  }
  return best;
}

/** Without a header: open, high, low, close, volume in that order, or one value. */
function rolesByPlace(columns: number, dateColumn: number, isNumber: (k: number) => boolean): Role[] {
  const numbers = Array.from({ length: columns }, (_x, k) => k).filter(
    (k) => k !== dateColumn && isNumber(k),
  );
  const places = new Map(numbers.map((k, place) => [k, place]));
  const order: readonly Role[] =
    numbers.length >= 4 ? ['open', 'high', 'low', 'close', 'volume'] : ['close', 'volume'];
  return Array.from({ length: columns }, (_x, k): Role => {
    if (k === dateColumn) return 'date';
    const place = places.get(k);
    if (place !== undefined) return order[place] ?? 'ignore';
    return k < (numbers[0] ?? columns) ? 'symbol' : 'ignore';
  });
}

function firstOfEach(roles: readonly Role[]): Role[] {
  const seen = new Set<Role>();
  return roles.map((role) => {
    if (seen.has(role)) return 'ignore';
    seen.add(role);
    return role;
  });
}

/** Names files of one shape, so that a choice made for one serves the next: its header, or its width without one. */
export function shapeOf(rows: readonly (readonly string[])[], layout: Layout): string {
  const first = rows[layout.skip] ?? [];
  if (!layout.header) return `no header, ${first.length} columns`;
  if (layout.shape === 'wide') return `wide, ${first[layout.roles.indexOf('date')] ?? ''}`;
  return first.join(' | ').toLowerCase();
}

/** Why bars cannot be read with a layout; undefined when they can. */
export function faultInLayout({ shape, roles }: Layout): string | undefined {
  if (!roles.includes('date')) return 'Say which column is the date.';
  const events = roles.includes('split') || roles.includes('dividend');
  if (shape === 'events' && !events) return 'Say which column is the split or the dividend.';
  if (shape !== 'events' && !roles.includes('close')) {
    return shape === 'wide' ? 'No column is an instrument.' : 'Say which column is the close or the value.';
  }
  if (shape === 'long' && !roles.includes('symbol')) return 'Say which column is the symbol.';
  const seen = new Set<Role>();
  for (const role of roles) {
    if (seen.has(role) && role !== 'ignore' && !(shape === 'wide' && role === 'close')) {
      return `Two columns are the ${role}; ignore one.`;
    }
    seen.add(role);
  }
  return undefined;
}
