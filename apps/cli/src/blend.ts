// plateau blend: a blend file in, its figures beside its parts' out.

import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import {
  type Blend,
  type BlendRun,
  blendBench,
  engineKeeper,
  type Market,
  type Problem,
  type Universe,
} from '@plateau/core';
import {
  blendDecisionsCsv,
  blendEquityCsv,
  blendSummaryJson,
  blendTradesCsv,
  readBlendFile,
  readUniverseCsv,
} from '@plateau/files';
import { BadInput } from './bad-input.ts';
import { figuresTable } from './figures-table.ts';
import { dayOption, readMarket, readText, valueOf } from './inputs.ts';

interface BlendOptions {
  readonly blend: string;
  readonly bars: string;
  readonly benchmark?: string;
  readonly from?: string;
  readonly to?: string;
  readonly out?: string;
}

/** What all parts share. */
interface Setting {
  readonly market: Market;
  readonly benchmark: string;
  readonly from?: number;
  readonly to?: number;
}

/** Runs and writes the out folder; returns the text for standard output. @throws {BadInput} */
export async function blendCommand(options: BlendOptions): Promise<string> {
  const blend = valueOf(readBlendFile(readText(options.blend), options.blend));
  const { market } = readMarket(options.bars);
  const universes = readUniverses(blend, dirname(options.blend));
  const from = dayOption('--from', options.from);
  const to = dayOption('--to', options.to);
  const setting: Setting = {
    market,
    benchmark: options.benchmark ?? firstInstrument(blend, universes),
    ...(from !== undefined && { from }),
    ...(to !== undefined && { to }),
  };
  const run = await runBlend(blend, universes, setting, options.blend);
  if (options.out !== undefined) writeBlend(options.out, run);
  const { missing } = run;
  const told = missing.length > 0 ? `Left out, for want of bars: ${missing.join(', ')}\n` : '';
  return `${figuresTable(run, blend.name || 'blend', setting.benchmark)}${told}`;
}

/** Every universe that a part names, by that name: paths are from the blend file's folder. */
function readUniverses(blend: Blend, folder: string): ReadonlyMap<string, Universe> {
  const universes = new Map<string, Universe>();
  for (const part of blend.parts) {
    if (part.kind !== 'strategy' || universes.has(part.universe)) continue;
    const file = join(folder, part.universe);
    universes.set(part.universe, valueOf(readUniverseCsv(readText(file), file)));
  }
  return universes;
}

function firstInstrument(blend: Blend, universes: ReadonlyMap<string, Universe>): string {
  const [universe] = universes.values();
  const held = blend.parts.find((part) => part.kind === 'hold');
  const symbol = universe?.[0]?.symbol ?? (held?.kind === 'hold' ? held.symbol : undefined);
  if (symbol === undefined) throw new BadInput('name the benchmark: --benchmark SYMBOL');
  return symbol;
}

/** The blend with all it is held against, as a worker of the page makes it. */
async function runBlend(
  blend: Blend,
  universes: ReadonlyMap<string, Universe>,
  { market, ...setting }: Setting,
  file: string,
): Promise<BlendRun> {
  const bench = blendBench(
    market,
    engineKeeper(market, (name) => universes.get(name) ?? []),
  );
  const asked = { blend, ...setting };
  const outcome = await bench.mix(asked, () => true);
  if (outcome.kind === 'problems') throw faultIn(file, outcome.problems);
  const beside = await bench.beside(asked, () => true);
  if (outcome.kind === 'stopped' || !beside) throw new Error('nothing stops a headless run');
  return { ...outcome.mixed, beside };
}

function faultIn(file: string, problems: readonly Pick<Problem, 'path' | 'message'>[]): BadInput {
  const [first] = problems;
  return new BadInput(`${file}: ${first?.path}: ${first?.message}`);
}

function writeBlend(folder: string, run: BlendRun): void {
  try {
    mkdirSync(folder, { recursive: true });
    writeFileSync(join(folder, 'summary.json'), blendSummaryJson(run));
    writeFileSync(join(folder, 'equity.csv'), blendEquityCsv(run));
    writeFileSync(join(folder, 'trades.csv'), blendTradesCsv(run));
    writeFileSync(join(folder, 'decisions.csv'), blendDecisionsCsv(run));
  } catch (error) {
    throw new BadInput(`${folder}: cannot write there: ${(error as Error).message}`);
  }
}
