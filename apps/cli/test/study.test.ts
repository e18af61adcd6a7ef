// plateau study, on worker threads and as a process that is killed.

import { spawn } from 'node:child_process';
import {
  appendFileSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { afterAll, describe, expect, it } from 'vitest';
import { main } from '../src/main.ts';
import { openPieces } from '../src/pieces-file.ts';
import { studyCommand } from '../src/study.ts';
import { sweepCommand } from '../src/sweep.ts';

const golden = join(import.meta.dirname, 'golden');
const studies = join(import.meta.dirname, 'golden-studies');
const scratch = mkdtempSync(join(tmpdir(), 'plateau-study-'));
afterAll(() => rmSync(scratch, { recursive: true }));

const silent = { write: () => true, isTTY: false };
const bars = join(golden, 'bars');
const written = (name: string, value: object): string => {
  const file = join(scratch, `${name}.json`);
  writeFileSync(file, JSON.stringify(value));
  return file;
};
const text = (folder: string, file: string): string => readFileSync(join(folder, file), 'utf8');

const terrain = JSON.parse(readFileSync(join(studies, 's01-terrain-81/study.json'), 'utf8'));
const universe = join(studies, 's01-terrain-81/universe.csv');
const small = {
  ...terrain,
  axes: [
    { dial: 'low', from: 2, to: 4, step: 1 },
    { dial: 'limit', from: 2, to: 6, step: 4 },
  ],
};
const run = (study: string, out: string, more: object = {}): Promise<string> =>
  studyCommand({ study, bars, universe, benchmark: 'KIX', out, ...more }, silent);

/** Every kind on a few cells, signals and repetitions. */
const kinds: Record<string, object> = {
  terrain: small,
  walk: { ...small, kind: 'walk', split: undefined, train: 24, test: 12, choose: 'best' },
  edge: {
    format: 'plateau-study/1',
    kind: 'edge',
    signals: [
      { name: 'fallen', rule: 'streak is at most -{n}', sweep: { dial: 'n', from: 2, to: 4, step: 1 } },
      { name: 'risen', rule: 'streak is at least 3', side: 'short' },
    ],
    horizons: [1, 5],
  },
  pair: { format: 'plateau-study/1', kind: 'pair', y: 'K12', x: 'K02', training: { bars: 500 } },
  search: { format: 'plateau-study/1', kind: 'pair', search: {}, training: { bars: 500 } },
  shake: { format: 'plateau-study/1', kind: 'shake', strategy: terrain.strategy, repetitions: 2 },
};

describe('plateau study', () => {
  it.each(Object.keys(kinds))('gives the same bytes of a %s on one worker and on two', async (kind) => {
    const study = written(kind, kinds[kind] ?? {});
    const [one, two] = [join(scratch, `${kind}-1`), join(scratch, `${kind}-2`)];
    const told = await run(study, one, { workers: '1' });
    expect(await run(study, two, { workers: '2' })).toBe(told);
    const files = readdirSync(one).sort();
    expect(readdirSync(two).sort()).toEqual(files);
    expect(files).toContain('result.json');
    for (const file of files) expect(text(two, file), file).toBe(text(one, file));
  });

  it('has of each cell the numbers that plateau sweep has, bit for bit', async () => {
    const study = written('as-sweep', small);
    const out = join(scratch, 'as-sweep');
    await run(study, out);
    const strategy = written('strategy', small.strategy);
    const { text: csv } = await sweepCommand({
      strategy,
      bars,
      universe,
      benchmark: 'KIX',
      dial: ['low=2:4:1', 'limit=2:6:4'],
    });
    const rows = (table: string) =>
      Papa.parse<Record<string, string>>(table, { header: true, skipEmptyLines: true }).data;
    const cells = rows(text(out, 'cells.csv'));
    expect(cells.length).toBe(6);
    for (const [k, row] of rows(csv).entries()) expect(cells[k]).toMatchObject(row);
  });

  it('goes on from what a killed process had done, to the same result', async () => {
    const study = written('killed', terrain);
    const out = join(scratch, 'killed');
    const args = ['study', study, '--bars', bars, '--universe', universe, '--benchmark', 'KIX', '--out', out];
    const bin = join(import.meta.dirname, '../bin/plateau.mjs');
    const child = spawn(process.execPath, [bin, ...args], { stdio: ['ignore', 'ignore', 'pipe'] });
    const done = await new Promise<number>((resolve, reject) => {
      child.stderr.on('data', (chunk: Buffer) => {
        const [, count] = /(\d+) of \d+ done/.exec(String(chunk)) ?? [];
        if (Number(count) > 3) resolve(Number(count));
      });
      child.on('exit', (code) => reject(new Error(`it ended by itself: ${code}`)));
    });
    child.removeAllListeners('exit');
    const ended = new Promise((resolve) => child.on('exit', resolve));
    child.kill('SIGKILL');
    await ended;
    expect(existsSync(join(out, 'result.json'))).toBe(false);
    // What was being written when it was killed.
    appendFileSync(join(out, 'study-pieces.bin'), Buffer.from([7, 0, 0, 0, 1, 2, 3]));

    const lines: string[] = [];
    await studyCommand(
      { study, bars, universe, benchmark: 'KIX', out },
      { write: (line) => lines.push(String(line)) > 0, isTTY: false },
    );
    const [, before] = /(\d+) from before/.exec(lines.join('')) ?? [];
    expect(Number(before)).toBeGreaterThanOrEqual(done - 1);
    expect(readdirSync(out).sort()).toEqual(['cells.csv', 'result.json']);
    const whole = join(scratch, 'whole');
    await run(study, whole);
    expect(text(out, 'result.json')).toBe(text(whole, 'result.json'));
    expect(text(out, 'cells.csv')).toBe(text(whole, 'cells.csv'));
  });

  it('shows a cell that cannot run, and the others', async () => {
    const halves = { ...small, axes: [{ dial: 'low', from: 2, to: 3, step: 0.5 }] };
    const out = join(scratch, 'halves');
    const told = await run(written('halves', halves), out);
    expect(told).toContain('3 cells by mar, 1 of them could not run');
    const { cells } = JSON.parse(text(out, 'result.json'));
    expect(cells.map(({ figures }: { figures: unknown }) => figures !== null)).toEqual([true, false, true]);
    expect(cells[1].why).toContain('whole number');
  });

  it('says in a line what is wrong, where, and leaves nothing behind', async () => {
    const faults: [object, RegExp][] = [
      [{ ...small, axes: [] }, /axes: A grid needs an axis/],
      [{ ...small, axes: [{ dial: 'ghost', from: 1, to: 2, step: 1 }] }, /no dial \{ghost\}/],
      [{ ...small, split: '2099-01-01' }, /split: The split leaves/],
      [{ ...small, split: '2015-02-30' }, /split.*a day that exists/],
      [{ ...small, kind: 'walk', split: undefined, train: 240, test: 12 }, /train: The days end before/],
      [{ ...kinds.edge, horizons: [] }, /horizons/],
      [{ ...kinds.edge, signals: [{ name: 'x', rule: 'clsoe > 1' }] }, /signals: “x”/],
      [{ ...kinds.pair, x: 'K12' }, /both are K12/],
      [{ ...kinds.pair, x: 'GHOST' }, /no bars of GHOST/],
      [{ ...kinds.pair, training: { bars: 1 } }, /training/],
      [{ ...kinds.shake, nudges: ['hope'] }, /nudges/],
      [{ ...small, kind: 'hope' }, /kind/],
    ];
    for (const [k, [study, message]] of faults.entries()) {
      const out = join(scratch, `fault-${k}`);
      await expect(run(written(`fault-${k}`, study), out), String(message)).rejects.toThrow(message);
      expect(existsSync(out) ? readdirSync(out) : []).toEqual([]);
    }
  });

  it('refuses options that belong elsewhere', async () => {
    const told: string[] = [];
    const { write } = process.stderr;
    process.stderr.write = ((line: string) => told.push(line) > 0) as typeof write;
    try {
      expect(await main(['study', 'x.json', '--bars', bars, '--dial', 'low'])).toBe(2);
      expect(await main(['study', '--bars', bars])).toBe(2);
      expect(await main(['study', join(scratch, 'none.json'), '--bars', bars])).toBe(2);
    } finally {
      process.stderr.write = write;
    }
    expect(told.join('')).toMatch(/'--dial'; it belongs to plateau sweep\n.*'study\.json'.*\n.*no such file/);
  });
});

describe('the file of pieces', () => {
  it('gives back what was kept, and ends at the first damaged record', async () => {
    const file = join(scratch, 'pieces.bin');
    const [a, b] = ['a'.repeat(16), 'b'.repeat(16)];
    const first = openPieces(file);
    await first.keep(a, { x: Float64Array.of(1, Number.NaN), y: undefined });
    await first.keep(b, 'second');
    first.close();
    const second = openPieces(file);
    expect(second.found).toBe(2);
    expect((await second.find([a, 'c'.repeat(16)])).get(a)).toEqual({
      x: Float64Array.of(1, Number.NaN),
      y: undefined,
    });
    second.close();
    const bytes = readFileSync(file);
    bytes[bytes.length - 1] = 0xff;
    writeFileSync(file, bytes);
    const third = openPieces(file);
    expect([...(await third.find([a, b])).keys()]).toEqual([a]);
    await third.keep(b, 'again');
    third.close();
    const fourth = openPieces(file);
    expect((await fourth.find([b])).get(b)).toBe('again');
    fourth.remove();
    expect(existsSync(file)).toBe(false);
  });
});
