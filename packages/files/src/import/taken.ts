// What the rows of a file come to, and who takes it.

import type { BarValue, Day } from '@plateau/core';

/** One line of the report: what became of a row, or of all rows of an instrument. */
export interface RowNote {
  readonly file: string;
  /** counted from 1; left out for what is said of a whole instrument */
  readonly line?: number;
  readonly symbol: string;
  readonly kind: 'refused' | 'changed';
  readonly message: string;
}

/** Shares after a split for each before it (1: none), and money a share as of the day (0: none). */
export interface ShareEvent {
  readonly symbol: string;
  readonly day: Day;
  readonly split: number;
  readonly dividend: number;
}

export type Field = BarValue | 'factor' | 'split' | 'dividend';
/** A row's numbers, by what they are. */
export type Values = Readonly<Record<Field, number>>;

/** Who puts together what files hold. */
export interface Taker {
  /** A name as it is written, as the symbol that rules can name. */
  symbol(written: string, file: string, line?: number): string;
  /** A bar of the file that was begun last. @throws with a sentence when there are more instruments than any market has */
  take(symbol: string, day: Day, line: number, values: Values): void;
  event(event: ShareEvent): void;
  /** A row was read. */
  read(): void;
  note(note: RowNote): void;
}
