// The command on a terminal and in a pipe: what comes in by which way, how it ends, what a shell completes.

import { spawn, spawnSync } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync, strToU8, zipSync } from 'fflate';
import { afterAll, describe, expect, it } from 'vitest';
import { ENGINE_VERSION } from '../../../packages/core/src/index.ts';
import {
  BarsZipWriter,
  barsParquet,
  readBarsCsv,
  readStrategyFile,
  readUniverseCsv,
  WorkspaceWriter,
  writeRunFile,
} from '../../../packages/files/src/index.ts';
import { runCommand } from '../src/run.ts';

const root = join(import.meta.dirname, '../../..');
const samples = join(root, 'samples');
const strategy = join(samples, 'strategy.json');
const bars = join(samples, 'bars');
const bin = join(import.meta.dirname, '../bin/plateau.mjs');
const scratch = mkdtempSync(join(tmpdir(), 'plateau-terminal-'));
afterAll(() => rmSync(scratch, { recursive: true }));

const plateau = (args: readonly string[], input?: string) =>
  spawnSync(process.execPath, [bin, ...args], {
    cwd: root,
    encoding: 'utf8',
    ...(input !== undefined && { input }),
  });

const texts = readdirSync(bars).map((name) => [name, readFileSync(join(bars, name), 'utf8')] as const);
const members = texts.find(([name]) => name === 'universe.csv')?.[1] ?? '';
const instruments = texts
  .filter(([name]) => name !== 'universe.csv')
  .map(([name, text]) => {
    const read = readBarsCsv(text, name);
    if (!read.ok) throw new Error(name);
    return [name.replace('.csv', ''), text, read.value] as const;
  });

it('ends, threads and all, when no setting of a sweep can run', () => {
  const { status, stderr } = spawnSync(
    process.execPath,
    [bin, 'sweep', strategy, '--bars', bars, '--benchmark', 'NONE', '--dial', 'low=3:4:1', '--quiet'],
    { cwd: root, encoding: 'utf8', timeout: 200_000 },
  );
  expect([status, stderr]).toEqual([2, expect.stringContaining('There are no bars for the benchmark')]);
});

