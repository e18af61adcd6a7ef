// The golden cases: runs computed from the contract by an independent program. Every number to 1e-9 relative.

import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { barsPerYear, createEngine, reportOf } from '@plateau/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readInputs } from '../src/inputs.ts';
import { runCommand } from '../src/run.ts';
import { differences, leaves, readCsv, readJson } from './cases.ts';

const golden = join(import.meta.dirname, 'golden');
const cases = readdirSync(golden)
  .filter((name) => /^\d\d-/.test(name))
  .sort();

describe.each(cases)('golden case %s', (name) => {
  const folder = join(golden, name);
  let out = '';
  beforeAll(async () => {
    out = mkdtempSync(join(tmpdir(), 'plateau-golden-'));
    const { benchmark, from, to } = readJson(join(folder, 'run.json'));
    await runCommand({
      strategy: join(folder, 'strategy.json'),
      bars: join(golden, 'bars'),
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
      bars: join(golden, 'bars'),
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
