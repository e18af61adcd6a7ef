// The public face of files: bytes in, values out.

export { perInstrumentTable } from './alone-table.ts';
export { readBarsCsv } from './bars-csv.ts';
export { barsCsv } from './bars-export.ts';
export { readBarsTable } from './bars-table.ts';
export { barsParquet } from './bars-to-parquet.ts';
export { barsXlsx } from './bars-to-xlsx.ts';
export { type BarsForm, BarsZipWriter } from './bars-zip.ts';
export { BLEND_FORMAT, readBlend, readBlendFile } from './blend-file.ts';
export {
  blendDecisionsCsv,
  blendEquityCsv,
  blendSummaryJson,
  blendTradesCsv,
  partOrdersTable,
  partTradesTable,
} from './blend-tables.ts';
export { type CalendarEntry, calendarFile } from './calendar-file.ts';
export { correlationTable } from './correlation-table.ts';
export { dialIn } from './dialled-settings.ts';
export {
  checksTable,
  eveningJson,
  eveningOrdersTable,
  fillsBesideTable,
  hasRoom,
  type NamedEvening,
  ordererOf,
  ordersByInstrument,
  ordersByInstrumentTable,
  sinceTable,
} from './evening-tables.ts';
export { type FollowedFile, type FollowedRun, readFollowedFile, writeFollowedFile } from './followed-file.ts';
export { type Entry, unpack } from './import/archive.ts';
export { DATE_ORDERS, type DateOrder } from './import/cells.ts';
export { type Collected, Collector, type FilePart } from './import/collect.ts';
export { symbolOfFile } from './import/file-rows.ts';
export { gunzip, unpackedPath } from './import/gunzip.ts';
export { faultInLayout, guessLayout, type Layout, ROLES, type Role, shapeOf } from './import/layout.ts';
export { streamCsv } from './import/stream-csv.ts';
export { csvText, readTable, type TableChoice, type TableKind, tableKind } from './import/tables.ts';
export type { RowNote, ShareEvent } from './import/taken.ts';
export { sheetNames } from './import/workbook-size.ts';
export { readJson } from './json.ts';
export {
  eventsCsv,
  fillsCsv,
  holdingsCsv,
  type OwnRows,
  readEventsCsv,
  readFillsCsv,
  readHoldingsCsv,
} from './own-csv.ts';
export { ownAccountSchema, ownEventsSchema, ownFillsSchema, testedSchema } from './own-schema.ts';
export { describeProblem, type FileProblem, type Result } from './problem.ts';
export { runTablesFile } from './run-export.ts';
export { type RunFile, readRunFile, writeRunFile } from './run-file.ts';
export {
  decisionsCsv,
  decisionsTable,
  equityCsv,
  equityTable,
  ledgerTable,
  nextOrdersCsv,
  ordersTable,
  tradesCsv,
  tradesTable,
} from './run-tables.ts';
export {
  readStrategy,
  readStrategyFile,
  STRATEGY_FORMAT,
  turnDials,
} from './strategy-file.ts';
export { readStudy, readStudyFile, STUDY_FORMAT } from './study-file.ts';
export { studyResultJson } from './study-result.ts';
export { studyTables } from './study-tables.ts';
export { summaryJson } from './summary.ts';
export { sweepCsv, sweepJson } from './sweep-csv.ts';
export { type Table, tableCsv } from './tables.ts';
export type { RunFormat } from './tables-file.ts';
export { tableParquet } from './tables-parquet.ts';
export { tablesXlsx } from './tables-xlsx.ts';
export { writeTextsZip } from './texts-zip.ts';
export { readUniverseCsv, universeCsv } from './universe-csv.ts';
export { readUniverseRows } from './universe-rows.ts';
export {
  readWorkspace,
  readWorkspaceBars,
  type WorkspaceContents,
  type WorkspaceTables,
  WorkspaceWriter,
} from './workspace.ts';
export { writableBlend, writeBlendFile } from './write-blend.ts';
export { writeCsv } from './write-csv.ts';
export { writableStrategy, writeStrategyFile } from './write-strategy.ts';
export { writableStudy, writeStudyFile } from './write-study.ts';
