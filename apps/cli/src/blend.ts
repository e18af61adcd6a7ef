// plateau blend: a blend file in, its figures beside its parts' out.

import { dirname, join } from 'node:path';
import {
  type Blend,
  type BlendRun,
  blendBench,
  engineKeeper,
  type Market,
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
import { BadInput } from './endings.ts';
import { figuresTable } from './figures-table.ts';
import { readMarket } from './market.ts';
import { writeFolder } from './out-files.ts';
import { calledAs, dayOption, problemsIn, readText, valueOf } from './read.ts';

export interface BlendOptions {
  readonly blend: string;
  readonly bars: string;
  readonly benchmark?: string;
  readonly from?: string;
  readonly to?: string;
  readonly out?: string;
  /** summary.json in place of the table */
  readonly json?: boolean;
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
  const file = calledAs(options.blend);
  const blend = valueOf(readBlendFile(readText(options.blend), file));
  const { market } = await readMarket(options.bars);
  const universes = readUniverses(blend, dirname(options.blend));
  const from = dayOption('--from', options.from);
  const to = dayOption('--to', options.to);
  const setting: Setting = {
    market,
    benchmark: options.benchmark ?? firstInstrument(blend, universes),
    ...(from !== undefined && { from }),
    ...(to !== undefined && { to }),
  };
  const run = await runBlend(blend, universes, setting, file);
  const summary = blendSummaryJson(run);
  if (options.out !== undefined) {
    writeFolder(options.out, {
      'summary.json': summary,
      'equity.csv': blendEquityCsv(run),
      'trades.csv': blendTradesCsv(run),
      'decisions.csv': blendDecisionsCsv(run),
    });
  }
  if (options.json) return summary;
  const { missing } = run;
  const told = missing.length > 0 ? `Left out, without bars: ${missing.join(', ')}\n` : '';
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
  if (outcome.kind === 'problems') throw problemsIn(file, outcome.problems);
  const beside = await bench.beside(asked, () => true);
  if (outcome.kind === 'stopped' || !beside) throw new Error('nothing stops a headless run');
  return { ...outcome.mixed, beside };
}
