// A trader's own fills, holdings and dated events as CSV. A bad row is named and left aside; the others come in.

import { dayFromIso, isoFromDay, type OwnEvent, type OwnFill, type OwnHolding } from '@plateau/core';
import { csvRows } from './csv-rows.ts';
import { dayFromCell, guessDateOrder, guessDecimal, numberFromCell } from './import/cells.ts';
import { faultInText } from './import/row-scanner.ts';
import { cleanSymbol } from './import/symbol.ts';
import { LIMITS, told } from './limits.ts';
import type { FileProblem, Result } from './problem.ts';
import { writeCsv } from './write-csv.ts';

/** What came in, and the rows that did not. */
export interface OwnRows<T> {
  readonly rows: readonly T[];
  readonly problems: readonly FileProblem[];
}

/** Other headings under which brokers write the same. */
const HEADINGS: Readonly<Record<string, readonly string[]>> = {
  date: ['date', 'day', 'trade date', 'entry date', 'opened', 'executed'],
  symbol: ['symbol', 'ticker', 'instrument'],
  side: ['side', 'action', 'type', 'buy/sell', 'direction'],
  shares: ['shares', 'quantity', 'qty', 'amount of shares', 'units'],
  price: ['price', 'fill price', 'entry price', 'average price'],
  costs: ['costs', 'cost', 'commission', 'commissions', 'fee', 'fees'],
  what: ['what', 'event', 'kind', 'name'],
};

type Column = 'date' | 'symbol' | 'side' | 'shares' | 'price' | 'costs' | 'what';

/** The columns in the order in which they are written, and read where there is no header. */
const FILLS: readonly Column[] = ['date', 'symbol', 'side', 'shares', 'price', 'costs'];
const HOLDINGS: readonly Column[] = ['symbol', 'side', 'shares', 'date', 'price'];
const EVENTS: readonly Column[] = ['date', 'symbol', 'what'];

const ACTIONS: Readonly<Record<string, OwnFill['action']>> = {
  buy: 'buy',
  bought: 'buy',
  b: 'buy',
  cover: 'buy',
  'buy to cover': 'buy',
  'buy to open': 'buy',
  'buy to close': 'buy',
  sell: 'sell',
  sold: 'sell',
  s: 'sell',
  short: 'sell',
  'sell short': 'sell',
  'short sell': 'sell',
  'sell to open': 'sell',
  'sell to close': 'sell',
};

/** A table's rows by the names of its columns. */
interface Sheet {
  readonly columns: ReadonlyMap<Column, number>;
  readonly rows: readonly (readonly string[])[];
  /** the line of the first of them */
  readonly firstLine: number;
  readonly day: (cell: string) => number | undefined;
  readonly number: (cell: string) => number;
}

/** @param order the columns of a table without a header, as the field that is typed into shows them */
function sheetOf(
  text: string,
  file: string,
  needed: readonly Column[],
  order: readonly Column[],
): Result<Sheet> {
  const refuse = (message: string, line?: number): Result<Sheet> => ({
    ok: false,
    problems: [{ file, ...(line !== undefined && { line }), message }],
  });
  const fault = faultInText(text, text.slice(0, 2000).includes(';') ? ';' : ',');
  if (fault) return refuse(fault.message, fault.line);
  const all = [...csvRows(text)];
  const hasHeader = isHeader(all[0] ?? []);
  const [header, rows] = hasHeader ? [all[0] ?? [], all.slice(1)] : [order, all];
  if (rows.length > LIMITS.members) {
    return refuse(`at most ${told(LIMITS.members)} rows are read; this file has ${told(rows.length)}`);
  }
  const names = header.map((name) => name.trim().toLowerCase());
  const columns = new Map<Column, number>();
  for (const column of Object.keys(HEADINGS) as Column[]) {
    const place = names.findIndex((name) => HEADINGS[column]?.includes(name));
    if (place >= 0) columns.set(column, place);
  }
  const lacking = needed.filter((column) => !columns.has(column));
  if (lacking.length > 0) {
    return refuse(`the header lacks ${lacking.join(', ')}; it reads “${header.join(', ').slice(0, 80)}”`, 1);
  }
  const cells = (column: Column): string[] => rows.map((row) => row[columns.get(column) ?? -1]?.trim() ?? '');
  const { order: dates } = guessDateOrder(cells('date').filter((cell) => cell !== ''));
  const decimal = guessDecimal([...cells('price'), ...cells('shares'), ...cells('costs')]);
  return {
    ok: true,
    value: {
      columns,
      rows,
      firstLine: hasHeader ? 2 : 1,
      day: (cell) => dayFromIso(cell) ?? dayFromCell(cell, dates),
      number: (cell) => numberFromCell(cell, decimal),
    },
  };
}

/** Whether a row names columns: one of its cells is a heading. A row of values holds none. */
const isHeader = (cells: readonly string[]): boolean =>
  cells.some((cell) =>
    Object.values(HEADINGS).some((headings) => headings.includes(cell.trim().toLowerCase())),
  ) || cells.every((cell) => !/\d/.test(cell));

/** A fault of one row, thrown to leave it aside. */
class BadRow extends Error {}

class Row {
  readonly #sheet: Sheet;
  readonly #cells: readonly string[];

  constructor(sheet: Sheet, cells: readonly string[]) {
    this.#sheet = sheet;
    this.#cells = cells;
  }

