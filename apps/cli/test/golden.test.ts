// The golden cases: runs computed from the contract by an independent program. Every number to 1e-9 relative.

import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { at, barsPerYear, createEngine, reportOf } from '@plateau/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readInputs } from '../src/inputs.ts';
import { runCommand } from '../src/run.ts';
import { differences, leaves, readCsv, readJson } from './cases.ts';

const golden = join(import.meta.dirname, 'golden');
const cases = readdirSync(golden)
  .filter((name) => /^\d\d-/.test(name))
  .sort();

/**
 * The case whose program and the contract differ: bars with the typical price of the bar before (57 of them, such as K09 on
 * 2011-11-15, 313.52 / 3 on both days) have neither risen nor fallen (simulation.md 1.5), while the program counted their
 * last bit. It is run with 1e-11 more of high or less of low where the last bit says so, which makes such a bar a rise
 * or a fall for both; every number of the case is then the same.
 */
const COUNTS_LAST_BITS = '10-money-flow';

/** The folder of bars a case is run on, in its own folder where it is not the common one. */
function barsOf(name: string, own: string): string {
  const common = join(golden, 'bars');
  if (name !== COUNTS_LAST_BITS) return common;
  const folder = join(own, 'bars');
  mkdirSync(folder);
  for (const file of readdirSync(common)) writeFileSync(join(folder, file), tiesBroken(join(common, file)));
  return folder;
}

function tiesBroken(file: string): string {
  const rows = readCsv(file);
  const typical = rows.map(({ High, Low, Close }) => (Number(High) + Number(Low) + Number(Close)) / 3);
  const lines = rows.map(({ Date, Open, High, Low, Close, Volume }, i) => {
    const change = i === 0 ? 0 : Math.sign(at(typical, i) - at(typical, i - 1));
    const tie = i > 0 && Math.abs(at(typical, i) / at(typical, i - 1) - 1) <= 1e-12;
    const high = tie && change > 0 ? Number(High) * (1 + 1e-11) : High;
    const low = tie && change < 0 ? Number(Low) * (1 - 1e-11) : Low;
    return [Date, Open, high, low, Close, Volume].join(',');
  });
  return `Date,Open,High,Low,Close,Volume\n${lines.join('\n')}\n`;
}

describe.each(cases)('golden case %s', (name) => {
  const folder = join(golden, name);
  let out = '';
  let bars = '';
  beforeAll(async () => {
    out = mkdtempSync(join(tmpdir(), 'plateau-golden-'));
    bars = barsOf(name, out);
    const { benchmark, from, to } = readJson(join(folder, 'run.json'));
    await runCommand({
      strategy: join(folder, 'strategy.json'),
      bars,
      universe: join(golden, 'universe.csv'),
      benchmark,
      out,
      ...(from ? { from } : {}),
      ...(to ? { to } : {}),
    });
  });
  afterAll(() => rmSync(out, { recursive: true }));

  it('matches every closed trade', () => {
    const ours = readCsv(join(out, 'trades.csv')).filter((row) => row.exitDate !== '');
    const theirs = readCsv(join(folder, 'trades.csv'));
    const faults = theirs.flatMap((row, k) =>
      differences(ours[k] ?? {}, row, `trade ${k + 1} ${row.symbol} ${row.entryDate}`),
    );
    expect(faults.slice(0, 12)).toEqual([]);
    expect(ours.length).toBe(theirs.length);
  });

  it('matches every fifth day of the account', () => {
    const ours = new Map(readCsv(join(out, 'equity.csv')).map((row) => [row.date, row]));
    const theirs = readCsv(join(folder, 'equity-every-5th.csv'));
    const faults = theirs.flatMap((row) => differences(ours.get(row.date) ?? {}, row, `day ${row.date}`));
    expect(faults.slice(0, 12)).toEqual([]);
  });

  it('matches every figure of the summary', () => {
    const { figures } = readJson(join(out, 'summary.json'));
    const ours = new Map(leaves(figures).map(([path, value]) => [path, String(value)]));
    const faults = leaves(readJson(join(folder, 'summary.json'))).flatMap(([path, value]) =>
      differences({ value: ours.get(path) ?? 'absent' }, { value: String(value) }, path),
    );
    expect(faults).toEqual([]);
  });

  it('shows the figures of its summary in the report', async () => {
    const { benchmark, from, to } = readJson(join(folder, 'run.json'));
    const { request, market, universe } = await readInputs({
      strategy: join(folder, 'strategy.json'),
      bars,
      universe: join(golden, 'universe.csv'),
      benchmark,
      ...(from ? { from } : {}),
      ...(to ? { to } : {}),
    });
    const outcome = createEngine(market, universe).inspect(request);
    if (outcome.kind !== 'done') throw new Error('it did not run');
    const { run } = outcome.inspection;
    const { figures } = reportOf(run, {
      barsPerYear: barsPerYear(request.strategy.bars),
      costs: request.strategy.costs,
    });
    // A figure that is undefined is null in the file.
    const shown = JSON.parse(JSON.stringify({ ...figures.strategy, eitherWayBars: run.ambiguousBars }));
    expect(shown).toMatchObject(readJson(join(out, 'summary.json')).figures);
  });

  it('matches how often each outcome stands in the decision log', () => {
    const counts: Record<string, number> = {};
    for (const row of readCsv(join(out, 'decisions.csv'))) {
      const outcome = row.outcome as string;
      counts[outcome] = (counts[outcome] ?? 0) + 1;
    }
    expect(counts).toEqual(readJson(join(folder, 'outcomes.json')));
  });
});
