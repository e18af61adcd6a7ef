// One file's rows, read by its layout.

import { type BarValue, type Day, faultInBar, isoFromDay, isSaneFactor } from '@plateau/core';
import Papa from 'papaparse';
import { dayFromCell, numberFromCell } from './cells.ts';
import type { Layout, Role } from './layout.ts';
import { CellPlaces, isPlainText } from './plain-cells.ts';
import { cleanSymbol } from './symbol.ts';
import type { Taker } from './taken.ts';

/** Roles of cells that are numbers of a bar, and where a row's numbers stand. */
const NUMBERS = [
  'open',
  'high',
  'low',
  'close',
  'volume',
  'adjusted',
  'factor',
  'split',
  'dividend',
] as const;
const [OPEN, HIGH, LOW, CLOSE, VOLUME, ADJUSTED, FACTOR, SPLIT, DIVIDEND] = [0, 1, 2, 3, 4, 5, 6, 7, 8];

/** Takes the rows of a file in their order, those before its header and the header too. */
export class FileRows {
  readonly #taker: Taker;
  readonly #file: string;
  readonly #layout: Layout;
  readonly #own: string;
  readonly #at: Readonly<Record<'date' | 'symbol' | 'split' | 'dividend', number>>;
  /** the column of each of {@link NUMBERS}; below 0 where there is none */
  readonly #columns: Int32Array;
  readonly #places: CellPlaces;
  /** those of the row that is read: one for all rows, for they are millions */
  readonly #numbers = new Float64Array(NUMBERS.length);
  #symbols: readonly string[] = [];
  #line = 0;

  constructor(taker: Taker, file: string, layout: Layout) {
    this.#taker = taker;
    this.#file = file;
    this.#layout = layout;
    this.#own = layout.shape === 'single' ? taker.symbol(nameOfFile(file), file) : symbolOfFile(file);
    const at = (role: Role): number => layout.roles.indexOf(role);
    this.#at = { date: at('date'), symbol: at('symbol'), split: at('split'), dividend: at('dividend') };
    this.#columns = Int32Array.from(NUMBERS, at);
    this.#places = new CellPlaces(layout.roles.length);
  }

  /**
   * Whole rows of CSV text. Bars whose cells are as plain as nearly all are, are read where they stand; any other row is cut into
   * its cells.
   */
  text(text: string, separator: string): void {
    if (!isPlainText(text) || separator.length !== 1) return this.#cut(text, separator);
    const { shape, skip, header } = this.#layout;
    const isBars = shape === 'single' || shape === 'long';
    const before = skip + (header ? 1 : 0);
    const mark = separator.charCodeAt(0);
    const lineEnd = text.includes('\r') ? 2 : 1;
    for (let from = 0; from < text.length; ) {
      const feed = text.indexOf('\n', from);
      const end = feed < 0 ? text.length : feed + 1 - lineEnd;
      if (isBars && this.#line >= before && this.#plainBar(text, from, end, mark)) this.#line++;
      else this.row(text.slice(from, end).split(separator));
      from = feed < 0 ? text.length : feed + 1;
    }
  }

  #cut(text: string, delimiter: string): void {
    const { data } = Papa.parse<string[]>(text, { delimiter });
    // The end of the last row is not the beginning of another.
    if (data.at(-1)?.join() === '') data.pop();
    for (const row of data) this.row(row);
  }

  /** A row's cells. */
  row(row: readonly string[]): void {
    const line = ++this.#line;
    const { skip, header, shape, dates } = this.#layout;
    if (line <= skip) return;
    if (header && line === skip + 1) {
      const isNamed = (k: number): boolean => shape === 'wide' && this.#layout.roles[k] === 'close';
      this.#symbols = row.map((name, k) => (isNamed(k) ? this.#taker.symbol(name, this.#file, line) : ''));
      return;
    }
    if (row.every((cell) => cell.trim() === '')) return;
    this.#taker.read();
    const cell = row[this.#at.date] ?? '';
    const day = dayFromCell(cell, dates);
    const named = shape === 'long' || (shape === 'events' && this.#at.symbol >= 0);
    const symbol = named ? this.#taker.symbol(row[this.#at.symbol] ?? '', this.#file, line) : this.#own;
    if (day === undefined) return this.#refuse(line, symbol, `“${cell.slice(0, 40)}” is no date`);
    if (shape === 'wide') this.#wideRow(row, line, day);
    else if (symbol === '') this.#refuse(line, '', 'the symbol is missing');
    else if (shape === 'events') this.#eventRow(row, line, day, symbol);
    else {
      this.#columns.forEach((column, k) => {
        if (column >= 0) this.#numbers[k] = this.#number(row[column] ?? '', k);
      });
      this.#bar(line, day, symbol);
    }
  }