  text(column: Column): string {
    return this.#cells[this.#sheet.columns.get(column) ?? -1]?.trim() ?? '';
  }

  symbol(): string {
    const symbol = cleanSymbol(this.text('symbol'));
    if (symbol === undefined || symbol === '')
      throw new BadRow(`“${this.text('symbol').slice(0, 40)}” is no symbol`);
    return symbol;
  }

  day(): number {
    const day = this.#sheet.day(this.text('date'));
    if (day === undefined)
      throw new BadRow(`“${this.text('date').slice(0, 40)}” is no date; write YYYY-MM-DD`);
    return day;
  }

  /** @param what for the message, as “a price” */
  number(column: Column, what: string): number {
    const text = this.text(column);
    if (text.includes('%')) {
      throw new BadRow(`“${text.slice(0, 40)}” is a percentage; ${what} is an amount, as 12.50`);
    }
    const value = this.#sheet.number(text);
    if (Number.isNaN(value)) throw new BadRow(`“${text.slice(0, 40)}” is not ${what}`);
    return value;
  }
}

function rowsOf<T>(
  text: string,
  file: string,
  needed: readonly Column[],
  order: readonly Column[],
  read: (row: Row) => T,
): OwnRows<T> {
  if (text.trim() === '') return { rows: [], problems: [] };
  const sheet = sheetOf(text, file, needed, order);
  if (!sheet.ok) return { rows: [], problems: sheet.problems };
  const rows: T[] = [];
  const problems: FileProblem[] = [];
  for (const [k, cells] of sheet.value.rows.entries()) {
    if (cells.every((cell) => cell.trim() === '')) continue;
    try {
      rows.push(read(new Row(sheet.value, cells)));
    } catch (error) {
      if (!(error instanceof BadRow)) throw error;
      problems.push({ file, line: k + sheet.value.firstLine, message: error.message });
    }
  }
  return { rows, problems };
}

const above0 = (value: number, what: string): number => {
  if (!(value > 0)) throw new BadRow(`${what} must be above 0`);
  return value;
};

/** date, symbol, side (buy or sell), shares, price and perhaps costs; shares below 0 are sold. Oldest first. */
export function readFillsCsv(text: string, file: string): OwnRows<OwnFill> {
  const { rows, problems } = rowsOf(
    text,
    file,
    ['date', 'symbol', 'shares', 'price'],
    FILLS,
    (row): OwnFill => {
      const shares = row.number('shares', 'a number of shares');
      const side = row.text('side').toLowerCase();
      const action = side === '' ? (shares < 0 ? 'sell' : 'buy') : ACTIONS[side];
      if (!action) throw new BadRow(`“${side.slice(0, 40)}” is neither buy nor sell`);
      const costs = row.text('costs') === '' ? 0 : Math.abs(row.number('costs', 'what it cost'));
      return {
        day: row.day(),
        symbol: row.symbol(),
        action,
        shares: above0(Math.abs(shares), 'the number of shares'),
        price: above0(row.number('price', 'a price'), 'the price'),
        costs,
      };
    },
  );
  // Fills of one day keep the order in which they stand.
  return { rows: [...rows].sort((a, b) => a.day - b.day), problems };
}

/** symbol and shares, and perhaps side (long or short), date and price of the entry; shares below 0 are short. */
export function readHoldingsCsv(text: string, file: string): OwnRows<OwnHolding> {
  return rowsOf(text, file, ['symbol', 'shares'], HOLDINGS, (row): OwnHolding => {
    const shares = row.number('shares', 'a number of shares');
    const side = row.text('side').toLowerCase();
    if (!['', 'long', 'short'].includes(side))
      throw new BadRow(`“${side.slice(0, 40)}” is neither long nor short`);
    return {
      symbol: row.symbol(),
      side: side === 'short' || shares < 0 ? 'short' : 'long',
      shares: above0(Math.abs(shares), 'the number of shares'),
      ...(row.text('date') !== '' && { day: row.day() }),
      ...(row.text('price') !== '' && { price: above0(row.number('price', 'a price'), 'the price') }),
    };
  });
}

/** date, symbol, what. */
export function readEventsCsv(text: string, file: string): OwnRows<OwnEvent> {
  return rowsOf(text, file, ['date', 'symbol'], EVENTS, (row) => ({
    day: row.day(),
    symbol: row.symbol(),
    what: row.text('what').slice(0, 200) || 'event',
  }));
}

/** Fills as CSV that {@link readFillsCsv} reads back. */
export function fillsCsv(fills: readonly OwnFill[]): string {
  return writeCsv(
    FILLS,
    fills.map(({ day, symbol, action, shares, price, costs }) => [
      isoFromDay(day),
      symbol,
      action,
      shares,
      price,
      costs,
    ]),
  );
}

/** Holdings as CSV that {@link readHoldingsCsv} reads back. */
export function holdingsCsv(holdings: readonly OwnHolding[]): string {
  return writeCsv(
    HOLDINGS,
    holdings.map(({ symbol, side, shares, day, price }) => [
      symbol,
      side,
      shares,
      day === undefined ? '' : isoFromDay(day),
      price ?? '',
    ]),
  );
}

/** Events as CSV that {@link readEventsCsv} reads back. */
export function eventsCsv(events: readonly OwnEvent[]): string {
  return writeCsv(
    EVENTS,
    events.map(({ day, symbol, what }) => [isoFromDay(day), symbol, what]),
  );
}
