// An import of bars from files: how a file would be read, how far it is, and what became of it.

import type { Layout, RowNote } from '@plateau/files';
import type { StoredListing, StoredRepair } from '../rows.ts';

/** A file as it would be read. */
export interface Inspected {
  readonly path: string;
  readonly size: number;
  /** its first rows; none where an earlier file of its shape shows them */
  readonly preview: readonly (readonly string[])[];
  readonly layout: Layout;
  readonly shape: string;
  /** the layout was chosen for a file of this shape before */
  readonly remembered: boolean;
  /** of a workbook with several sheets: their names */
  readonly sheets?: readonly string[];
  readonly fault?: string;
  /** of a file with one instrument: what it is called, where not by the file's name */
  readonly symbol?: string;
}

export type Duplicates = 'keep' | 'replace' | 'merge';

/** Files looked at, and of how many: unknown while archives are unpacked. */
export interface LookProgress {
  readonly files: number;
  readonly of?: number;
}

export interface ImportProgress {
  readonly bytes: number;
  readonly total: number;
  readonly rows: number;
}

export interface ImportReport {
  readonly instruments: number;
  readonly kept: readonly string[];
  readonly bars: number;
  readonly rows: number;
  readonly refused: number;
  /** splits and dividends laid over instruments that were here */
  readonly repairs: number;
  readonly notes: readonly RowNote[];
  /** what it changed in the store, for taking it back */
  readonly change: ImportChange;
}

export interface ImportChange {
  /** the listings as they were, of the instruments that were here */
  readonly before: readonly StoredListing[];
  readonly after: readonly StoredListing[];
  readonly repairs: readonly StoredRepair[];
}
