'use client';

import type { CalendarRow, CalendarTable, Report } from '@plateau/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { percent } from '@/ui/format.ts';
import { Toggle } from '@/ui/toggle.tsx';

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const VIEWS = ['strategy', 'benchmark', 'difference'] as const;
type View = (typeof VIEWS)[number];

interface CalendarSectionProps {
  readonly calendar: Report['calendar'];
  readonly benchmark: string;
  /** what its own months are called */
  readonly whose?: string;
}

/** Months by years: the strategy's, the benchmark's, or how far one was ahead. */
export function CalendarSection({ calendar, benchmark, whose = 'Strategy' }: CalendarSectionProps) {
  const [view, setView] = useState<View>('strategy');
  const table = view === 'difference' ? undefined : calendar[view];
  return (
    <>
      <Toggle
        label="Whose months"
        value={view}
        choices={VIEWS.map((value) => [value, nameOf(value, benchmark, whose)] as const)}
        onChange={setView}
        className="mb-2"
      />
      <Months label="Returns by month" rows={table?.rows ?? calendar.difference} />
      {table && <Best table={table} />}
    </>
  );
}

/** All three under each other, as on paper. */
export function CalendarPaper({ calendar, benchmark, whose = 'Strategy' }: CalendarSectionProps) {
  return (
    <div className="grid gap-4">
      {VIEWS.map((view) => (
        <div key={view}>
          <h4 className="font-semibold">{nameOf(view, benchmark, whose)}</h4>
          <Months
            label={nameOf(view, benchmark, whose)}
            rows={view === 'difference' ? calendar.difference : calendar[view].rows}
          />
          {view !== 'difference' && <Best table={calendar[view]} />}
        </div>
      ))}
    </div>
  );
}

function nameOf(view: View, benchmark: string, whose: string): string {
  return { strategy: whose, benchmark: `${benchmark} held`, difference: 'Difference' }[view];
}

function Best({ table }: { table: CalendarTable }) {
  return (
    <p className="pt-1 text-soft">
      Best month {percent(table.bestMonth)}, worst {percent(table.worstMonth)};{' '}
      {percent(table.winningMonths, 0)} of months and {percent(table.winningYears, 0)} of years had a gain.
    </p>
  );
}

/** A table of months by years. */
export function Months({ label, rows }: { label: string; rows: readonly CalendarRow[] }) {
  const most = largestOf(rows);
  return (
    <table aria-label={label} className="w-full max-w-5xl text-right">
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
        {rows.map(({ year, months, total }) => (
          <tr key={year} className="border-b border-hairline">
            <th scope="row" className="text-left font-normal">
              {year}
            </th>
            {MONTHS.map((month, m) => (
              <Cell key={month} value={months[m] ?? Number.NaN} most={most} />
            ))}
            <Cell value={total} bold />
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The largest month of a table, either way. */
function largestOf(rows: readonly CalendarRow[]): number {
  const sizes = rows.flatMap(({ months }) => Array.from(months, (value) => Math.abs(value ?? 0)));
  return Math.max(0, ...sizes.filter((size) => !Number.isNaN(size)));
}

/** Percent of the tint behind the largest month: enough to see, and the number stays readable. */
const MOST_TINT = 22;

interface CellProps {
  readonly value: number;
  readonly bold?: boolean;
  /** the value that is tinted most; nothing is tinted where it is left out */
  readonly most?: number;
}

function Cell({ value, bold = false, most = 0 }: CellProps) {
  const tint = most > 0 && !Number.isNaN(value) ? (Math.abs(value) / most) * MOST_TINT : 0;
  const colour = value > 0 ? 'var(--gain)' : 'var(--loss)';
  return (
    <td
      style={
        tint > 0
          ? { background: `color-mix(in srgb, ${colour} ${tint.toFixed(0)}%, transparent)` }
          : undefined
      }
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
