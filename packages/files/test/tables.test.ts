// A run's tables in three formats must hold the same, to the last digit.

import { type Bars, createEngine, dayFromIso, type Run } from '@plateau/core';
import { strFromU8, unzipSync } from 'fflate';
import { readSheet } from 'read-excel-file/universal';
import { describe, expect, it } from 'vitest';
import { readTable } from '../src/import/tables.ts';
import { runTablesFile } from '../src/run-export.ts';
import { ledgerTable, ordersTable, tradesTable } from '../src/run-tables.ts';
import { readStrategy, STRATEGY_FORMAT } from '../src/strategy-file.ts';
import { type Table, tableCsv } from '../src/tables.ts';
import { tableParquet } from '../src/tables-parquet.ts';
import { tablesXlsx } from '../src/tables-xlsx.ts';

const first = dayFromIso('2020-01-06') as number;
/** A made-up instrument that swings, on every day of the week. */
function swinging(level: number, days: number): Bars {
  const close = Float64Array.from({ length: days }, (_x, i) => level * (1 + 0.2 * Math.sin(i / 3)));
  return {
    day: Int32Array.from({ length: days }, (_x, i) => first + i),
    open: close,
    high: close.map((x) => x * 1.01),
    low: close.map((x) => x * 0.99),
    close,
    volume: new Float64Array(days).fill(1000),
  };
}

const strategy = readStrategy(
  {
    format: STRATEGY_FORMAT,
    name: 'Swing',
    long: {
      enter: 'close > 5-day average',
      exit: 'close < 5-day average',
      stops: { initial: { percent: 8 } },
    },
    limits: { positions: 2 },
    costs: { commission: { fixed: 1 }, slippage: 5 },
  },
  'x',
);
if (!strategy.ok) throw new Error(JSON.stringify(strategy.problems));
const outcome = createEngine(
  new Map([
    ['KELP', swinging(20, 90)],
    ['TIDE', swinging(7, 60)],
  ]),
  [{ symbol: 'KELP' }, { symbol: 'TIDE' }],
).run({ strategy: strategy.value, benchmark: 'KELP' });
if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
const run: Run = outcome.run;

/** The rows of a file as the import reads them, by the cells' texts. */
async function rowsOf(
  kind: 'csv' | 'xlsx' | 'parquet',
  bytes: Uint8Array,
): Promise<readonly (readonly string[])[]> {
  const table = await readTable(kind, bytes);
  if (!table.ok) throw new Error(table.message);
  return table.rows.filter((row) => row.some((cell) => cell !== ''));
}

const asText = ({ columns, rows }: Table): string[][] => [
  columns.map(({ name }) => name),
  ...rows.map((row) => row.map((cell) => (cell === undefined || Number.isNaN(cell) ? '' : String(cell)))),
];

describe('a table', () => {
  const trades = tradesTable([...run.trades, ...run.openTrades]);

  it('reads back the same from each format', async () => {
    expect(trades.rows.length).toBeGreaterThan(5);
    expect(await rowsOf('csv', new TextEncoder().encode(tableCsv(trades)))).toEqual(asText(trades));
    expect(await rowsOf('xlsx', await tablesXlsx([trades]))).toEqual(asText(trades));
    expect(await rowsOf('parquet', tableParquet(trades))).toEqual(asText(trades));
  });

  it('without rows is its header', async () => {
    const empty = tradesTable([]);
    expect(await rowsOf('csv', new TextEncoder().encode(tableCsv(empty)))).toEqual(asText(empty));
    expect(await rowsOf('xlsx', await tablesXlsx([empty]))).toEqual(asText(empty));
    expect(await rowsOf('parquet', tableParquet(empty))).toEqual(asText(empty));
  });

  it('too long for a sheet is refused with words that help', async () => {
    const rows = new Array(1_048_576).fill(['x']);
    const long: Table = { name: 'decisions', columns: [{ name: 'a', kind: 'text' }], rows };
    await expect(tablesXlsx([long])).rejects.toThrow(/“decisions” has 1048576 rows.*take CSV or Parquet/);
  });
});

describe('all tables of a run', () => {
  it('are one workbook with a sheet for each', async () => {
    const file = await runTablesFile(run, 'xlsx');
    const buffer = file.slice().buffer;
    const figures = await readSheet(buffer, 'figures');
    expect(figures).toContainEqual(['cagr', run.figures.cagr, run.figures.benchmark.cagr]);
    expect((await readSheet(buffer, 'equity')).length).toBe(run.marks.day.length + 1);
    expect((await readSheet(buffer, 'ledger')).length).toBe(run.ledger.day.length + 1);
    expect((await readSheet(buffer, 'decisions')).length).toBe(run.decisions.day.length + 1);
  });

  it('are a zip of the same tables as CSV or as Parquet', async () => {
    const csv = unzipSync(await runTablesFile(run, 'csv'));
    const parquet = unzipSync(await runTablesFile(run, 'parquet'));
    const names = [
      'decisions',
      'equity',
      'figures',
      'ledger',
      'orders',
      'trades',
      'returns-by-day',
      'returns-by-month',
      'returns-by-week',
    ];
    expect(Object.keys(csv).sort()).toEqual([...names.map((name) => `${name}.csv`), 'summary.json'].sort());
    for (const name of names) {
      const text = await rowsOf('csv', csv[`${name}.csv`] as Uint8Array);
      expect(await rowsOf('parquet', parquet[`${name}.parquet`] as Uint8Array), name).toEqual(text);
    }
    expect(JSON.parse(strFromU8(csv['summary.json'] as Uint8Array)).figures.cagr).toBe(run.figures.cagr);
  });

  it('add up: the ledger to the last cash, the orders to what stays', () => {
    const amounts = ledgerTable(run).rows.map((row) => Number(row[4]));
    const cash = amounts.reduce((a, b) => a + b, 0);
    expect(cash).toBeCloseTo(run.marks.cash[run.marks.cash.length - 1] as number, 6);
    const rows = ordersTable(run).rows;
    const kept = run.openTrades.length - rows.filter((row) => row[1] === 'leave').length;
    const protectedRows = rows.filter((row) => row[1] === 'protect');
    expect(protectedRows.length).toBe(kept);
    for (const row of protectedRows) {
      const trade = run.openTrades.find(({ symbol }) => symbol === row[2]);
      expect(row[5]).toBeCloseTo((trade?.entryPrice ?? 0) * 0.92, 9);
    }
  });
});
