// plateau study: a study file in, its result and its tables out.

import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import {
  dataName,
  type Market,
  type PoolDesk,
  poolDesk,
  runStudy,
  type Study,
  type StudyResult,
  timeLeft,
  type Universe,
} from '@plateau/core';
import {
  readStudyFile,
  readUniverseCsv,
  studyResultJson,
  studyTables,
  tableCsv,
  turnDials,
} from '@plateau/files';
import { BadInput } from './bad-input.ts';
import { engineThreads, workersFrom } from './engine-threads.ts';
import { dayOption, readMarket, readText, valueOf } from './inputs.ts';
import { openPieces } from './pieces-file.ts';
import { studyText } from './study-text.ts';

interface StudyOptions {
  readonly study: string;
  readonly bars: string;
  readonly universe?: string;
  readonly benchmark?: string;
  readonly from?: string;
  readonly to?: string;
  readonly workers?: string;
  readonly out?: string;
}

/** Where progress is told. */
type Told = Pick<NodeJS.WriteStream, 'write' | 'isTTY'>;

/** Milliseconds between two lines of progress. */
const BEAT = 1000;

/** The file in the out folder that a study goes on from when it was ended before its end. */
const PIECES = 'study-pieces.bin';

/** Runs and writes the out folder; returns the text for standard output. @throws {BadInput} */
export async function studyCommand(options: StudyOptions, errors: Told = process.stderr): Promise<string> {
  const read = valueOf(readStudyFile(readText(options.study), options.study));
  const { market } = readMarket(options.bars);
  const universes = readUniverses(read, options);
  const study = withOptions(read, options, universes);
  const { out } = options;
  if (out !== undefined) makeFolder(out);
  const pieces = out === undefined ? undefined : openPieces(join(out, PIECES));
  const pool = engineThreads(market, universes, workersFrom(options.workers));
  const desk = poolDesk(pool, nameOfData(market, universes), pieces);
  const watch = watched(desk, errors);
  let outcome: Awaited<ReturnType<typeof runStudy>>;
  try {
    outcome = await runStudy(study, {
      desk,
      turn: (strategy, values) => turnDials(strategy, values, options.study),
      symbolsOf: (universe, group) => symbolsOf(universes.get(universe) ?? [], group, market),
    });
    await desk.kept();
  } finally {
    watch.end();
    pool.end();
  }
  if (outcome.kind === 'problems') {
    pieces?.remove();
    const [first] = outcome.problems;
    throw new BadInput(`${options.study}: ${first?.path}: ${first?.message}`);
  }
  if (out !== undefined) {
    writeResult(out, study, outcome.result);
    pieces?.remove();
  }
  return studyText(study, outcome.result);
}

/** Every universe that the study names, by that name: paths are from the study file's folder, but for an option's. */
function readUniverses(study: Study, options: StudyOptions): ReadonlyMap<string, Universe> {
  const folder = dirname(options.study);
  const named =
    'axes' in study ? study.axes.flatMap((axis) => ('universes' in axis ? axis.universes : [])) : [];
  const universes = new Map<string, Universe>();
  const read = (name: string, file: string): void =>
    void universes.set(name, valueOf(readUniverseCsv(readText(file), file)));
  for (const name of named) read(name, join(folder, name));
  if (options.universe !== undefined) read(options.universe, options.universe);
  else if (study.universe !== '' && !universes.has(study.universe)) {
    read(study.universe, join(folder, study.universe));
  }
  return universes;
}

/** Options win over the study's own keys. */
function withOptions(study: Study, options: StudyOptions, universes: ReadonlyMap<string, Universe>): Study {
  const universe = options.universe ?? study.universe;
  const from = dayOption('--from', options.from);
  const to = dayOption('--to', options.to);
  const needsUniverse =
    study.kind === 'pair'
      ? study.search !== undefined
      : !(study.kind === 'edge' && study.instrument !== undefined);
  if (needsUniverse && universe === '') throw new BadInput('name the universe file: --universe FILE.csv');
  const first = universes.get(universe)?.[0]?.symbol;
  const benchmark = options.benchmark ?? (study.benchmark || first);
  if (benchmark === undefined) throw new BadInput('name the benchmark: --benchmark SYMBOL');
  return {
    ...study,
    universe,
    benchmark,
    ...(from !== undefined && { from }),
    ...(to !== undefined && { to }),
  };
}

/** All bars and memberships that were read: pieces of other data are other pieces. */
const nameOfData = (market: Market, universes: ReadonlyMap<string, Universe>): string =>
  [...universes].map(([name, universe]) => `${name} ${dataName(market, universe, [])}`).join('\n') +
  dataName(market, [], [...market.keys()]);

function symbolsOf(universe: Universe, group: string | undefined, market: Market): string[] {
  const rows = universe.filter((row) => group === undefined || row.group === group);
  return [...new Set(rows.map(({ symbol }) => symbol))].filter((symbol) => market.has(symbol));
}

function makeFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
  } catch (error) {
    throw new BadInput(`${folder}: cannot write there: ${(error as Error).message}`);
  }
}

function writeResult(folder: string, study: Study, result: StudyResult): void {
  try {
    writeFileSync(join(folder, 'result.json'), studyResultJson(result));
    for (const table of studyTables(study, result))
      writeFileSync(join(folder, `${table.name}.csv`), tableCsv(table));
  } catch (error) {
    throw new BadInput(`${folder}: cannot write there: ${(error as Error).message}`);
  }
}

/** Tells the progress on standard error: in place on a terminal, else a line now and then. */
function watched(desk: PoolDesk, errors: Told): { end(): void } {
  const began = performance.now();
  const isTerminal = errors.isTTY === true;
  let told = false;
  const tell = (): void => {
    const progress = desk.progress();
    const { done, expected, found } = progress;
    if (expected === 0) return;
    const left = timeLeft(performance.now() - began, progress);
    const words = [
      `${done} of ${expected} done`,
      ...(found > 0 ? [`${found} from before`] : []),
      ...(left !== undefined && done < expected ? [`about ${Math.ceil(left / 1000)} s left`] : []),
    ];
    errors.write(`${isTerminal ? '\r\x1b[K' : ''}plateau: ${words.join(', ')}${isTerminal ? '' : '\n'}`);
    told = true;
  };
  const timer = setInterval(tell, BEAT);
  return {
    end: () => {
      clearInterval(timer);
      if (told) tell();
      if (told && isTerminal) errors.write('\n');
      if (desk.keepFault !== undefined) {
        errors.write(`plateau: what is done could not be kept: ${desk.keepFault}\n`);
      }
    },
  };
}
