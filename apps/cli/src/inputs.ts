// What run and sweep read: a strategy, or a run that was kept of one; bars; a universe; dates.

import { existsSync } from 'node:fs';
import type { Bars, Day, RunRequest, Universe } from '@plateau/core';
import { readRunFile, readStrategyFile, readUniverseCsv } from '@plateau/files';
import { BadInput } from './endings.ts';
import { type MarketFiles, readMarket } from './market.ts';
import { calledAs, dayOption, readText, STANDARD_INPUT, valueOf } from './read.ts';

export interface InputOptions {
  readonly strategy: string;
  readonly bars: string;
  readonly universe?: string;
  readonly benchmark?: string;
  readonly from?: string;
  readonly to?: string;
}

export interface Inputs {
  readonly request: RunRequest;
  readonly market: ReadonlyMap<string, Bars>;
  readonly universe: Universe;
  /** as it was read, for its hash */
  readonly strategyText: string;
}

/** Said in place of a first day: a run then begins when all windows of its rules are full. */
const FILLED = 'filled';

/** Options win over what a run file says. @throws {BadInput} naming file, line and fault */
export async function readInputs(options: InputOptions): Promise<Inputs> {
  if (options.strategy === STANDARD_INPUT && options.universe === STANDARD_INPUT) {
    throw new BadInput('standard input holds one file: name the other');
  }
  const strategyText = readText(options.strategy);
  const { universe: own, ...asked } = readAsked(strategyText, calledAs(options.strategy));
  // The universe's faults are told before those of a hundred files of bars.
  const named = options.universe === undefined ? undefined : readNamedUniverse(options.universe);
  const files = await readMarket(options.bars);
  const universe = named ?? fromMarket(files, options.universe) ?? own;
  if (!universe) throw new BadInput('name the universe file: --universe FILE.csv');
  const from = options.from === FILLED ? undefined : dayOption('--from', options.from);
  const to = dayOption('--to', options.to);
  const request: RunRequest = {
    ...asked,
    benchmark: options.benchmark ?? asked.benchmark ?? universe[0]?.symbol ?? '',
    ...(from !== undefined && { from }),
    ...(to !== undefined && { to }),
    ...(options.from === FILLED && { begin: 'when-filled' }),
  };
  return {
    request,
    market: files.market,
    universe,
    strategyText,
  };
}

interface Asked extends Omit<RunRequest, 'benchmark'> {
  readonly benchmark?: string;
  readonly from?: Day;
  /** of a run file: the members that it was run on */
  readonly universe?: Universe;
}

/** A strategy file, or a run file with the strategy, benchmark, span and universe of the run. */
function readAsked(text: string, file: string): Asked {
  if (!/"format"\s*:\s*"plateau-run\//.test(text)) return { strategy: valueOf(readStrategyFile(text, file)) };
  const { request, universe } = valueOf(readRunFile(text, file));
  return { ...request, universe: universe.members };
}

/** A universe file. Undefined where it is none but may be the name of one in a workspace. */
function readNamedUniverse(file: string): Universe | undefined {
  if (file !== STANDARD_INPUT && !existsSync(file)) return undefined;
  return valueOf(readUniverseCsv(readText(file), calledAs(file)));
}

/** The universe that comes with the bars. @throws {BadInput} when one is named that does not */
function fromMarket({ universes }: MarketFiles, name: string | undefined): Universe | undefined {
  if (name === undefined)
    return universes.get('') ?? (universes.size === 1 ? [...universes.values()][0] : undefined);
  const universe = universes.get(name);
  if (universe) return universe;
  const there = [...universes.keys()].filter((one) => one !== '').join(', ');
  throw new BadInput(
    `${name}: there is no such file${there === '' ? '' : `, and no such universe; there are ${there}`}`,
  );
}
