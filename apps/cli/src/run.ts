// plateau run: files in, figures out.

import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { basename, extname, join } from 'node:path';
import { type Bars, createEngine, type Day, dayFromIso, type Run } from '@plateau/core';
import {
  decisionsCsv,
  describeProblem,
  equityCsv,
  nextOrdersCsv,
  type Result,
  readBarsCsv,
  readStrategyFile,
  readUniverseCsv,
  summaryJson,
  tradesCsv,
} from '@plateau/files';
import packageFile from '../package.json' with { type: 'json' };
import { BadInput } from './bad-input.ts';
import { figuresTable } from './figures-table.ts';

export interface RunOptions {
  readonly strategy: string;
  readonly bars: string;
  readonly universe: string;
  readonly benchmark?: string;
  readonly from?: string;
  readonly to?: string;
  readonly out?: string;
}

/** Runs and writes the out folder; returns the text for standard output. @throws {BadInput} */
export function runCommand(options: RunOptions): string {
  const hash = createHash('sha256');
  const strategyText = readText(options.strategy);
  const strategy = valueOf(readStrategyFile(strategyText, options.strategy));
  const universeText = readText(options.universe);
  const universe = valueOf(readUniverseCsv(universeText, options.universe));
  hash.update(universeText);
  const market = readMarket(options.bars, (text) => hash.update(text));
  const benchmark = options.benchmark ?? universe[0]?.symbol ?? '';
  const from = dayOption('--from', options.from);
  const to = dayOption('--to', options.to);

  const outcome = createEngine(market, universe).run({
    strategy,
    benchmark,
    ...(from !== undefined ? { from } : {}),
    ...(to !== undefined ? { to } : {}),
  });
  if (outcome.kind === 'problems') {
    const [first] = outcome.problems;
    throw new BadInput(`${options.strategy}: ${first?.path}: ${first?.message}`);
  }
  if (outcome.kind === 'stopped') throw new Error('nothing stops a headless run');
  const { run } = outcome;
  const inputs = {
    strategy: createHash('sha256').update(strategyText).digest('hex'),
    data: hash.digest('hex'),
    engine: packageFile.version,
  };
  if (options.out !== undefined) writeRun(options.out, run, summaryJson(run, inputs));
  const missing = run.missing.length > 0 ? `Left out, for want of bars: ${run.missing.join(', ')}\n` : '';
  return `${figuresTable(run, strategy.name, benchmark)}${missing}`;
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

function readMarket(folder: string, each: (text: string) => void): Map<string, Bars> {
  if (!existsSync(folder) || !statSync(folder).isDirectory()) {
    throw new BadInput(`${folder}: there is no such folder of bars`);
  }
  const files = readdirSync(folder)
    .filter((name) => extname(name).toLowerCase() === '.csv')
    .sort();
  if (files.length === 0) throw new BadInput(`${folder}: there are no .csv files in it`);
  const market = new Map<string, Bars>();
  for (const name of files) {
    const text = readText(join(folder, name));
    each(text);
    market.set(basename(name, extname(name)), valueOf(readBarsCsv(text, join(folder, name))));
  }
  return market;
}

function readText(file: string): string {
  try {
    return readFileSync(file, 'utf8');
  } catch (error) {
    const missing = (error as NodeJS.ErrnoException).code === 'ENOENT';
    throw new BadInput(`${file}: ${missing ? 'there is no such file' : (error as Error).message}`);
  }
}

function valueOf<T>(result: Result<T>): T {
  if (result.ok) return result.value;
  const [first] = result.problems;
  const more = result.problems.length - 1;
  throw new BadInput(
    `${first ? describeProblem(first) : 'unreadable'}${more > 0 ? ` (and ${more} more like it)` : ''}`,
  );
}

function dayOption(name: string, text: string | undefined): Day | undefined {
  if (text === undefined) return undefined;
  const day = dayFromIso(text);
  if (day === undefined) throw new BadInput(`${name}: “${text}” is no date; write YYYY-MM-DD`);
  return day;
}