  /** Reads a bar where it stands. @returns false where a cell is not plain, and nothing was read */
  #plainBar(text: string, from: number, end: number, separator: number): boolean {
    const [places, at, columns] = [this.#places, this.#at, this.#columns];
    const decimal = this.#layout.decimal.charCodeAt(0);
    places.find(text, from, end, separator);
    for (let k = 0; k < columns.length; k++) {
      const column = columns[k] as number;
      if (column < 0) continue;
      const value = places.number(text, column, decimal);
      if (Number.isNaN(value)) return false;
      this.#numbers[k] = value;
    }
    const isLong = this.#layout.shape === 'long';
    const day = dayFromCell(places.text(text, at.date), this.#layout.dates);
    if (day === undefined) return false;
    const line = this.#line + 1;
    const symbol = isLong ? this.#taker.symbol(places.text(text, at.symbol), this.#file, line) : this.#own;
    if (symbol === '') return false;
    this.#taker.read();
    this.#bar(line, day, symbol);
    return true;
  }

  #number(text: string, which: number): number {
    const { decimal } = this.#layout;
    return which === SPLIT ? splitFromCell(text, decimal) : numberFromCell(text, decimal);
  }

  #wideRow(row: readonly string[], line: number, day: Day): void {
    this.#layout.roles.forEach((role, k) => {
      if (role !== 'close') return;
      const text = row[k] ?? '';
      if (text.trim() === '') return; // an instrument without a bar that day
      const symbol = this.#symbols[k] || `${this.#own}-${k}`;
      const value = numberFromCell(text, this.#layout.decimal);
      this.#take(line, day, symbol, { open: value, high: value, low: value, close: value, volume: 0 });
    });
  }

  #eventRow(row: readonly string[], line: number, day: Day, symbol: string): void {
    const number = (role: 'split' | 'dividend', none: number): number => {
      const text = row[this.#at[role]] ?? '';
      return text.trim() === '' ? none : splitFromCell(text, this.#layout.decimal);
    };
    const split = number('split', 1);
    const dividend = number('dividend', 0);
    const fault = faultInEvents(split, dividend);
    if (fault) return this.#refuse(line, symbol, `${isoFromDay(day)}: ${fault}`);
    this.#taker.event({ symbol, day, split, dividend });
  }

  /** The bar of the numbers that were read. */
  #bar(line: number, day: Day, symbol: string): void {
    const close = this.#read(CLOSE, Number.NaN);
    const open = this.#read(OPEN, close);
    const high = this.#read(HIGH, Math.max(open, close));
    const low = this.#read(LOW, Math.min(open, close));
    // Without an adjusted close its own stands for it, and nothing is scaled.
    const adjusted = this.#read(ADJUSTED, close) / close;
    const factor = this.#read(FACTOR, adjusted);
    const volume = this.#read(VOLUME, 0) || 0;
    // A split of 0 is how some files write none.
    const split = this.#read(SPLIT, 1) || 1;
    const dividend = this.#read(DIVIDEND, 0) || 0;
    const unsound = faultInEvents(split, dividend);
    if (unsound) return this.#refuse(line, symbol, `${isoFromDay(day)}: ${unsound}`);
    this.#take(line, day, symbol, { open, high, low, close, volume }, adjusted, factor, split, dividend);
  }

  /** @param otherwise where the layout has none of it */
  #read(which: number, otherwise: number): number {
    return (this.#columns[which] as number) < 0 ? otherwise : (this.#numbers[which] as number);
  }

  #take(
    line: number,
    day: Day,
    symbol: string,
    bar: Readonly<Record<BarValue, number>>,
    scale = 1,
    factor = 1,
    split = 1,
    dividend = 0,
  ): void {
    const { open, high, low, close, volume } = bar;
    const fault = faultInBar(open, high, low, close, volume);
    if (fault) return this.#refuse(line, symbol, `${isoFromDay(day)}: ${fault}`);
    if (!(isSaneFactor(scale) && isSaneFactor(factor))) {
      return this.#refuse(
        line,
        symbol,
        `${isoFromDay(day)}: the adjusted close or factor is missing, zero, negative or beyond any split’s`,
      );
    }
    this.#taker.take(symbol, day, line, {
      open: open * scale,
      high: high * scale,
      low: low * scale,
      close: close * scale,
      volume: volume / scale,
      factor,
      split,
      dividend,
    });
  }

  #refuse(line: number, symbol: string, message: string): void {
    this.#taker.note({ file: this.#file, line, symbol, kind: 'refused', message });
  }
}

/** Shares after a split for each before it lie within this and its inverse. */
const LARGEST_SPLIT = 1e6;

/** What is wrong with a split or dividend; undefined when they can be. */
function faultInEvents(split: number, dividend: number): string | undefined {
  if (!(split >= 1 / LARGEST_SPLIT && split <= LARGEST_SPLIT)) return `the split ${split} is none`;
  if (!(dividend >= 0 && dividend < Infinity)) return `the dividend ${dividend} is none`;
  return undefined;
}

/** A number, or new for old shares as “2:1”, “2/1” or “2 for 1”. */
function splitFromCell(text: string, decimal: '.' | ','): number {
  const parts = text.split(/:|\/| for /i).map((part) => numberFromCell(part, decimal));
  const [fresh = Number.NaN, old = 1] = parts;
  return parts.length > 2 ? Number.NaN : fresh / old;
}

/** A file's name without folder and endings. */
function nameOfFile(path: string): string {
  const name = path.split(/[\\/]/).at(-1) ?? '';
  return name.replace(/\.gz$/i, '').replace(/\.(csv|tsv|txt|xlsx|parquet)$/i, '');
}

/** The symbol of a file with one instrument. */
export const symbolOfFile = (path: string): string => cleanSymbol(nameOfFile(path));
