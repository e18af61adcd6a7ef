'use client';

import { at, type CorrelationMatrix, meanCorrelation } from '@plateau/core';
import { correlationTable } from '@plateau/files';
import { useMemo, useState } from 'react';
import { TableOut } from '@/parts/table-out.tsx';
import { count, ratio } from '@/ui/format.ts';
import { Toggle } from '@/ui/toggle.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { correlationsInWorker } from '@/workers/correlations-client.ts';

const BY = [
  ['day', 'by day'],
  ['week', 'by week'],
] as const;

/** How alike the returns of a universe's instruments are, each with each, numbers on tints. */
export function Correlations({ name, symbols }: { name: string; symbols: readonly string[] }) {
  const [by, setBy] = useState<'day' | 'week'>('day');
  const {
    value: matrix,
    fault,
    waiting,
  } = useAnswer((signal) => correlationsInWorker(symbols, by, signal), [symbols.join(' '), by]);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="flex flex-wrap items-center gap-3 py-1">
        <Toggle label="Returns" value={by} choices={BY} onChange={setBy} />
        <span className="text-soft" role="status">
          {fault ?? (waiting || !matrix ? 'Correlated …' : words(matrix))}
        </span>
        {matrix && (
          <span className="ml-auto flex gap-2">
            <TableOut
              table={() => correlationTable(matrix)}
              rows={matrix.symbols.length}
              one="instrument"
              name={`${name} correlations ${by === 'day' ? 'by day' : 'by week'}`}
            />
          </span>
        )}
      </div>
      {matrix && <Matrix matrix={matrix} />}
    </div>
  );
}

function words(matrix: CorrelationMatrix): string {
  return `${count(matrix.symbols.length, 'instrument')}; the mean of all pairs is ${ratio(meanCorrelation(matrix))}.`;
}

/** Less is written as nothing, which has no sign. */
const NOTHING = 0.005;

/** Percent of the tint behind a correlation of one. */
const MOST_TINT = 30;

function Matrix({ matrix }: { matrix: CorrelationMatrix }) {
  const { symbols } = matrix;
  const rows = useMemo(
    () =>
      symbols.map((symbol, i) => (
        <tr key={symbol}>
          <th scope="row" className="sticky left-0 bg-paper pr-2 text-left font-normal">
            {symbol}
          </th>
          {symbols.map((other, j) => (
            <Cell key={other} value={at(matrix.values, i * symbols.length + j)} isSelf={i === j} />
          ))}
        </tr>
      )),
    [matrix, symbols],
  );
  return (
    <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Correlations">
      <table aria-label="Correlation of returns" className="text-right text-[0.85rem]">
        <thead>
          <tr>
            <td className="sticky top-0 left-0 z-10 bg-paper" />
            {symbols.map((symbol) => (
              <th key={symbol} scope="col" className="sticky top-0 bg-paper px-1 font-normal">
                {symbol}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>{rows}</tbody>
      </table>
    </div>
  );
}

function Cell({ value, isSelf }: { value: number; isSelf: boolean }) {
  if (isSelf) return <td className="bg-sunk" />;
  const tint = Number.isNaN(value) ? 0 : Math.abs(value) * MOST_TINT;
  const colour = value < 0 ? 'var(--loss)' : 'var(--waterline)';
  return (
    <td
      className="px-1"
      style={{ background: `color-mix(in srgb, ${colour} ${tint.toFixed(0)}%, transparent)` }}
    >
      {ratio(Math.abs(value) < NOTHING ? 0 : value)}
    </td>
  );
}
