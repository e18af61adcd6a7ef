// The evening headless: the orders of a followed run are those of its run cut at that day, whoever asks.

import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Bars, createEngine, dayFromIso, ENGINE_VERSION, isoFromDay } from '@plateau/core';
import { barsCsv, readBarsCsv, readStrategyFile, readUniverseCsv, writeFollowedFile } from '@plateau/files';
import { afterAll, describe, expect, it } from 'vitest';

const root = join(import.meta.dirname, '../../..');
const golden = join(import.meta.dirname, 'golden');
const scratch = mkdtempSync(join(tmpdir(), 'plateau-evening-'));
afterAll(() => rmSync(scratch, { recursive: true }));

function plateau(...args: string[]) {
  return spawnSync(process.execPath, ['apps/cli/bin/plateau.mjs', ...args], { cwd: root, encoding: 'utf8' });
}

function read<T>(result: { ok: true; value: T } | { ok: false; problems: unknown }): T {
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
}

const text = (path: string): string => readFileSync(join(golden, path), 'utf8');
const strategy = read(readStrategyFile(text('02-breakout-ranked-risk/strategy.json'), 's'));
const members = read(readUniverseCsv(text('universe.csv'), 'u'));
const market = new Map(
  readdirSync(join(golden, 'bars')).map((file): [string, Bars] => [
    file.replace('.csv', ''),
    read(readBarsCsv(text(`bars/${file}`), file)),
  ]),
);
const days = market.get('KIX')?.day ?? new Int32Array();
const trusted = days[days.length - 40] ?? 0;
const request = { strategy, benchmark: 'KIX' };
const followed = (print: string, cagr = 0.1): string =>
  writeFollowedFile({
    name: 'Breakout',
    trusted,
    engine: ENGINE_VERSION,
    tested: { days: 1, print, endEquity: 1, cagr, maxDrawdown: -0.3, trades: 12 },
    account: { kind: 'simulated' },
    fills: [],
    events: [],
    run: { kind: 'run', request, universe: { id: 'u', name: 'U', members } },
  });
const file = join(scratch, 'followed.json');
writeFileSync(file, followed('other'));
const bars = join(golden, 'bars');

describe('plateau evening', () => {
  it('refuses changed bars of tested days with what they do, until it is told to go on', () => {
    const { status, stderr, stdout } = plateau(
      'evening',
      file,
      '--bars',
      bars,
      '--out',
      join(scratch, 'none'),
    );
    expect(status).toBe(2);
    expect(stdout).toBe('');
    expect(stderr).toContain(
      `bars of days up to ${isoFromDay(trusted)} have changed since it was trusted: tested then with a CAGR of 10.00%`,
    );
    expect(readdirSync(scratch)).toEqual(['followed.json']);
  });

  it.each([1, 3, 8, 20])(
    'gives the orders of the run, %i sessions before its end, from a folder cut there and from a whole one',
    (back) => {
      const to = days[days.length - 1 - back] ?? 0;
      const outcome = createEngine(market, members).run({ ...request, to });
      if (outcome.kind !== 'done') throw new Error('no run');
      const expected = outcome.run.nextOrders.map(
        ({ symbol, side, shares }) => `${symbol},${side},${shares}`,
      );
      const folder = join(scratch, `cut-${back}`);
      mkdirSync(folder);
      for (const [symbol, its] of market) {
        const lines = barsCsv(its)
          .split('\n')
          .filter((line) => !/^\d/.test(line) || (dayFromIso(line.slice(0, 10)) ?? 0) <= to);
        writeFileSync(join(folder, `${symbol}.csv`), lines.join('\n'));
      }
      const orders = (...args: string[]): string[] => {
        const out = join(scratch, `out-${back}-${args.length}`);
        const { status, stderr } = plateau('evening', file, '--accept-past', '--out', out, ...args);
        expect(stderr).toBe('');
        expect(status).toBe(0);
        return readFileSync(join(out, 'orders.csv'), 'utf8')
          .trim()
          .split('\n')
          .slice(1)
          .map((line) => line.split(','))
          .filter(([, , , action]) => action !== 'protect')
          .map(([, symbol, side, , shares]) => `${symbol},${side},${shares}`);
      };
      expect(orders('--bars', bars, '--to', isoFromDay(to))).toEqual(expected);
      expect(orders('--bars', folder)).toEqual(expected);
    },
  );

  it('takes positions and cash, fills and events of one’s own', () => {
    const holdings = join(scratch, 'holdings.csv');
    writeFileSync(holdings, 'symbol,shares\nK01,100\n');
    const { status, stdout } = plateau(
      'evening',
      file,
      '--accept-past',
      '--bars',
      bars,
      '--holdings',
      holdings,
      '--cash',
      '5000',
      '--json',
    );
    expect(status).toBe(0);
    const [told] = JSON.parse(stdout);
    expect(told.cash).toBeCloseTo(5000, 9);
    const held = [
      ...told.standing,
      ...told.orders.filter(({ action }: { action: string }) => action === 'exit'),
    ];
    expect(held).toMatchObject([{ symbol: 'K01', shares: 100 }]);
  });

  it.each<[string, () => string[], RegExp]>([
    ['positions without cash', () => ['--holdings', file], /--holdings and --cash go together/],
    [
      'cash that is none',
      () => ['--cash', 'much', '--holdings', join(scratch, 'holdings.csv')],
      /--cash: “much” is no sum of money/,
    ],
    ['a day that is none', () => ['--to', 'soon'], /--to: “soon” is no date/],
  ])('says what is wrong: %s', (_what, args, why) => {
    const { status, stderr } = plateau('evening', file, '--bars', bars, '--accept-past', ...args());
    expect(status).toBe(2);
    expect(stderr).toMatch(why);
  });
});
