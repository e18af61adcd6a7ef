// What every command reads: a strategy file, a universe file, a folder of bars, dates.

import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { basename, extname, join } from 'node:path';
import { type Bars, type Day, dayFromIso, type RunRequest, type Universe } from '@plateau/core';
import { describeProblem, type Result, readBarsCsv, readStrategyFile, readUniverseCsv } from '@plateau/files';
import { BadInput } from './bad-input.ts';

export interface InputOptions {
  readonly strategy: string;
  readonly bars: string;
  readonly universe: string;
  readonly benchmark?: string;
  readonly from?: string;
  readonly to?: string;
}

export interface Inputs {
  readonly request: RunRequest;
  readonly market: ReadonlyMap<string, Bars>;
  readonly universe: Universe;
  /** the files' texts, for their hashes: universe first, then the bars by name */
  readonly strategyText: string;
  readonly dataTexts: readonly string[];
}

/** Said in place of a first day: a run then begins when all windows of its rules are full. */
const FILLED = 'filled';

/** @throws {BadInput} naming file, line and fault */
export function readInputs(options: InputOptions): Inputs {
  const strategyText = readText(options.strategy);
  const strategy = valueOf(readStrategyFile(strategyText, options.strategy));
  const universeText = readText(options.universe);
  const universe = valueOf(readUniverseCsv(universeText, options.universe));
  const { market, texts } = readMarket(options.bars);
  const begin = options.from === FILLED ? ('when-filled' as const) : undefined;
  const from = begin ? undefined : dayOption('--from', options.from);
  const to = dayOption('--to', options.to);
  const request: RunRequest = {
    strategy,
    benchmark: options.benchmark ?? universe[0]?.symbol ?? '',
    ...(from !== undefined ? { from } : {}),
    ...(to !== undefined ? { to } : {}),
    ...(begin && { begin }),
  };
  return { request, market, universe, strategyText, dataTexts: [universeText, ...texts] };
}

export function readMarket(folder: string): { market: Map<string, Bars>; texts: string[] } {
  if (!existsSync(folder) || !statSync(folder).isDirectory()) {
    throw new BadInput(`${folder}: there is no such folder of bars`);
  }
  const files = readdirSync(folder)
    .filter((name) => extname(name).toLowerCase() === '.csv')
    .sort();
  if (files.length === 0) throw new BadInput(`${folder}: there are no .csv files in it`);
  const market = new Map<string, Bars>();
  const texts: string[] = [];
  for (const name of files) {
    const text = readText(join(folder, name));
    texts.push(text);
    market.set(basename(name, extname(name)), valueOf(readBarsCsv(text, join(folder, name))));
  }
  return { market, texts };
}

export function readText(file: string): string {
  try {
    return readFileSync(file, 'utf8');
  } catch (error) {
    const missing = (error as NodeJS.ErrnoException).code === 'ENOENT';
    throw new BadInput(`${file}: ${missing ? 'there is no such file' : (error as Error).message}`);
  }
}

export function valueOf<T>(result: Result<T>): T {
  if (result.ok) return result.value;
  const [first] = result.problems;
  const more = result.problems.length - 1;
  throw new BadInput(
    `${first ? describeProblem(first) : 'unreadable'}${more > 0 ? ` (and ${more} more like it)` : ''}`,
  );
}

export function dayOption(name: string, text: string | undefined): Day | undefined {
  if (text === undefined) return undefined;
  const day = dayFromIso(text);
  if (day === undefined) throw new BadInput(`${name}: “${text}” is no date; write YYYY-MM-DD`);
  return day;
}
