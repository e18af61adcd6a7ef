// plateau sweep: every combination of some dials' values, one row of figures each.

import {
  type Axis,
  type Figures,
  type FiguresOutcome,
  type Settled,
  type Strategy,
  settingsOf,
  valuesFrom,
} from '@plateau/core';
import { sweepCsv, sweepJson, turnDials } from '@plateau/files';
import { type AskerOptions, askerOf } from './asker.ts';
import { BadInput } from './endings.ts';
import { type InputOptions, readInputs } from './inputs.ts';
import { writeWhole } from './out-files.ts';
import { type Told, tellProgress } from './progress.ts';
import { calledAs } from './read.ts';

export interface SweepOptions extends InputOptions, AskerOptions {
  /** NAME or NAME=FROM:TO:STEP each */
  readonly dial: readonly string[];
  readonly out?: string;
  /** rows as JSON in place of CSV, also in the file */
  readonly json?: boolean;
  readonly quiet?: boolean;
}

/** What the workers call the universe. */
const UNIVERSE = 'universe';
const MOST_SETTINGS = 100_000;

interface SweepDone {
  /** for standard output */
  readonly text: string;
  /** for standard error: the settings that could not run, which have no figures in the table */
  readonly failed: readonly string[];
}

/** Runs the sweep and writes its table. @throws {BadInput} also when no setting at all can run */
export async function sweepCommand(options: SweepOptions, errors: Told = process.stderr): Promise<SweepDone> {
  const { request, market, universe } = await readInputs(options);
  const axes = options.dial.map((text) => axisFrom(text, request.strategy));
  const count = axes.reduce((product, axis) => product * axis.values.length, 1);
  if (count > MOST_SETTINGS) {
    throw new BadInput(`the sweep has ${count} settings; ${MOST_SETTINGS} are the most: take larger steps`);
  }
  const settings = settingsOf(axes);
  const universes = new Map([[UNIVERSE, universe]]);
  const pool = await askerOf(market, universes, options, errors);
  // A setting that is none, such as half a slot, has no run.
  const read = settings.map((dials) => turnDials(request.strategy, dials, calledAs(options.strategy)));
  const asked = read.flatMap((turned) =>
    turned.ok ? [{ universe: UNIVERSE, request: { ...request, strategy: turned.value } }] : [],
  );
  try {
    let done = 0;
    const told = () => ({ expected: options.quiet ? 0 : asked.length, done, found: 0 });
    const progress = tellProgress(told, errors);
    const results = await pool.askEach('figures', asked, () => done++).result.finally(() => progress.end());
    const ran = results.values();
    const rows = read.map((turned, k) => {
      const how = turned.ok ? ran.next().value : undefined;
      const why = turned.ok ? undefined : turned.problems[0]?.message;
      return { dials: settings[k] ?? {}, ...(how ? figuresOrWhy(how) : { why }) };
    });
    const failed = rows.flatMap(({ dials, why }) => {
      const at = axes.map(({ dial }) => `${dial} ${dials[dial]}`).join(', ');
      return why === undefined ? [] : [`${calledAs(options.strategy)}: at ${at}: ${why}`];
    });
    const [first] = failed;
    if (first !== undefined && failed.length === rows.length) throw new BadInput(first);
    const names = axes.map(({ dial }) => dial);
    const text = options.json ? sweepJson(rows) : sweepCsv(names, rows);
    if (options.out !== undefined) writeWhole(options.out, text);
    await pool.forget?.();
    if (options.out === undefined) return { text, failed };
    return { text: `${settings.length} settings written to ${options.out}\n`, failed };
  } finally {
    // Threads and connections keep a process alive.
    pool.end();
  }
}

function figuresOrWhy(how: Settled<FiguresOutcome>): { figures?: Figures; why?: string } {
  if (how.kind === 'failed') return { why: how.error.message };
  if (how.out.kind === 'done') return { figures: how.out.figures };
  const problem = how.out.kind === 'problems' ? how.out.problems[0] : undefined;
  return { why: `${problem?.path}: ${problem?.message}` };
}

/** `pull=2:10:1`, or `pull` for the range that the strategy file gives the dial. */
function axisFrom(text: string, strategy: Strategy): Axis {
  const [name = '', range] = text.split('=');
  const dial = strategy.dials[name];
  if (!dial) {
    const known = Object.keys(strategy.dials).join(', ') || 'none';
    throw new BadInput(`--dial: the strategy has no dial {${name}}; its dials: ${known}`);
  }
  const [from, to, step] =
    range === undefined ? [dial.from, dial.to, dial.step] : range.split(':').map(Number);
  if (from === undefined || to === undefined || step === undefined || !Number.isFinite(from + to + step)) {
    throw new BadInput(`--dial: give {${name}} a range: --dial ${name}=FROM:TO:STEP`);
  }
  try {
    return { dial: name, values: valuesFrom(from, to, step) };
  } catch (error) {
    throw new BadInput(`--dial ${text}: ${(error as Error).message}`);
  }
}
