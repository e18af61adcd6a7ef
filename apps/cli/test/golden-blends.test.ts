// The golden blends: computed from the contract by an independent program. Every number to 1e-9 relative.

import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { blendCommand } from '../src/blend.ts';
import { differences, leaves, readCsv, readJson } from './cases.ts';

const golden = join(import.meta.dirname, 'golden-blends');
const cases = readdirSync(golden).sort();

describe.each(cases)('golden blend %s', (name) => {
  const folder = join(golden, name);
  let out = '';
  beforeAll(async () => {
    out = mkdtempSync(join(tmpdir(), 'plateau-golden-'));
    const { benchmark, from, to, bars } = readJson(join(folder, 'run.json'));
    await blendCommand({
      blend: join(folder, 'blend.json'),
      bars: join(folder, bars),
      benchmark,
      out,
      ...(from ? { from } : {}),
      ...(to ? { to } : {}),
    });
  });
  afterAll(() => rmSync(out, { recursive: true }));

  it('matches every closed trade of every part', () => {
    const key = ({ exitDate, symbol, entryDate, part }: Record<string, string>) =>
      [exitDate, symbol, entryDate, part].join();
    const ours = new Map(
      readCsv(join(out, 'trades.csv'))
        .filter(({ exitDate }) => exitDate !== '')
        .map((row) => [key(row), row]),
    );
    const theirs = readCsv(join(folder, 'trades.csv'));
    const faults = theirs.flatMap((row) => differences(ours.get(key(row)) ?? {}, row, key(row)));
    expect(faults.slice(0, 12)).toEqual([]);
    expect(ours.size).toBe(theirs.length);
  });

  it('matches every fifth day of the account and of its parts', () => {
    const ours = new Map(readCsv(join(out, 'equity.csv')).map((row) => [row.date, row]));
    const theirs = readCsv(join(folder, 'equity-every-5th.csv'));
    const faults = theirs.flatMap((row) => differences(ours.get(row.date) ?? {}, row, `day ${row.date}`));
    expect(faults.slice(0, 12)).toEqual([]);
  });

  it('matches every figure of the summary: blend, parts, and what is compared', () => {
    const ours = new Map(
      leaves(readJson(join(out, 'summary.json'))).map(([path, value]) => [path, String(value)]),
    );
    const faults = leaves(readJson(join(folder, 'summary.json'))).flatMap(([path, value]) =>
      differences({ value: ours.get(path) ?? 'absent' }, { value: String(value) }, path),
    );
    expect(faults).toEqual([]);
  });

  it('matches how often each outcome stands in the decision log of each part', () => {
    const counts: Record<string, Record<string, number>> = {};
    for (const { part = '', outcome = '' } of readCsv(join(out, 'decisions.csv'))) {
      const own = counts[part] ?? {};
      counts[part] = own;
      own[outcome] = (own[outcome] ?? 0) + 1;
    }
    expect(counts).toEqual(readJson(join(folder, 'outcomes.json')));
  });
});
