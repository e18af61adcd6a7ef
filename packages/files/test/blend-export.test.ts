// A blend's tables, taken out.

import { blendBench, createEngine, type Universe } from '@plateau/core';
import { strFromU8, unzipSync } from 'fflate';
import { beforeAll, expect, it } from 'vitest';
import { blendTablesFile } from '../src/blend-export.ts';
import { readBlend } from '../src/blend-file.ts';
import { blendSummaryJson } from '../src/blend-tables.ts';

const days = Int32Array.from({ length: 300 }, (_x, k) => 14_000 + k + 2 * Math.floor(k / 5));
const wave = (length: number) => {
  const close = Float64Array.from(days, (_d, k) => 50 + 0.02 * k + 8 * Math.sin(k / length));
  return { day: days, open: close, high: close, low: close, close, volume: close };
};
const market = new Map(['A', 'B', 'IX'].map((symbol, k) => [symbol, wave(9 + 4 * k)]));
const universe: Universe = [{ symbol: 'A' }, { symbol: 'B' }];

const strategy = (days: number): object => ({
  format: 'plateau-strategy/2',
  name: `line ${days}`,
  long: { enter: `close > ${days}-day average`, exit: `close < ${days}-day average` },
});

async function mixed() {
  const read = readBlend(
    {
      format: 'plateau-blend/1',
      form: 'apart',
      review: 'month-end',
      moveCost: 10,
      parts: [
        { name: 'quick, "short"', share: 60, strategy: strategy(5), universe: 'all' },
        { name: 'slow', share: 40, strategy: strategy(20), universe: 'all' },
      ],
    },
    'blend.json',
  );
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const bench = blendBench(market, async (name) => ({
    name,
    universe,
    engine: createEngine(market, universe),
  }));
  const asked = { blend: read.value, benchmark: 'IX' };
  const outcome = await bench.mix(asked, () => true);
  const beside = await bench.beside(asked, () => true);
  if (outcome.kind !== 'done' || !beside) throw new Error('it mixes');
  return { ...outcome.mixed, beside };
}

let run: Awaited<ReturnType<typeof mixed>>;
beforeAll(async () => {
  run = await mixed();
});

it('holds every table as CSV, each row with its part, and the summary', async () => {
  const files = unzipSync(await blendTablesFile(run, 'csv'));
  const text = (name: string): string[] =>
    strFromU8(files[name] ?? new Uint8Array())
      .trim()
      .split('\n');
  expect(Object.keys(files).sort()).toEqual([
    'contributions.csv',
    'decisions.csv',
    'equity.csv',
    'orders.csv',
    'summary.json',
    'trades.csv',
  ]);
  expect(text('equity.csv')[0]).toBe('date,equity,"quick, ""short""",slow,benchmark');
  expect(text('equity.csv')).toHaveLength(run.marks.day.length + 1);
  expect(text('trades.csv')).toHaveLength(run.trades.length + run.openTrades.length + 1);
  expect(text('trades.csv')[0]).toMatch(/^part,symbol,/);
  expect(strFromU8(files['summary.json'] ?? new Uint8Array())).toBe(blendSummaryJson(run));
});

it('adds up, year by year, to what the blend earned', async () => {
  const files = unzipSync(await blendTablesFile(run, 'csv'));
  const [head = '', ...rows] = strFromU8(files['contributions.csv'] ?? new Uint8Array())
    .trim()
    .split('\n');
  expect(head.endsWith('rest,total')).toBe(true);
  const total = rows.reduce((sum, row) => sum + Number(row.split(',').at(-1)), 0);
  expect(total).toBeCloseTo((run.marks.equity.at(-1) ?? 0) - 100_000, 6);
});

it.each(['xlsx', 'parquet'] as const)('is made as %s too', async (format) => {
  expect((await blendTablesFile(run, format)).length).toBeGreaterThan(1000);
});
