'use client';

import type { Report } from '@plateau/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { percent } from '@/ui/format.ts';
import { Toggle } from '@/ui/toggle.tsx';

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const VIEWS = ['strategy', 'benchmark', 'difference'] as const;
type View = (typeof VIEWS)[number];

/** Months by years: the strategy's, the benchmark's, or how far one was ahead. */
export function CalendarSection({
  calendar,
  benchmark,
}: {
  calendar: Report['calendar'];
  benchmark: string;
}) {
  const [view, setView] = useState<View>('strategy');
  const { strategy, benchmark: theirs } = calendar;
  const of = (mine: number, held: number): number =>
    view === 'strategy' ? mine : view === 'benchmark' ? held : mine - held;
  const table = view === 'benchmark' ? theirs : strategy;
  const names: Record<View, string> = {
    strategy: 'Strategy',
    benchmark: `${benchmark} held`,
    difference: 'Difference',
  };
  return (
    <>
      <Toggle
        label="Whose months"
        value={view}
        choices={VIEWS.map((value) => [value, names[value]] as const)}
        onChange={setView}
        className="mb-2"
      />
      <table aria-label="Returns by month" className="w-full max-w-5xl text-right">
        <thead>
          <tr className="border-b border-hairline">
            <th scope="col" className="text-left font-normal text-soft">
              Year
            </th>
            {MONTHS.map((month) => (
              <th key={month} scope="col" className="px-1 font-normal">
                {month}
              </th>
            ))}
            <th scope="col" className="px-1 font-semibold">
              Year
            </th>
          </tr>
        </thead>
        <tbody>
          {strategy.rows.map((row, r) => {
            const held = theirs.rows[r];
            return (
              <tr key={row.year} className="border-b border-hairline">
                <th scope="row" className="text-left font-normal">
                  {row.year}
                </th>
                {MONTHS.map((month, m) => (
                  <Cell key={month} value={of(row.months[m] ?? Number.NaN, held?.months[m] ?? Number.NaN)} />
                ))}
                <Cell value={of(row.total, held?.total ?? Number.NaN)} bold />
              </tr>
            );
          })}
        </tbody>
      </table>
      {view !== 'difference' && (
        <p className="pt-1 text-soft">
          Best month {percent(table.bestMonth)}, worst {percent(table.worstMonth)};{' '}
          {percent(table.winningMonths, 0)} of months and {percent(table.winningYears, 0)} of years were above
          nothing.
        </p>
      )}
    </>
  );
}

function Cell({ value, bold = false }: { value: number; bold?: boolean }) {
  return (
    <td
      className={clsx(
        'px-1',
        bold && 'font-semibold',
        value > 0 ? 'text-gain' : value < 0 ? 'text-loss' : 'text-soft',
      )}
    >
      {Number.isNaN(value) ? '' : percent(value)}
    </td>
  );
}
