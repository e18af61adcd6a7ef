// The headless runner on the small demo market, as the test server serves it, for tests that hold the page against it.

import { spawnSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { isoFromDay } from '@plateau/core';
import { createSkerryMarket, historyCsv, sessionsAhead } from '@plateau/skerry';
import { expect } from '@playwright/test';

/** Lays out the market's bars, and its universes as files: its stocks under a name of the test's. @returns the folder of bars */
function layOut(scratch: string, stocks: string): string {
  const skerry = createSkerryMarket('small');
  const bars = join(scratch, 'bars');
  mkdirSync(bars, { recursive: true });
  for (const [symbol, its] of skerry.bars) writeFileSync(join(bars, `${symbol}.csv`), historyCsv(its));
  const iso = (day: number | undefined): string => (day === undefined ? '' : isoFromDay(day));
  skerry.universes.forEach(({ id, members }, k) => {
    const rows = members.map((m) => `${m.symbol},${iso(m.from)},${iso(m.to)},${m.group}`);
    writeFileSync(join(scratch, k === 0 ? stocks : id), ['symbol,from,to,group', ...rows].join('\n'));
  });
  return bars;
}

function plateau(...args: readonly string[]): void {
  const { status, stderr } = spawnSync(process.execPath, ['apps/cli/bin/plateau.mjs', ...args], {
    encoding: 'utf8',
  });
  expect(status, stderr).toBe(0);
}

/** Runs a strategy file on the Skerry stocks with SK60 as benchmark. @returns the folder with what it wrote */
export function runHeadless(scratch: string, strategy: string): string {
  const bars = layOut(scratch, 'universe.csv');
  const out = join(scratch, 'out');
  const universe = join(scratch, 'universe.csv');
  plateau('run', strategy, '--bars', bars, '--universe', universe, '--benchmark', 'SK60', '--out', out);
  return out;
}

/** Runs blend files in this folder on the Skerry stocks, which they name as the page does. @returns the folders with what it wrote */
export function blendHeadless(scratch: string, ...blends: readonly string[]): string[] {
  const bars = layOut(scratch, 'skerry-stocks');
  return blends.map((blend) => {
    const out = `${blend}.out`;
    plateau('blend', blend, '--bars', bars, '--benchmark', 'SK60', '--out', out);
    return out;
  });
}

/** Runs a study file in this folder on the Skerry universes, which it names as the page does. @returns the folder with what it wrote */
export function studyHeadless(scratch: string, study: string): string {
  const bars = layOut(scratch, 'skerry-stocks');
  const out = `${study}.out`;
  plateau('study', study, '--bars', bars, '--out', out);
  return out;
}

/**
 * Tells the evening of what is followed in this folder, on the Skerry market so many sessions after its last one.
 * @returns the folder with what it wrote
 */
export function eveningHeadless(scratch: string, followed: string, ahead: number): string {
  const skerry = createSkerryMarket('small');
  const later = sessionsAhead(skerry);
  const bars = join(scratch, `bars ${ahead}`);
  mkdirSync(bars, { recursive: true });
  for (const symbol of skerry.bars.keys()) {
    const its = later.bars(symbol, ahead);
    if (its) writeFileSync(join(bars, `${symbol}.csv`), historyCsv(its));
  }
  const out = `${followed}.out`;
  plateau('evening', followed, '--bars', bars, '--out', out);
  return out;
}
