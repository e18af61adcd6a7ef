// plateau sweep: every combination of some dials' values, one row of figures each.

import { writeFileSync } from 'node:fs';
import {
  type Axis,
  type Figures,
  type FiguresOutcome,
  type Settled,
  type Strategy,
  settingsOf,
  valuesFrom,
} from '@plateau/core';
import { sweepCsv, turnDials } from '@plateau/files';
import { BadInput } from './bad-input.ts';
import { engineThreads, workersFrom } from './engine-threads.ts';
import { type InputOptions, readInputs } from './inputs.ts';

interface SweepOptions extends InputOptions {
  /** NAME or NAME=FROM:TO:STEP each */
  readonly dial: readonly string[];
  readonly workers?: string;
  readonly out?: string;
}

const MOST_SETTINGS = 100_000;

interface SweepDone {
  /** for standard output */
  readonly text: string;
  /** for standard error: the settings that could not run, which have no figures in the table */
  readonly failed: readonly string[];
}

/** Runs the sweep and writes its table. @throws {BadInput} also when no setting at all can run */
export async function sweepCommand(options: SweepOptions): Promise<SweepDone> {
  const { request, market, universe } = readInputs(options);
  const axes = options.dial.map((text) => axisFrom(text, request.strategy));
  const count = axes.reduce((product, axis) => product * axis.values.length, 1);
  if (count > MOST_SETTINGS) {
    throw new BadInput(`the sweep has ${count} settings; ${MOST_SETTINGS} are the most: take larger steps`);
  }
  const settings = settingsOf(axes);
  const universes = new Map([[options.universe, universe]]);
  const pool = engineThreads(market, universes, workersFrom(options.workers));
  // A setting that is none, such as half a slot, has no run.
  const read = settings.map((dials) => turnDials(request.strategy, dials, options.strategy));
  const asked = read.flatMap((turned) =>
    turned.ok ? [{ universe: options.universe, request: { ...request, strategy: turned.value } }] : [],
  );
  const results = await pool.askEach('figures', asked).result.finally(() => pool.end());
  const ran = results.values();
  const rows = read.map((turned, k) => {
    const how = turned.ok ? ran.next().value : undefined;
    const why = turned.ok ? undefined : turned.problems[0]?.message;
    return { dials: settings[k] ?? {}, ...(how ? figuresOrWhy(how) : { why }) };
  });
  const failed = rows.flatMap(({ dials, why }) => {
    const at = axes.map(({ dial }) => `${dial} ${dials[dial]}`).join(', ');
    return why === undefined ? [] : [`${options.strategy}: at ${at}: ${why}`];
  });
  const [first] = failed;
  if (first !== undefined && failed.length === rows.length) throw new BadInput(first);
  const csv = sweepCsv(
    axes.map(({ dial }) => dial),
    rows,
  );
  if (options.out === undefined) return { text: csv, failed };
  try {
    writeFileSync(options.out, csv);
  } catch (error) {
    throw new BadInput(`${options.out}: cannot write there: ${(error as Error).message}`);
  }
  return { text: `${settings.length} settings written to ${options.out}\n`, failed };
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
