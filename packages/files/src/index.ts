// The public face of files: bytes in, values out.

export { readBarsCsv } from './bars-csv.ts';
export { describeProblem, type FileProblem, type Result } from './problem.ts';
export { decisionsCsv, equityCsv, nextOrdersCsv, tradesCsv } from './run-csv.ts';
export { readStrategy, readStrategyFile, STRATEGY_FORMAT, writeStrategyFile } from './strategy-file.ts';
export { summaryJson } from './summary.ts';
export { sweepCsv } from './sweep-csv.ts';
export { readUniverseCsv } from './universe-csv.ts';
