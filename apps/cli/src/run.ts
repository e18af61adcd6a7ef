// plateau run: files in, figures out.

import { createHash } from 'node:crypto';
import { createEngine, dataName, ENGINE_VERSION, symbolsRead } from '@plateau/core';
import { decisionsCsv, equityCsv, nextOrdersCsv, summaryJson, tradesCsv } from '@plateau/files';
import { figuresTable } from './figures-table.ts';
import { type InputOptions, readInputs } from './inputs.ts';
import { writeFolder } from './out-files.ts';
import { calledAs, problemsIn } from './read.ts';

export interface RunOptions extends InputOptions {
  readonly out?: string;
  /** summary.json in place of the table */
  readonly json?: boolean;
}

/** Runs and writes the out folder; returns the text for standard output. @throws {BadInput} */
export async function runCommand(options: RunOptions): Promise<string> {
  const { request, market, universe, strategyText } = await readInputs(options);
  const outcome = createEngine(market, universe).run(request);
  if (outcome.kind === 'problems') throw problemsIn(calledAs(options.strategy), outcome.problems);
  if (outcome.kind === 'stopped') throw new Error('nothing stops a headless run');
  const { run } = outcome;
  const summary = summaryJson(run, {
    strategy: createHash('sha256').update(strategyText).digest('hex'),
    data: dataName(market, universe, symbolsRead(request, universe, market)),
    engine: ENGINE_VERSION,
  });
  if (options.out !== undefined) {
    writeFolder(options.out, {
      'summary.json': summary,
      'equity.csv': equityCsv(run),
      'trades.csv': tradesCsv([...run.trades, ...run.openTrades]),
      'decisions.csv': decisionsCsv(run),
      'next-orders.csv': nextOrdersCsv(run),
    });
  }
  if (options.json) return summary;
  const missing = run.missing.length > 0 ? `Left out, without bars: ${run.missing.join(', ')}\n` : '';
  return `${figuresTable(run, request.strategy.name, request.benchmark)}${missing}`;
}
