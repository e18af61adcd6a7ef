// plateau sweep, on worker threads.

import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { WorkPool } from '@plateau/core';
import Papa from 'papaparse';
import { afterAll, describe, expect, it } from 'vitest';
import { runCommand } from '../src/run.ts';
import { sweepCommand } from '../src/sweep.ts';
import { threadsOf } from '../src/worker-threads.ts';

const golden = join(import.meta.dirname, 'golden');
const scratch = mkdtempSync(join(tmpdir(), 'plateau-sweep-'));
afterAll(() => rmSync(scratch, { recursive: true }));

const original = JSON.parse(readFileSync(join(golden, '03-oversold-skip/strategy.json'), 'utf8'));
const strategy = join(scratch, 'strategy.json');
writeFileSync(
  strategy,
  JSON.stringify({
    ...original,
    dials: { low: { value: 20, from: 10, to: 20, step: 10 }, bare: { value: 1 } },
    long: { ...original.long, enter: original.long.enter.replace('20', '{low}') },
  }),
);
/** A window must be a whole number of days. */
const windowed = join(scratch, 'windowed.json');
writeFileSync(
  windowed,
  JSON.stringify({
    ...original,
    dials: { window: { value: 2 } },
    long: { ...original.long, enter: 'close > {window}-day average' },
  }),
);
const inputs = {
  strategy,
  bars: join(golden, 'bars'),
  universe: join(golden, 'universe.csv'),
  benchmark: 'KIX',
};
const rowsOf = (csv: string) =>
  Papa.parse<Record<string, string>>(csv, { header: true, skipEmptyLines: true }).data;

describe('plateau sweep', () => {
  it('writes a row of figures a setting, the same as single runs and whatever the number of workers', async () => {
    const one = await sweepCommand({ ...inputs, dial: ['low=10:20:5'], workers: '1' });
    const two = await sweepCommand({ ...inputs, dial: ['low=10:20:5'], workers: '2' });
    expect(two).toEqual(one);
    expect(one.failed).toEqual([]);
    const rows = rowsOf(one.text);
    expect(rows.map((row) => row.low)).toEqual(['10', '15', '20']);
    const out = join(scratch, 'run');
    await runCommand({ ...inputs, out }); // the file's own dial is 20
    const { figures } = JSON.parse(readFileSync(join(out, 'summary.json'), 'utf8'));
    expect(Number(rows[2]?.cagr)).toBe(figures.cagr);
    expect(Number(rows[2]?.endEquity)).toBe(figures.endEquity);
    expect(rows[2]?.trades).toBe(String(figures.trades));
  });

  it('takes the range in the strategy file, and writes a file', async () => {
    const out = join(scratch, 'sweep.csv');
    const { text } = await sweepCommand({ ...inputs, dial: ['low'], out });
    expect(text).toBe(`2 settings written to ${out}\n`);
    expect(rowsOf(readFileSync(out, 'utf8')).map((row) => row.low)).toEqual(['10', '20']);
  });

  it.each([
    [['high=1:2:1'], 'no dial {high}; its dials: low, bare'],
    [['bare'], 'give {bare} a range'],
    [['low=1:x:1'], 'give {low} a range'],
    [['low=5:1:1'], 'the range ends at 1'],
    [['low=1:9999:1', 'bare=1:9999:1'], 'the most'],
  ])('refuses %s', async (dial, why) => {
    await expect(sweepCommand({ ...inputs, dial })).rejects.toThrow(why);
  });

  it('keeps the figures of the settings that can run, and names those that cannot', async () => {
    const { text, failed } = await sweepCommand({ ...inputs, dial: ['window=2:3:0.5'], strategy: windowed });
    const rows = rowsOf(text);
    expect(rows.map(({ window, trades }) => [window, trades === ''])).toEqual([
      ['2', false],
      ['2.5', true],
      ['3', false],
    ]);
    expect(failed.length).toBe(1);
    expect(failed[0]).toContain('at window 2.5: ');
  });

  it('says why no setting at all can run', async () => {
    await expect(sweepCommand({ ...inputs, benchmark: 'NONE', dial: ['low'] })).rejects.toThrow(
      'at low 10: benchmark',
    );
  });
});

describe('worker threads', () => {
  it('that die are reported, and the pool gives up a job that killed two', async () => {
    const file = join(scratch, 'dies.mjs');
    writeFileSync(
      file,
      "import { parentPort } from 'node:worker_threads';\nparentPort.on('message', (m) => { if (m.kind === 'job') process.exit(3); });\n",
    );
    const pool = new WorkPool<undefined, { work: { in: number; out: number } }>(
      threadsOf(pathToFileURL(file)),
      undefined,
      2,
    );
    await expect(pool.ask('work', 1).result).rejects.toThrow('ended with status 3');
    pool.end();
  });
});
