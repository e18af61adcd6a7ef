'use client';

import { calendarDifference } from '@plateau/core';
import { useState } from 'react';
import { percent } from '@/ui/format.ts';
import { Months } from '../report/calendar-section.tsx';
import { PlainTable } from '../report/plain-table.tsx';
import type { Shown } from './shown.ts';

interface CalendarsProps {
  readonly shown: readonly Shown[];
  readonly names: readonly string[];
}

/** Years of all the runs; months of one of them, or of how far it was ahead of another. */
export function Calendars({ shown, names }: CalendarsProps) {
  const [own, setOwn] = useState(0);
  const [less, setLess] = useState(-1);
  const calendars = shown.map(({ report }) => report.calendar.strategy);
  const years = [...new Set(calendars.flatMap(({ rows }) => rows.map(({ year }) => year)))].sort(
    (a, b) => a - b,
  );
  const totalOf = (k: number, year: number): number =>
    calendars[k]?.rows.find((row) => row.year === year)?.total ?? Number.NaN;
  const [one, other] = [calendars[own] ?? calendars[0], calendars[less]];
  if (!one) return null;
  const field = 'rounded-sm border border-hairline bg-raised px-1 py-0.5';
  return (
    <div className="flex flex-wrap gap-x-10 gap-y-3">
      <PlainTable
        label="Years side by side"
        head={['Year', ...names]}
        rows={years.map((year) => [String(year), ...calendars.map((_c, k) => percent(totalOf(k, year)))])}
      />
      <div className="min-w-0 flex-1">
        <p className="flex items-center gap-2 pb-1">
          <label>
            Months of{' '}
            <select
              aria-label="Months of"
              value={own}
              onChange={(event) => setOwn(Number(event.target.value))}
              className={field}
            >
              {names.map((name, k) => (
                <option key={name} value={k}>
                  {name}
                </option>
              ))}
            </select>
          </label>
          <label>
            less{' '}
            <select
              aria-label="less those of"
              value={less}
              onChange={(event) => setLess(Number(event.target.value))}
              className={field}
            >
              <option value={-1}>nothing</option>
              {names.map((name, k) => (
                <option key={name} value={k}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        </p>
        <Months label="Months side by side" rows={other ? calendarDifference(one, other) : one.rows} />
      </div>
    </div>
  );
}
