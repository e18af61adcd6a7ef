// Rows to bars: sorted, checked, adjusted, with an account of what was read, changed and refused.

import { at, type Bars, barsWithout, type Day, faultsInBars, GrowingRows, isoFromDay } from '@plateau/core';
import { LIMITS, told } from '../limits.ts';
import { FileRows } from './file-rows.ts';
import type { Layout } from './layout.ts';
import { cleanSymbol } from './symbol.ts';
import type { Field, RowNote, ShareEvent, Taker, Values } from './taken.ts';

export interface Collected {
  readonly bars: ReadonlyMap<string, Bars>;
  /** of a list of splits or dividends, those of instruments that the batch has no bars of */
  readonly events: readonly ShareEvent[];
  readonly rows: number;
  readonly refused: number;
  /** at most {@link MOST_NOTES}; `refused` counts all */
  readonly notes: readonly RowNote[];
}

/** Notes kept of one import; a file of a million bad rows needs no million of them. */
const MOST_NOTES = 5000;

/** Room that an instrument begins with: a table may hold thousands of instruments with a row or two each. */
const FIRST_ROOM = 8;

const NO_NUMBERS = new Float64Array(0);

/** One instrument's rows as they come; `file` is the number of the file that each came from. */
const newRows = () =>
  new GrowingRows(
    {
      day: new Int32Array(0),
      line: new Int32Array(0),
      file: new Int32Array(0),
      open: NO_NUMBERS,
      high: NO_NUMBERS,
      low: NO_NUMBERS,
      close: NO_NUMBERS,
      volume: NO_NUMBERS,
      factor: NO_NUMBERS,
      split: NO_NUMBERS,
      dividend: NO_NUMBERS,
    },
    FIRST_ROOM,
  );
type Rows = ReturnType<typeof newRows>;

/** What one file held, read by itself: {@link Collector.add} puts it to what other files held. */
export interface FilePart {
  readonly file: string;
  /** names of instruments as they are written, with the line of each, in the order met */
  readonly names: readonly { readonly written: string; readonly line?: number }[];
  readonly instruments: readonly { readonly symbol: string; readonly rows: Rows['columns'] }[];
  readonly events: readonly ShareEvent[];
  readonly rows: number;
  readonly refused: number;
  readonly notes: readonly RowNote[];
}

/** Takes the rows of a batch of files; {@link finish} gives the bars. */
export class Collector implements Taker {
  readonly #instruments = new Map<string, Rows>();
  readonly #files: string[] = [];
  readonly #notes: RowNote[] = [];
  readonly #events: ShareEvent[] = [];
  /** the symbol of each name that was met, and the first name of each symbol */
  readonly #names = new Map<string, string>();
  readonly #written = new Map<string, string>();
  readonly #met: { readonly written: string; readonly line?: number }[] = [];
  #rows = 0;
  #refused = 0;

  /** The rows of a file. One with a single instrument is called by its name. */
  file(file: string, layout: Layout): FileRows {
    this.#files.push(file);
    return new FileRows(this, file, layout);
  }

