// plateau sweep: every combination of some dials' values, one row of figures each.

import { writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import {
  type Axis,
  type RunRequest,
  type Strategy,
  type SweepResult,
  type SweepSetup,
  settingsOf,
  shareMarket,
  valuesFrom,
  WorkPool,
  withDials,
} from '@plateau/core';
import { sweepCsv } from '@plateau/files';
import { BadInput } from './bad-input.ts';
import { type InputOptions, readInputs } from './inputs.ts';
import { threadsOf } from './worker-threads.ts';

interface SweepOptions extends InputOptions {
  /** NAME or NAME=FROM:TO:STEP each */
  readonly dial: readonly string[];
  readonly workers?: string;
  readonly out?: string;
}

const MOST_SETTINGS = 100_000;
const WORKER = new URL('../bin/sweep-worker.mjs', import.meta.url);

/** Runs the sweep and writes its table; returns the text for standard output. @throws {BadInput} */
export async function sweepCommand(options: SweepOptions): Promise<string> {
  const { request, market, universe } = readInputs(options);
  const axes = options.dial.map((text) => axisFrom(text, request.strategy));
  const count = axes.reduce((product, axis) => product * axis.values.length, 1);
  if (count > MOST_SETTINGS) {
    throw new BadInput(`the sweep has ${count} settings; ${MOST_SETTINGS} are the most: take larger steps`);
  }
  const settings = settingsOf(axes);
  const pool = new WorkPool<SweepSetup, RunRequest, SweepResult>(
    threadsOf(WORKER),
    { market: shareMarket(market), universe },
    workersFrom(options.workers),
  );
  try {
    const jobs = settings.map((dials) => ({ ...request, strategy: withDials(request.strategy, dials) }));
    const results = await pool.run(jobs).results;
    const rows = results.map((result, k) => {
      const dials = settings[k] ?? {};
      if (result.kind === 'done') return { dials, figures: result.figures };
      const why = result.kind === 'problems' ? result.problems[0] : undefined;
      const at = axes.map(({ dial }) => `${dial} ${dials[dial]}`).join(', ');
      throw new BadInput(`${options.strategy}: at ${at}: ${why?.path}: ${why?.message}`);
    });
    const csv = sweepCsv(
      axes.map(({ dial }) => dial),
      rows,
    );
    if (options.out === undefined) return csv;
    try {
      writeFileSync(options.out, csv);
    } catch (error) {
      throw new BadInput(`${options.out}: cannot write there: ${(error as Error).message}`);
    }
    return `${settings.length} settings written to ${options.out}\n`;
  } finally {
    pool.end();
  }
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

function workersFrom(text: string | undefined): number {
  if (text === undefined) return availableParallelism();
  const count = Number(text);
  if (!Number.isInteger(count) || count < 1 || count > 64) {
    throw new BadInput(`--workers: “${text}” is no whole number from 1 to 64`);
  }
  return count;
}