describe('bars', () => {
  const options = { strategy, benchmark: 'SK60', json: true };
  const figuresOn = async (path: string, more: object = {}): Promise<unknown> =>
    JSON.parse(await runCommand({ ...options, bars: path, ...more })).figures;

  it.each<[string, () => string, object?]>([
    [
      'a folder of packed CSVs',
      () => {
        const folder = mkdtempSync(join(scratch, 'packed-'));
        for (const [symbol, text] of instruments) {
          writeFileSync(join(folder, `${symbol}.csv.gz`), gzipSync(strToU8(text)));
        }
        writeFileSync(join(folder, 'universe.csv'), members);
        return folder;
      },
    ],
    [
      'a folder of Parquet files',
      () => {
        const folder = mkdtempSync(join(scratch, 'parquet-'));
        for (const [symbol, , its] of instruments) {
          writeFileSync(join(folder, `${symbol}.parquet`), barsParquet(its));
        }
        writeFileSync(join(folder, 'universe.csv'), members);
        return folder;
      },
    ],
    [
      'a zip',
      () => {
        const files = Object.fromEntries(texts.map(([name, text]) => [`bars/${name}`, strToU8(text)]));
        const file = join(scratch, 'bars.zip');
        writeFileSync(file, zipSync(files));
        return file;
      },
    ],
    ...(['csv', 'parquet'] as const).map(
      (form) =>
        [
          `a universe’s bars as the page gives them, ${form}`,
          () => {
            const read = readUniverseCsv(members, '');
            const pieces: Uint8Array[] = [];
            const writer = new BarsZipWriter(form, (piece) => pieces.push(piece));
            for (const [symbol, , its] of instruments) writer.add(symbol, its);
            writer.finish(read.ok ? read.value : []);
            const file = join(scratch, `universe-${form}.zip`);
            writeFileSync(file, Buffer.concat(pieces));
            return file;
          },
        ] satisfies [string, () => string],
    ),
    [
      'a workspace',
      () => {
        const read = readUniverseCsv(members, '');
        const pieces: Uint8Array[] = [];
        const writer = new WorkspaceWriter((piece) => pieces.push(piece));
        for (const [symbol, , its] of instruments) writer.addBars(symbol, its);
        const none = {
          listings: [],
          sheets: [],
          blends: [],
          logbook: [],
          runs: [],
          studies: [],
          followed: [],
          repairs: [],
        };
        const universes = [{ id: 'u', name: 'Ten funds', members: read.ok ? read.value : [] }];
        writer.finish({ ...none, universes, layouts: [], settings: [] });
        const file = join(scratch, 'workspace.zip');
        writeFileSync(file, Buffer.concat(pieces));
        return file;
      },
      { universe: 'Ten funds' },
    ],
  ])('of %s give the same run', async (_what, path, more) => {
    expect(await figuresOn(path(), more)).toEqual(await figuresOn(bars));
  });

  it('are told of where they are none, two of one name, or damaged', async () => {
    const folder = mkdtempSync(join(scratch, 'faulty-'));
    await expect(figuresOn(folder)).rejects.toThrow('there are no .csv or .parquet files in it');
    await expect(figuresOn(strategy)).rejects.toThrow('a zip of them, or a workspace');
    writeFileSync(join(folder, 'A.csv.gz'), 'no gzip');
    await expect(figuresOn(folder)).rejects.toThrow(/A\.csv\.gz: it is damaged or no gzip/);
    cpSync(join(bars, 'SK60.csv'), join(folder, 'A.csv'));
    writeFileSync(join(folder, 'A.csv.gz'), gzipSync(readFileSync(join(bars, 'SK60.csv'))));
    await expect(figuresOn(folder)).rejects.toThrow('there are two files of A');
    await expect(figuresOn(bars, { universe: 'Kelp' })).rejects.toThrow('Kelp: there is no such file');
  });

  it('that several rows of are wrong have each of them named', () => {
    const folder = mkdtempSync(join(scratch, 'rows-'));
    cpSync(bars, folder, { recursive: true });
    const lines = (texts.find(([name]) => name === 'SK60.csv')?.[1] ?? '').split('\n');
    lines[4] = 'May,1,1,1,1,1';
    lines[8] = '2018-01-11,30,20,31,30,1';
    writeFileSync(join(folder, 'SK60.csv'), lines.join('\n'));
    const { status, stderr } = plateau(['run', strategy, '--bars', folder]);
    expect(stderr).toMatch(/SK60\.csv, line 5: “May” is no date.*\n.*SK60\.csv, line 9: the high 20/);
    expect(status).toBe(2);
  });
});

describe('the file to run', () => {
  it('comes on standard input', () => {
    const { stdout, status } = plateau(
      ['run', '-', '--bars', bars, '--benchmark', 'SK60', '--json'],
      readFileSync(strategy, 'utf8'),
    );
    expect(status).toBe(0);
    expect(JSON.parse(stdout).figures.trades).toBeGreaterThan(100);
    const faulty = plateau(['run', '-', '--bars', bars], '{}');
    expect(faulty.stderr).toContain('plateau: standard input: ');
    expect(faulty.status).toBe(2);
  });

  it('may be a run that was kept: its strategy, benchmark, span and members, but for what is asked otherwise', async () => {
    const text = readFileSync(strategy, 'utf8');
    const read = readStrategyFile(text, '');
    const universe = readUniverseCsv(members, '');
    if (!read.ok || !universe.ok) throw new Error('no strategy');
    const [from, to] = [17_600, 19_000];
    const file = join(scratch, 'run.json');
    const asked = { strategy, bars, benchmark: 'SK60', from: '2018-03-10', to: '2022-01-08', json: true };
    const summary = await runCommand(asked);
    writeFileSync(
      file,
      writeRunFile({
        name: 'Kept',
        at: 0,
        request: { strategy: read.value, benchmark: 'SK60', from, to },
        universe: { id: 'u', name: 'Ten funds', members: universe.value.slice(0, 5) },
        data: 'ab',
        engine: ENGINE_VERSION,
        summary,
        tried: [],
      }),
    );
    const five = join(scratch, 'five.csv');
    writeFileSync(five, members.split('\n').slice(0, 6).join('\n'));
    const lone = mkdtempSync(join(scratch, 'lone-'));
    for (const [symbol, its] of instruments) writeFileSync(join(lone, `${symbol}.csv`), its);
    const figures = (said: string): unknown => JSON.parse(said).figures;
    expect(figures(await runCommand({ strategy: file, bars: lone, json: true }))).toEqual(
      figures(await runCommand({ ...asked, bars: lone, universe: five })),
    );
    const shorter = { strategy: file, bars: lone, to: '2020-01-08', json: true };
    expect(figures(await runCommand(shorter))).toEqual(
      figures(await runCommand({ ...asked, bars: lone, universe: five, to: '2020-01-08' })),
    );
  });
});