  /** What a file held that was read elsewhere. @throws as {@link take} */
  add({ file, names, instruments, events, rows, refused, notes }: FilePart): void {
    this.#files.push(file);
    for (const { written, line } of names) this.symbol(written, file, line);
    for (const { symbol, rows: columns } of instruments) {
      const its = this.#rowsOf(symbol, at(columns.line, 0));
      its.append({ ...columns, file: columns.file.fill(this.#files.length - 1) });
    }
    for (const event of events) this.#events.push(event);
    this.#rows += rows;
    this.#refused += refused;
    this.#notes.push(...notes.slice(0, MOST_NOTES - this.#notes.length));
  }

  /** What was read of the one file that was begun, for another collector to {@link add}. */
  part(): FilePart {
    return {
      file: this.#files[0] ?? '',
      names: this.#met,
      instruments: [...this.#instruments].map(([symbol, rows]) => ({ symbol, rows: rows.done() })),
      events: this.#events,
      rows: this.#rows,
      refused: this.#refused,
      // What is said of names is said by the one who knows them all.
      notes: this.#notes.filter(({ kind }) => kind === 'refused'),
    };
  }

  /** A name as it is written, as the symbol that rules can name; told when it is another, or another's too. */
  symbol(written: string, file: string, line?: number): string {
    const known = this.#names.get(written);
    if (known !== undefined) return known;
    const symbol = cleanSymbol(written);
    this.#names.set(written, symbol);
    this.#met.push({ written, ...(line !== undefined && { line }) });
    const first = this.#written.get(symbol);
    if (first === undefined) this.#written.set(symbol, written.trim());
    const at = { file, ...(line !== undefined && { line }), symbol, kind: 'changed' as const };
    if (symbol !== '' && first !== undefined && first !== written.trim()) {
      this.note({
        ...at,
        message: `“${first}” and “${written.trim()}” are both ${symbol} here: one instrument`,
      });
    } else if (symbol !== '' && symbol !== written.trim()) {
      this.note({ ...at, message: `“${written.trim()}” is called ${symbol} here` });
    }
    return symbol;
  }

  /** A bar of the file that was begun last. @throws with a sentence when there are more instruments than any market has */
  take(symbol: string, day: Day, line: number, values: Values): void {
    const rows = this.#rowsOf(symbol, line);
    const row = rows.add();
    const { columns } = rows;
    columns.day[row] = day;
    columns.line[row] = line;
    columns.file[row] = this.#files.length - 1;
    columns.open[row] = values.open;
    columns.high[row] = values.high;
    columns.low[row] = values.low;
    columns.close[row] = values.close;
    columns.volume[row] = values.volume;
    columns.factor[row] = values.factor;
    columns.split[row] = values.split;
    columns.dividend[row] = values.dividend;
  }

  #rowsOf(symbol: string, line: number): Rows {
    const known = this.#instruments.get(symbol);
    if (known) return known;
    if (this.#instruments.size === LIMITS.symbols) {
      throw new Error(
        `${this.#files.at(-1)}, line ${line}: over ${told(LIMITS.symbols)} instruments in one import. Is the symbol’s column right?`,
      );
    }
    const rows = newRows();
    this.#instruments.set(symbol, rows);
    return rows;
  }

  event(event: ShareEvent): void {
    this.#events.push(event);
  }

  read(): void {
    this.#rows++;
  }

  note(note: RowNote): void {
    if (note.kind === 'refused') this.#refused++;
    if (this.#notes.length < MOST_NOTES) this.#notes.push(note);
  }

  /** Sorted by day, the last of several rows of one day kept, adjusted for splits. Instruments without a bar are left out. */
  finish(): Collected {
    const bars = new Map<string, Bars>();
    const left = this.#events.filter((event) => !this.#laidOn(event));
    for (const [symbol, rows] of [...this.#instruments].sort(([a], [b]) => (a < b ? -1 : 1))) {
      const made = this.#barsOf(symbol, rows);
      if (made.day.length > 0) bars.set(symbol, made);
    }
    return { bars, events: left, rows: this.#rows, refused: this.#refused, notes: this.#notes };
  }

  /** Puts an event on the first bar of its day or later; false where the batch has none of its instrument. */
  #laidOn({ symbol, day, split, dividend }: ShareEvent): boolean {
    const rows = this.#instruments.get(symbol);
    if (!rows) return false;
    let best = -1;
    const { columns } = rows;
    for (let k = 0; k < rows.length; k++) {
      const its = at(columns.day, k);
      if (its >= day && (best < 0 || its <= at(columns.day, best))) best = k;
    }
    if (best >= 0) {
      columns.split[best] = at(columns.split, best) * split;
      columns.dividend[best] = at(columns.dividend, best) + dividend;
    }
    return true;
  }

  #barsOf(symbol: string, rows: Rows): Bars {
    const order = Int32Array.from({ length: rows.length }, (_x, k) => k);
    const days = rows.columns.day;
    const day = (k: number): number => at(days, k);
    if (order.every((k) => k === 0 || day(k) > day(k - 1))) return this.#adjusted(symbol, rows, order);
    order.sort((a, b) => day(a) - day(b) || a - b);
    const kept = order.filter((k, n) => n + 1 === order.length || day(at(order, n + 1)) !== day(k));
    const doubles = order.length - kept.length;
    const said =
      doubles > 0 ? `sorted by day; ${doubles} rows repeated a day, the last of each kept` : 'sorted by day';
    this.note({ file: '', symbol, kind: 'changed', message: said });
    return this.#adjusted(symbol, rows, kept);
  }

  /** Splits multiply later prices' scale onto earlier ones; a factor or adjusted close has been read with its row. */
  #adjusted(symbol: string, rows: Rows, order: Int32Array): Bars {
    const { columns } = rows;
    const n = order.length;
    const cell = (field: Field, k: number): number => at(columns[field], at(order, k));
    const scale = new Float64Array(n);
    let later = 1;
    let splits = 0;
    let dividends = 0;
    for (let k = n - 1; k >= 0; k--) {
      scale[k] = later;
      const split = cell('split', k);
      if (split !== 1) {
        later /= split;
        splits++;
      }
      const dividend = cell('dividend', k);
      const before = k > 0 ? cell('close', k - 1) : Number.NaN;
      if (dividend > 0 && dividend >= before) {
        this.#refuse(
          rows,
          order[k],
          symbol,
          `the dividend ${dividend} is not below the close before, ${before}: left out`,
        );
      } else if (dividend > 0 && k > 0) {
        later *= 1 - dividend / before;
        dividends++;
      }
    }
    if (splits + dividends > 0) {
      const message = `adjusted for ${splits} splits and ${dividends} dividends`;
      this.note({ file: '', symbol, kind: 'changed', message });
    }
    // Rows that come in order and need no scale, as most do, are taken as they stand.
    const isPlain = splits + dividends === 0 && order.every((row, k) => row === k);
    const column = (field: Field): Float64Array =>
      isPlain ? columns[field].slice(0, n) : scale.map((by, k) => cell(field, k) * by);
    const bars: Bars = {
      day: isPlain ? columns.day.slice(0, n) : order.map((row) => at(columns.day, row)),
      open: column('open'),
      high: column('high'),
      low: column('low'),
      close: column('close'),
      volume: isPlain ? column('volume') : scale.map((by, k) => cell('volume', k) * (1 / by)),
    };
    const factor = column('factor');
    const made = factor.every((x) => x === 1) ? bars : { ...bars, factor };
    return this.#sound(symbol, rows, order, made);
  }

  /** The bars that are still sound once they are adjusted; the others are refused by their lines. */
  #sound(symbol: string, rows: Rows, order: Int32Array, bars: Bars): Bars {
    const faults = faultsInBars(bars);
    for (const { place, message } of faults) {
      const day = isoFromDay(at(bars.day, place));
      this.#refuse(rows, order[place], symbol, `${day}, once adjusted: ${message}`);
    }
    return barsWithout(bars, new Set(faults.map(({ place }) => place)));
  }

  /** Refuses what stands in one of an instrument's rows. */
  #refuse(rows: Rows, row: number | undefined, symbol: string, message: string): void {
    const file = this.#files[rows.columns.file[row ?? -1] ?? -1] ?? '';
    const line = row === undefined ? undefined : rows.columns.line[row];
    this.note({ file, ...(line !== undefined && { line }), symbol, kind: 'refused', message });
  }
}
