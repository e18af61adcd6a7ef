// plateau blend: a blend file in, its figures beside its parts' out.

import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import {
  type Blend,
  type BlendRun,
  blendApart,
  blendOfShared,
  blendWithout,
  createEngine,
  createSharedEngine,
  type Engine,
  type Market,
  onAccount,
  type Part,
  type Problem,
  type Run,
  readyParts,
  type TogetherBlend,
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
export function blendCommand(options: BlendOptions): string {
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
  const run = runBlend(blend, universes, setting, options.blend);
  if (options.out !== undefined) writeBlend(options.out, run);
  const missing = missingIn(universes, market);
  const told = missing.length > 0 ? `Left out, for want of bars: ${missing.join(', ')}\n` : '';
  return `${figuresTable(run, blend.name || 'blend', setting.benchmark)}${told}`;
}

/** What the universes name and the market has no bars of. */
function missingIn(universes: ReadonlyMap<string, Universe>, market: Market): string[] {
  const named = new Set([...universes.values()].flatMap((universe) => universe.map(({ symbol }) => symbol)));
  return [...named].filter((symbol) => !market.get(symbol)?.day.length).sort();
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

function runBlend(
  blend: Blend,
  universes: ReadonlyMap<string, Universe>,
  setting: Setting,
  file: string,
): BlendRun {
  if (blend.form === 'together') return runTogether(blend, universes, setting, file);
  const { parts } = blend;
  const outcome = readyParts({ ...setting, parts, runs: runParts(parts, universes, setting, file) });
  if (!outcome.ok) throw faultIn(file, outcome.problems);
  return blendApart(blend, outcome.ready);
}

/** The blend on one account, each part alone, and the blend without each. */
function runTogether(
  blend: TogetherBlend,
  universes: ReadonlyMap<string, Universe>,
  setting: Setting,
  file: string,
): BlendRun {
  const engine = createSharedEngine();
  const sharedRun = (of: TogetherBlend) => {
    const outcome = engine.run(of, { ...setting, universeOf: (name) => universes.get(name) ?? [] });
    if (outcome.kind === 'done') return outcome.shared;
    if (outcome.kind === 'stopped') throw new Error('nothing stops a headless run');
    throw faultIn(file, outcome.problems);
  };
  const whole = sharedRun(blend);
  const parts = blend.parts.map((part) => ({ ...part, strategy: onAccount(part.strategy, blend) }));
  const alone = runParts(parts, universes, setting, file).filter((run) => run !== undefined);
  const without = parts.map((_part, k) =>
    parts.length > 1 ? sharedRun(blendWithout(blend, k)).run : undefined,
  );
  return blendOfShared(blend, whole, alone, without);
}

/** Each part's own run; parts of one universe share what is worked out for it. */
function runParts(
  parts: readonly Part[],
  universes: ReadonlyMap<string, Universe>,
  { market, ...dates }: Setting,
  file: string,
): (Run | undefined)[] {
  const engines = new Map<string, Engine>();
  return parts.map((part: Part, k) => {
    if (part.kind !== 'strategy') return undefined;
    const engine = engines.get(part.universe) ?? createEngine(market, universes.get(part.universe) ?? []);
    engines.set(part.universe, engine);
    const { strategy, benchmark = dates.benchmark } = part;
    const outcome = engine.run({ ...dates, strategy, benchmark });
    if (outcome.kind === 'done') return outcome.run;
    if (outcome.kind === 'stopped') throw new Error('nothing stops a headless run');
    throw faultIn(
      file,
      outcome.problems.map(({ path, message }) => ({ path: `parts.${k}.strategy.${path}`, message })),
    );
  });
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
