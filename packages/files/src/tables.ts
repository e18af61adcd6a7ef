// Tables of a run, and each as CSV. Its other formats stand apart: their writers are large.

import { type Cell, writeCsv } from './write-csv.ts';

export interface TableColumn {
  readonly name: string;
  /** a date is written YYYY-MM-DD */
  readonly kind: 'text' | 'date' | 'number';
}

export interface Table {
  /** what a file or a sheet of it is called */
  readonly name: string;
  readonly columns: readonly TableColumn[];
  readonly rows: readonly (readonly Cell[])[];
}

export function tableCsv({ columns, rows }: Table): string {
  return writeCsv(
    columns.map(({ name }) => name),
    rows,
  );
}