describe('it ends', () => {
  const begun = (args: readonly string[]) => spawn(process.execPath, [bin, ...args], { cwd: root });
  const status = (child: ReturnType<typeof begun>): Promise<number | null> =>
    new Promise((resolve) => child.on('exit', resolve));

  it('with 141 when who reads it has gone', async () => {
    const child = begun(['run', strategy, '--bars', bars, '--json']);
    child.stdout.destroy();
    expect(await status(child)).toBe(141);
  });

  it('with 130 when it is interrupted, leaving no half file', async () => {
    const out = join(scratch, 'interrupted');
    // Long enough that no machine has done it before the signal comes.
    const long = JSON.parse(readFileSync(join(samples, 'study.json'), 'utf8'));
    const file = join(scratch, 'long.json');
    const axes = [
      { dial: 'low', from: 3, to: 7, step: 1 },
      { dial: 'limit', from: 5, to: 300, step: 1 },
    ];
    writeFileSync(file, JSON.stringify({ ...long, axes }));
    const args = ['study', file, '--bars', bars, '--universe', join(bars, 'universe.csv')];
    const child = begun([...args, '--workers', '1', '--out', out]);
    const ended = status(child);
    child.stderr.once('data', () => child.kill('SIGINT'));
    expect(await ended).toBe(130);
    expect(readdirSync(out)).toEqual(['study-pieces.bin']);
  });

  it.runIf(existsSync('/dev/full'))('with 3 when the disk is full or may not be written', () => {
    const to = (target: string) =>
      spawnSync(
        'bash',
        ['-c', `"${process.execPath}" "${bin}" run "${strategy}" --bars "${bars}" ${target}`],
        {
          encoding: 'utf8',
        },
      );
    const full = to('>/dev/full');
    expect(full.stderr).toContain('standard output: cannot write there');
    expect(full.status).toBe(3);
    const folder = to(`--out "${strategy}"`);
    expect(folder.stderr).toContain('strategy.json: cannot write there');
    expect(folder.status).toBe(3);
  });

  it('with its version, its help, and what there is to ask of a command', () => {
    const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));
    expect(plateau(['--version']).stdout).toBe(`${version}\n`);
    expect(plateau(['--help']).stdout).toContain('walk-forward');
    expect(plateau(['help', 'sweep']).stdout).toContain('--dial <name=from:to:step>');
    const unknown = plateau(['swep']);
    expect([unknown.status, unknown.stderr]).toEqual([2, expect.stringContaining('Did you mean sweep?')]);
  });
});

describe('a shell', () => {
  it('completes commands and options', () => {
    const completed = (words: string): string => {
      const script = `eval "$("${process.execPath}" "${bin}" completion bash)"; COMP_WORDS=(plateau ${words}); COMP_CWORD=$((\${#COMP_WORDS[@]} - 1)); _plateau; echo "\${COMPREPLY[@]}"`;
      return spawnSync('bash', ['-c', script], { encoding: 'utf8' }).stdout.trim();
    };
    expect(completed('s')).toBe('sweep study');
    expect(completed('sweep --d')).toBe('--dial');
    expect(completed('blend --j')).toBe('--json');
  });

  it('runs the lines of the README as they stand', () => {
    const lines = readFileSync(join(root, 'README.md'), 'utf8').match(/^ {4}(npx plateau .*)$/gm) ?? [];
    expect(lines.length).toBeGreaterThan(4);
    const folder = mkdtempSync(join(scratch, 'readme-'));
    symlinkSync(samples, join(folder, 'samples'));
    for (const line of lines) {
      const command = line.trim().replace('npx plateau', `"${process.execPath}" "${bin}"`);
      const {
        status: ended,
        stderr,
        stdout,
      } = spawnSync('bash', ['-c', command], { cwd: folder, encoding: 'utf8' });
      expect([line, ended, stderr.replace(/^plateau: \d+ of \d+ done.*\n/gm, '')]).toEqual([line, 0, '']);
      expect(stdout.length).toBeGreaterThan(20);
    }
    expect(readdirSync(join(folder, 'out', 'dips')).length).toBe(5);
  });
});
