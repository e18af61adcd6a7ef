// plateau study: a study file in, its result and its tables out.

import { dirname, join } from 'node:path';
import { type Market, poolDesk, runStudy, type Study, type StudyResult, type Universe } from '@plateau/core';
import {
  readStudyFile,
  readUniverseCsv,
  studyResultJson,
  studyTables,
  tableCsv,
  turnDials,
} from '@plateau/files';
import { type AskerOptions, askerOf, nameOfData } from './asker.ts';
import { BadInput } from './endings.ts';
import { readMarket } from './market.ts';
import { makeFolder, writeFolder } from './out-files.ts';
import { openPieces } from './pieces-file.ts';
import { type Told, tellProgress } from './progress.ts';
import { calledAs, dayOption, problemsIn, readText, valueOf } from './read.ts';
import { studyText } from './study-text.ts';

export interface StudyOptions extends AskerOptions {
  readonly study: string;
  readonly bars: string;
  readonly universe?: string;
  readonly benchmark?: string;
  readonly from?: string;
  readonly to?: string;
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
  const pool = await askerOf(market, universes, options, errors);
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
    if (outcome.kind === 'done' && out !== undefined) writeResult(out, study, outcome.result);
    await pool.forget?.();
  } finally {
    progress.end();
    if (desk.keepFault !== undefined) {
      errors.write(`plateau: what is done could not be kept: ${desk.keepFault}\n`);
    }
    pool.end();
  }
  pieces?.remove();
  if (outcome.kind === 'problems') throw problemsIn(file, outcome.problems);
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

function symbolsOf(universe: Universe, group: string | undefined, market: Market): string[] {
  const rows = universe.filter((row) => group === undefined || row.group === group);
  return [...new Set(rows.map(({ symbol }) => symbol))].filter((symbol) => market.has(symbol));
}

function writeResult(folder: string, study: Study, result: StudyResult): void {
  const tables = studyTables(study, result).map((table) => [`${table.name}.csv`, tableCsv(table)] as const);
  writeFolder(folder, { 'result.json': studyResultJson(result), ...Object.fromEntries(tables) });
}
