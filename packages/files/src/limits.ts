// How large what comes from outside may be. What is over a limit is refused before work on it begins, in words that say the
// limit: far above any real table, and low enough that reading what is within it takes seconds and megabytes.

export const LIMITS = {
  /** of a table */
  columns: 10_000,
  /** characters of one cell; a longer one is an open quote that swallowed rows, or no table of prices */
  cell: 10_000,
  /** characters of one row */
  row: 1_000_000,
  /** empty lines in a row */
  emptyLines: 10_000,
  /** of a text that is read whole */
  lines: 5_000_000,
  /** rows of a workbook's sheet that hold cells, and its cells */
  sheetRows: 100_000,
  sheetCells: 2_000_000,
  /** values of a Parquet file */
  parquetValues: 50_000_000,
  /** instruments of one import */
  symbols: 50_000,
  /** rows of a universe */
  members: 100_000,
  /** files of an archive, and bytes of all of them unpacked */
  entries: 20_000,
  unpacked: 2e9,
  /** an entry that grows more than this is there to fill a memory: tables of numbers pack to a tenth or so */
  growth: 1000,
  /** bytes of a workbook unpacked, and of one JSON text */
  workbook: 300e6,
  json: 300e6,
  /** how deep JSON may nest; our own files nest less than twenty */
  depth: 100,
} as const;

const words = new Intl.NumberFormat('en');

/** A limit as it is told: 100,000. */
export function told(limit: number): string {
  return words.format(limit);
}
