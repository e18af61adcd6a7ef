// Small markets at the edges of the contract, each with what simulation.md, rule-language.md or statistics.md asks of it.

import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { expect, it } from 'vitest';
import { runCommand } from '../src/run.ts';

type Row = Record<string, string>;

interface Result {
  readonly trades: readonly Row[];
  readonly decisions: readonly Row[];
  readonly days: readonly string[];
  readonly figures: Record<string, number | null | Record<string, number | null>>;
}

/** Runs a market with its first symbol as the benchmark. */
async function run(name: string): Promise<Result> {
  const folder = join(import.meta.dirname, 'edges', name);
  const [first = ''] = readdirSync(join(folder, 'bars')).sort();
  const out = mkdtempSync(join(tmpdir(), 'plateau-edge-'));
  try {
    await runCommand({
      strategy: join(folder, 'strategy.json'),
      bars: join(folder, 'bars'),
      universe: join(folder, 'universe.csv'),
      benchmark: first.replace('.csv', ''),
      out,
    });
    const csv = (file: string): Row[] =>
      Papa.parse<Row>(readFileSync(join(out, file), 'utf8'), { header: true, skipEmptyLines: true }).data;
    return {
      trades: csv('trades.csv'),
      decisions: csv('decisions.csv'),
      days: csv('equity.csv').map(({ date = '' }) => date),
      figures: JSON.parse(readFileSync(join(out, 'summary.json'), 'utf8')).figures,
    };
  } finally {
    rmSync(out, { recursive: true });
  }
}

const outcomesOn = ({ decisions }: Result, day: string): string[] =>
  decisions.filter(({ date }) => date === day).map(({ symbol, outcome }) => `${symbol} ${outcome}`);

it('fills a stop whose level the low meets but for rounding: 10 less 6 % is 9.4', async () => {
  const [trade] = (await run('stop-on-the-low')).trades;
  expect(trade).toMatchObject({ exitDate: '2020-01-07', exitReason: 'stop' });
  expect(Number(trade?.exitPrice)).toBeCloseTo(9.4, 12);
});

it('fills a target whose level the high meets but for rounding: 50 and 10 % is 55', async () => {
  const [trade] = (await run('target-on-the-high')).trades;
  expect(trade).toMatchObject({ exitDate: '2020-01-07', exitReason: 'target' });
  expect(Number(trade?.exitPrice)).toBeCloseTo(55, 12);
});

it('does not call a value rising that rounding moved: three typical prices of 18.2 / 3', async () => {
  expect((await run('rising-by-rounding')).decisions).toEqual([]);
});

it('counts no rise or fall that rounding made in the money flow index', async () => {
  const { decisions } = await run('money-flow');
  expect(decisions.find(({ date }) => date === '2020-01-08')?.rank).toBe('50');
});

it('takes ranks that differ by rounding in the order of symbols', async () => {
  expect(outcomesOn(await run('tie-by-rounding'), '2020-01-08')).toEqual(['A taken', 'B no-slot']);
});

it('gives values that differ by rounding one place in the universe', async () => {
  const today = (await run('place-by-rounding')).decisions.filter(({ date }) => date === '2020-01-08');
  expect(today.map(({ rank }) => rank)).toEqual(['1', '1']);
});

it('finds no slope in nine closes that read the same backwards', async () => {
  expect(outcomesOn(await run('slope-by-rounding'), '2020-01-27')).toEqual([]);
  expect(outcomesOn(await run('slope-by-rounding'), '2020-01-28')).toEqual(['A too-small']);
});

it('reads a correlation of one measure with another', async () => {
  expect((await run('correlation')).decisions).toEqual([]);
});

it.each(['one-month', 'one-week'])('reads a span of one bar: %s', async (name) => {
  expect((await run(name)).trades).toEqual([]);
});

it('ends weeks on days of the run, not on those of an instrument it does not read', async () => {
  expect((await run('stranger')).days).toEqual(['2020-01-10', '2020-01-17', '2020-01-24', '2020-01-31']);
});

it('takes no order for the dust that is left of the cash', async () => {
  const result = await run('dust');
  expect(result.trades.map(({ symbol }) => symbol)).toEqual(['A']);
  expect(outcomesOn(result, '2020-01-06')).toEqual(['A shrunk', 'B no-cash']);
});

it.each(['zero-atr', 'zero-atr-capped'])('gives no size by an ATR of 0: %s', async (name) => {
  const { trades, decisions } = await run(name);
  expect(trades).toEqual([]);
  expect(new Set(decisions.map(({ outcome }) => outcome))).toEqual(new Set(['too-small']));
});

it('has no initial risk, no R and no target by R where the stop stands on the winning side', async () => {
  const [trade, ...more] = (await run('target-behind')).trades;
  expect(more).toEqual([]);
  expect(trade).toMatchObject({ entryPrice: '100', exitDate: '', riskPerShare: '0', r: '' });
});

it('enters neither side where both rules are true, also of what is held and leaves', async () => {
  const result = await run('both-sides');
  expect(result.trades.map(({ side }) => side)).toEqual(['long']);
  expect(outcomesOn(result, '2020-01-08')).toEqual(['A both-sides']);
});

it.each(['group-0', 'group-1'])(
  'counts the group of the decision day, whatever the order of rows: %s',
  async (name) => {
    const { trades } = await run(name);
    expect(trades.map(({ symbol, entryDate }) => `${symbol} ${entryDate}`)).toEqual([
      'A 2020-01-08',
      'B 2020-01-09',
    ]);
  },
);

it('knows no lowest of three profits before there are three', async () => {
  expect((await run('lowest-of-profit')).trades[0]).toMatchObject({
    exitDate: '2020-01-10',
    exitReason: 'rule',
  });
});

it('has no Sharpe or Sortino ratio and no alpha where only the cash rate was earned', async () => {
  const { figures } = await run('idle-sharpe');
  expect(figures).toMatchObject({ sharpe: null, sortino: null, benchmark: { alpha: 0 } });
});

it('fills a stop beyond the opening at that opening', async () => {
  expect((await run('stop-beyond-the-opening')).trades[0]).toMatchObject({
    entryPrice: '101',
    exitDate: '2020-01-07',
    exitPrice: '101',
    exitReason: 'stop',
  });
});
