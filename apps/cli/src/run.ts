// plateau run: files in, figures out.

import { createHash } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createEngine, ENGINE_VERSION, type Run } from '@plateau/core';
import { decisionsCsv, equityCsv, nextOrdersCsv, summaryJson, tradesCsv } from '@plateau/files';
import { BadInput } from './bad-input.ts';
import { figuresTable } from './figures-table.ts';
import { type InputOptions, readInputs } from './inputs.ts';

interface RunOptions extends InputOptions {
  readonly out?: string;
}

/** Runs and writes the out folder; returns the text for standard output. @throws {BadInput} */
export function runCommand(options: RunOptions): string {
  const { request, market, universe, strategyText, dataTexts } = readInputs(options);
  const outcome = createEngine(market, universe).run(request);
  if (outcome.kind === 'problems') {
    const [first] = outcome.problems;
    throw new BadInput(`${options.strategy}: ${first?.path}: ${first?.message}`);
  }
  if (outcome.kind === 'stopped') throw new Error('nothing stops a headless run');
  const { run } = outcome;
  const data = createHash('sha256');
  for (const text of dataTexts) data.update(text);
  const inputs = {
    strategy: createHash('sha256').update(strategyText).digest('hex'),
    data: data.digest('hex'),
    engine: ENGINE_VERSION,
  };
  if (options.out !== undefined) writeRun(options.out, run, summaryJson(run, inputs));
  const missing = run.missing.length > 0 ? `Left out, for want of bars: ${run.missing.join(', ')}\n` : '';
  return `${figuresTable(run, request.strategy.name, request.benchmark)}${missing}`;
}

function writeRun(folder: string, run: Run, summary: string): void {
  try {
    mkdirSync(folder, { recursive: true });
    const write = (name: string, text: string): void => writeFileSync(join(folder, name), text);
    write('summary.json', summary);
    write('equity.csv', equityCsv(run));
    write('trades.csv', tradesCsv([...run.trades, ...run.openTrades]));
    write('decisions.csv', decisionsCsv(run));
    write('next-orders.csv', nextOrdersCsv(run));
  } catch (error) {
    throw new BadInput(`${folder}: cannot write there: ${(error as Error).message}`);
  }
}
