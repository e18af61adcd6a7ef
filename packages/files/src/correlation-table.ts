// Correlations of instruments as a table: a row and a column an instrument.

import { at, type CorrelationMatrix } from '@plateau/core';
import type { Table } from './tables.ts';

export function correlationTable({ symbols, values }: CorrelationMatrix): Table {
  return {
    name: 'correlations',
    columns: [
      { name: 'symbol', kind: 'text' },
      ...symbols.map((name) => ({ name, kind: 'number' }) as const),
    ],
    rows: symbols.map((symbol, i) => [
      symbol,
      ...symbols.map((_other, j) => {
        const value = at(values, i * symbols.length + j);
        return Number.isNaN(value) ? undefined : value;
      }),
    ]),
  };
}
