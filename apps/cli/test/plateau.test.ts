// The command as a person runs it: from the repository's root, with no build step.

import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';

const root = join(import.meta.dirname, '../../..');
const golden = join(import.meta.dirname, 'golden');
const scratch = mkdtempSync(join(tmpdir(), 'plateau-'));
afterAll(() => rmSync(scratch, { recursive: true }));

function plateau(...args: string[]) {
  return spawnSync(process.execPath, ['apps/cli/bin/plateau.mjs', ...args], { cwd: root, encoding: 'utf8' });
}
const strategy = join(golden, '03-oversold-skip/strategy.json');
const bars = join(golden, 'bars');
const universe = join(golden, 'universe.csv');

describe('plateau run', () => {
  it('prints the figures and writes the five files', () => {
    const out = join(scratch, 'out');
    const { status, stdout } = plateau(
      'run',
      strategy,
      '--bars',
      bars,
      '--universe',
      universe,
      '--benchmark',
      'KIX',
      '--out',
      out,
    );
    expect(status).toBe(0);
    expect(stdout).toContain('CAGR');
    expect(stdout).toMatch(/Trades\s+1251/);
    expect(readdirSync(out).sort()).toEqual([
      'decisions.csv',
      'equity.csv',
      'next-orders.csv',
      'summary.json',
      'trades.csv',
    ]);
    const { inputs } = JSON.parse(readFileSync(join(out, 'summary.json'), 'utf8'));
    expect(inputs.strategy).toMatch(/^[0-9a-f]{64}$/);
  });

  it.each<[string, () => string[], string]>([
    [
      'a missing file',
      () => ['run', 'none.json', '--bars', bars, '--universe', universe],
      'none.json: there is no such file',
    ],
    [
      'a missing folder',
      () => ['run', strategy, '--bars', 'nowhere', '--universe', universe],
      'nowhere: there is no such folder of bars',
    ],
    [
      'no bars option',
      () => ['run', strategy, '--universe', universe],
      "required option '--bars <bars>' not specified",
    ],
    ['an unknown option', () => ['run', strategy, '--bars', bars, '--fast'], "unknown option '--fast'"],
    [
      'a bad date',
      () => ['run', strategy, '--bars', bars, '--universe', universe, '--from', 'May'],
      '--from: “May” is no date; write YYYY-MM-DD',
    ],
    [
      'an unknown benchmark',
      () => ['run', strategy, '--bars', bars, '--universe', universe, '--benchmark', 'ZZ'],
      'benchmark: There are no bars for the benchmark “ZZ”; choose another.',
    ],
    [
      'a rule with a fault',
      () => {
        const file = join(scratch, 'faulty.json');
        writeFileSync(
          file,
          JSON.stringify({
            format: 'plateau-strategy/2',
            name: '',
            long: { enter: 'close > 5-day avg', exit: 'never' },
          }),
        );
        return ['run', file, '--bars', bars, '--universe', universe];
      },
      'long.enter: “avg” is called “average” here',
    ],
    [
      'a bad row',
      () => {
        const folder = join(scratch, 'bad');
        cpSync(bars, folder, { recursive: true });
        const file = join(folder, 'K02.csv');
        const lines = readFileSync(file, 'utf8').split('\n');
        lines[9] = '2011-01-14,30,20,31,30,1';
        writeFileSync(file, lines.join('\n'));
        return ['run', strategy, '--bars', folder, '--universe', universe];
      },
      'K02.csv, line 10: the high 20 is below the low 31',
    ],
  ])('refuses %s with one line and status 2', (_what, args, message) => {
    const { status, stderr, stdout } = plateau(...args());
    expect(stderr).toContain(message);
    expect(stderr.trim().split('\n')).toHaveLength(1);
    expect(stdout).toBe('');
    expect(status).toBe(2);
  });
});

describe('plateau blend', () => {
  const blends = join(import.meta.dirname, 'golden-blends');
  const blend = join(blends, 'b02-apart-drift/blend.json');

  it('prints the figures and writes the four files, each row naming its part', () => {
    const out = join(scratch, 'blend');
    const { status, stdout } = plateau('blend', blend, '--bars', bars, '--benchmark', 'KIX', '--out', out);
    expect(status).toBe(0);
    expect(stdout).toContain('Drifting');
    expect(readdirSync(out).sort()).toEqual(['decisions.csv', 'equity.csv', 'summary.json', 'trades.csv']);
    const [head, first] = readFileSync(join(out, 'trades.csv'), 'utf8').split('\n');
    expect(head).toMatch(/^part,symbol,/);
    expect(first).toMatch(/^fade,/);
  });

  it('names what it left out for want of bars', () => {
    const named = join(scratch, 'named.csv');
    writeFileSync(named, 'symbol,from,to,group\nK01,,,\nGONE,,,\n');
    const file = join(scratch, 'gappy-blend.json');
    const all = JSON.parse(readFileSync(blend, 'utf8'));
    const part = { ...all.parts[0], share: 100, universe: 'named.csv' };
    writeFileSync(file, JSON.stringify({ ...all, parts: [part] }));
    const { status, stdout } = plateau('blend', file, '--bars', bars, '--benchmark', 'KIX');
    expect(stdout).toContain('Left out, without bars: GONE');
    expect(status).toBe(0);
  });

  it.each<[string, (blend: Record<string, unknown>) => object, string[], string]>([
    ['shares that do not add up', (all) => ({ ...all, parts: [] }), [], 'parts'],
    [
      'a universe that is gone',
      (all) => ({ ...all, parts: [{ ...(all.parts as object[])[0], share: 100, universe: 'gone.csv' }] }),
      [],
      'gone.csv: there is no such file',
    ],
    [
      'an instrument without bars',
      (all) => ({ ...all, parts: [{ name: 'x', share: 100, hold: 'NONE' }] }),
      [],
      'parts.0.hold: There are no bars of “NONE”',
    ],
    [
      'cash alone',
      (all) => ({ ...all, parts: [{ name: 'x', share: 100, cash: 2 }] }),
      [],
      'Cash alone has no days',
    ],
    ['a universe option', (all) => all, ['--universe', universe], "'--universe'; it belongs to plateau run"],
  ])('refuses %s with one line and status 2', (_what, change, more, words) => {
    const file = join(scratch, 'faulty-blend.json');
    writeFileSync(file, JSON.stringify(change(JSON.parse(readFileSync(blend, 'utf8')))));
    const { status, stderr } = plateau('blend', file, '--bars', bars, '--benchmark', 'KIX', ...more);
    expect(stderr.trim().split('\n').length).toBe(1);
    expect(stderr).toContain(words);
    expect(status).toBe(2);
  });
});
