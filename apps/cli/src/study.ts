// plateau study: a study file in, its result and its tables out.

import { dirname, join } from 'node:path';
import {
  dataName,
  type Market,
  poolDesk,
  runStudy,
  type Study,
  type StudyResult,
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
import { BadInput } from './endings.ts';
import { engineThreads, workersFrom } from './engine-threads.ts';
import { readMarket } from './market.ts';
import { makeFolder, writeFolder } from './out-files.ts';
import { openPieces } from './pieces-file.ts';
import { type Told, tellProgress } from './progress.ts';
import { calledAs, dayOption, problemsIn, readText, valueOf } from './read.ts';
import { studyText } from './study-text.ts';

export interface StudyOptions {
  readonly study: string;
  readonly bars: string;
  readonly universe?: string;
  readonly benchmark?: string;
  readonly from?: string;
  readonly to?: string;
  readonly workers?: string;
  readonly out?: string;
  /** result.json in place of the words */
  readonly json?: boolean;
  readonly quiet?: boolean;
}

/** What is told of a work that is to be quiet. */
const NOTHING = { expected: 0, done: 0, found: 0 };

/** The file in the out folder that a study goes on from when it was ended before its end. */
const PIECES = 'study-pieces.bin';

/** Runs and writes the out folder; returns the text for standard output. @throws {BadInput} */
export async function studyCommand(options: StudyOptions, errors: Told = process.stderr): Promise<string> {
  const file = calledAs(options.study);
  const read = valueOf(readStudyFile(readText(options.study), file));
  const { market } = await readMarket(options.bars);
  const universes = readUniverses(read, options);
  const study = withOptions(read, options, universes);
  const { out } = options;
  if (out !== undefined) makeFolder(out);
  const pieces = out === undefined ? undefined : openPieces(join(out, PIECES));
  const pool = engineThreads(market, universes, workersFrom(options.workers));
  const desk = poolDesk(pool, nameOfData(market, universes), pieces);
  const progress = tellProgress(() => (options.quiet ? NOTHING : desk.progress()), errors);
  let outcome: Awaited<ReturnType<typeof runStudy>>;
  try {
    outcome = await runStudy(study, {
      desk,
      turn: (strategy, values) => turnDials(strategy, values, file),
      symbolsOf: (universe, group) => symbolsOf(universes.get(universe) ?? [], group, market),
    });
    await desk.kept();
  } finally {
    progress.end();
    if (desk.keepFault !== undefined) {
      errors.write(`plateau: what is done could not be kept: ${desk.keepFault}\n`);
    }
    pool.end();
  }
  if (outcome.kind === 'problems') {
    pieces?.remove();
    throw problemsIn(file, outcome.problems);
  }
  if (out !== undefined) {
    writeResult(out, study, outcome.result);
    pieces?.remove();
  }
  return options.json ? studyResultJson(outcome.result) : studyText(study, outcome.result);
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

function writeResult(folder: string, study: Study, result: StudyResult): void {
  const tables = studyTables(study, result).map((table) => [`${table.name}.csv`, tableCsv(table)] as const);
  writeFolder(folder, { 'result.json': studyResultJson(result), ...Object.fromEntries(tables) });
}
