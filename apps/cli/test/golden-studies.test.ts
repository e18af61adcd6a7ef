// The golden studies: computed from the contract by an independent program. Every number to 1e-9 relative.

import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { studyCommand } from '../src/study.ts';
import { differences, leaves, readCsv, readJson } from './cases.ts';

const golden = join(import.meta.dirname, 'golden-studies');
const cases = readdirSync(golden).sort();

describe.each(cases)('golden study %s', (name) => {
  const folder = join(golden, name);
  const theirs = (file: string): string => join(folder, file);
  let out = '';
  beforeAll(async () => {
    out = mkdtempSync(join(tmpdir(), 'plateau-golden-'));
    const { benchmark, from, to, bars, universe } = readJson(theirs('run.json'));
    await studyCommand(
      {
        study: theirs('study.json'),
        bars: join(folder, bars),
        universe: join(folder, universe),
        benchmark,
        out,
        // Starting a thread costs more than these studies.
        workers: '1',
        ...(from ? { from } : {}),
        ...(to ? { to } : {}),
      },
      { write: () => true, isTTY: false },
    );
  }, 120_000);
  afterAll(() => rmSync(out, { recursive: true }));

  it('matches every number of the result', () => {
    const ours = new Map(
      leaves(readJson(join(out, 'result.json'))).map(([path, value]) => [path, String(value)]),
    );
    const result = readJson(theirs('result.json'));
    const faults = leaves(result).flatMap(([path, value]) => {
      const found = ours.get(path) ?? 'absent';
      // What is left of a line with intercept has a mean of 0, but for rounding: it is held against how far it strays.
      if (path === 'mean') return Math.abs(Number(found) - Number(value)) < 1e-9 * result.deviation ? [] : [path];
      // Of random samples, which another program draws otherwise.
      if (path === 'luckOfBest.p') return Math.abs(Number(found) - Number(value)) <= 0.06 ? [] : [path];
      // A whole number may be written as 12.0.
      return typeof value === 'number' && Number(found) === value
        ? []
        : differences({ value: found }, { value: String(value) }, path);
    });
    expect(faults.slice(0, 12)).toEqual([]);
  });

  it.runIf(existsSync(theirs('trades.csv')))('matches every closed trade', () => {
    const rows = readCsv(theirs('trades.csv'));
    const found = readCsv(join(out, 'trades.csv'));
    const faults = rows.flatMap((row, k) => differences(found[k] ?? {}, row, `trade ${k + 1}`));
    expect(faults.slice(0, 12)).toEqual([]);
    expect(found.length).toBe(rows.length);
  });

  it.runIf(existsSync(theirs('equity-every-5th.csv')))('matches every fifth day of the account', () => {
    const ours = new Map(readCsv(join(out, 'equity.csv')).map((row) => [row.date, row]));
    const faults = readCsv(theirs('equity-every-5th.csv')).flatMap((row) =>
      differences(ours.get(row.date) ?? {}, row, `day ${row.date}`),
    );
    expect(faults.slice(0, 12)).toEqual([]);
  });
});
