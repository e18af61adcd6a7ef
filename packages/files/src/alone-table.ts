// The rules on each instrument by itself as a table: one row an instrument, fractions as numbers.

import type { PerInstrument } from '@plateau/core';
import type { Table } from './tables.ts';
import type { Cell } from './write-csv.ts';

const COLUMNS: readonly (readonly [name: string, of: (row: PerInstrument) => Cell])[] = [
  ['profit', (row) => row.profit],
  ['heldProfit', (row) => row.heldProfit],
  ['totalReturn', ({ strategy }) => strategy.totalReturn],
  ['cagr', ({ strategy }) => strategy.cagr],
  ['heldCagr', ({ held }) => held.cagr],
  ['more', (row) => row.more],
  ['volatility', ({ strategy }) => strategy.volatility],
  ['sharpe', ({ strategy }) => strategy.sharpe],
  ['heldSharpe', ({ held }) => held.sharpe],
  ['maxDrawdown', ({ strategy }) => strategy.maxDrawdown],
  ['heldMaxDrawdown', ({ held }) => held.maxDrawdown],
  ['averageDrawdown', ({ strategy }) => strategy.averageDrawdown],
  ['returnToDrawdown', ({ strategy }) => strategy.returnToDrawdown],
  ['mar', ({ strategy }) => strategy.mar],
  ['exposure', ({ strategy }) => strategy.exposure],
  ['trades', ({ strategy }) => strategy.trades],
  ['winRate', ({ strategy }) => strategy.winRate],
  ['profitFactor', ({ strategy }) => strategy.profitFactor],
  ['expectancy', ({ strategy }) => strategy.expectancy],
  ['eligibleBars', (row) => row.eligible],
];

/** In the order given. */
export function perInstrumentTable(rows: readonly PerInstrument[]): Table {
  return {
    name: 'each alone',
    columns: [
      { name: 'symbol', kind: 'text' },
      ...COLUMNS.map(([name]) => ({ name, kind: 'number' }) as const),
    ],
    rows: rows.map((row) => [row.symbol, ...COLUMNS.map(([, of]) => of(row))]),
  };
}
