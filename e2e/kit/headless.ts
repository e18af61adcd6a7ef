// The headless runner on the demo market, for tests that hold the page against it.

import { spawnSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { isoFromDay } from '@plateau/core';
import { createSkerryMarket, historyCsv } from '@plateau/skerry';
import { expect } from '@playwright/test';

/** Runs a strategy file on the Skerry stocks with SK60 as benchmark. @returns the folder with what it wrote */
export function runHeadless(scratch: string, strategy: string): string {
  const skerry = createSkerryMarket();
  const bars = join(scratch, 'bars');
  mkdirSync(bars, { recursive: true });
  for (const [symbol, its] of skerry.bars) writeFileSync(join(bars, `${symbol}.csv`), historyCsv(its));
  const iso = (day: number | undefined): string => (day === undefined ? '' : isoFromDay(day));
  const rows =
    skerry.universes[0]?.members.map((m) => `${m.symbol},${iso(m.from)},${iso(m.to)},${m.group}`) ?? [];
  const universe = join(scratch, 'universe.csv');
  writeFileSync(universe, ['symbol,from,to,group', ...rows].join('\n'));
  const out = join(scratch, 'out');
  const { status, stderr } = spawnSync(
    'npx',
    ['plateau', 'run', strategy, '--bars', bars, '--universe', universe, '--benchmark', 'SK60', '--out', out],
    { encoding: 'utf8' },
  );
  expect(status, stderr).toBe(0);
  return out;
}
