// Looks over CSV text before it is cut: where rows end, and whether cells, rows and columns are of a size that a table has. An
// open quote, a file of quotes or of line ends would otherwise keep the parser for minutes.

import { LIMITS, told } from '../limits.ts';

/** A fault of the table as a whole: nothing more of it is read. */
export class TableFault extends Error {
  constructor(
    readonly line: number,
    message: string,
  ) {
    super(message);
  }
}

const QUOTE = 0x22;
const LINE_FEED = 0x0a;
const RETURN = 0x0d;

/** Takes text in pieces; gives back, each time, what is complete up to the end of a row. */
export class RowScanner {
  readonly #separator: number;
  #rest = '';
  /** the line that the rest begins on, counted from 1 */
  line = 1;
  #empty = 0;

  /** @param separator the mark between cells */
  constructor(separator: string) {
    this.#separator = separator.charCodeAt(0);
  }

  /** The rows that are complete with this piece. @throws {TableFault} */
  rows(piece: string): string {
    const text = this.#rest + piece;
    const end = text.includes('"') ? this.#scanQuoted(text) : this.#scanPlain(text);
    this.#rest = text.slice(end);
    return text.slice(0, end);
  }

  /** What is left when no more comes: the last row, without a line end. */
  last(): string {
    const rest = this.#rest;
    this.#rest = '';
    return rest;
  }

  /** Text without a quote: rows end where lines do. Lone returns end lines too, as in files of old. */
  #scanPlain(text: string): number {
    const mark = text.includes('\n') ? '\n' : '\r';
    let from = 0;
    for (;;) {
      const end = text.indexOf(mark, from);
      if (end < 0) break;
      // A return at the very end may be the first half of a line end.
      if (mark === '\r' && end === text.length - 1) break;
      const length = end - from - (text.charCodeAt(end - 1) === RETURN ? 1 : 0);
      this.#sized(length);
      if (length > LIMITS.cell) this.#sizedCells(text, from, end);
      from = end + 1;
      this.#endOfLine(length <= 0);
    }
    if (text.length - from > LIMITS.cell) this.#sizedCells(text, from, text.length);
    this.#sized(text.length - from);
    return from;
  }

  #sizedCells(text: string, from: number, end: number): void {
    let cells = 1;
    let start = from;
    for (let i = from; i < end; i++) {
      if (text.charCodeAt(i) !== this.#separator) continue;
      if (i - start > LIMITS.cell) this.#longCell();
      start = i + 1;
      cells++;
    }
    if (end - start > LIMITS.cell) this.#longCell();
    this.#counted(cells);
  }

  #scanQuoted(text: string): number {
    let rowStart = 0;
    let cellStart = 0;
    let cells = 1;
    let lines = 0;
    let quoted = false;
    let i = 0;
    for (; i < text.length; i++) {
      const c = text.charCodeAt(i);
      if (quoted) {
        if (c === QUOTE) {
          if (i + 1 === text.length) break; // the next piece says whether it is doubled
          if (text.charCodeAt(i + 1) === QUOTE) i++;
          else quoted = false;
        } else if (c === LINE_FEED) lines++;
        if (i - cellStart > LIMITS.cell) this.#longCell();
      } else if (c === QUOTE && i === cellStart) quoted = true;
      else if (c === this.#separator) {
        if (i - cellStart > LIMITS.cell) this.#longCell();
        cellStart = i + 1;
        cells++;
      } else if (c === LINE_FEED) {
        const empty = i === rowStart || (i === rowStart + 1 && text.charCodeAt(rowStart) === RETURN);
        if (i - cellStart > LIMITS.cell) this.#longCell();
        this.#sized(i - rowStart);
        this.#counted(cells);
        this.line += lines;
        rowStart = cellStart = i + 1;
        cells = 1;
        lines = 0;
        this.#endOfLine(empty);
      }
    }
    if (text.length - cellStart > LIMITS.cell) this.#longCell();
    this.#sized(text.length - rowStart);
    this.#counted(cells);
    return rowStart;
  }

  #endOfLine(empty: boolean): void {
    this.line++;
    this.#empty = empty ? this.#empty + 1 : 0;
    if (this.#empty > LIMITS.emptyLines) {
      throw new TableFault(
        this.line,
        `over ${told(LIMITS.emptyLines)} empty lines in a row: this is no table`,
      );
    }
  }

  #longCell(): never {
    throw new TableFault(this.line, `a cell of over ${told(LIMITS.cell)} characters: is a quote left open?`);
  }

  #sized(length: number): void {
    if (length > LIMITS.row) {
      throw new TableFault(
        this.line,
        `a row of over ${told(LIMITS.row)} characters: this is no table of prices`,
      );
    }
  }

  #counted(cells: number): void {
    if (cells > LIMITS.columns) {
      throw new TableFault(
        this.line,
        `over ${told(LIMITS.columns)} columns; a table may have as many, split it`,
      );
    }
  }
}

/** What is wrong with a text as a table; undefined when it can be cut. */
export function faultInText(text: string, separator: string): TableFault | undefined {
  const scanner = new RowScanner(separator);
  try {
    scanner.rows(text);
    return scanner.line > LIMITS.lines
      ? new TableFault(scanner.line, `over ${told(LIMITS.lines)} lines`)
      : undefined;
  } catch (fault) {
    if (fault instanceof TableFault) return fault;
    throw fault;
  }
}
