'use client';

import { calendarDifference } from '@plateau/core';
import { useState } from 'react';
import { Months } from '@/parts/report/calendar-section.tsx';
import { percent } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { Select } from '@/ui/select.tsx';
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
  const runs = names.map((name, k) => [String(k), name] as const);
  return (
    <div className="flex flex-wrap gap-x-10 gap-y-3">
      <PlainTable
        label="Years side by side"
        head={['Year', ...names]}
        rows={years.map((year) => [String(year), ...calendars.map((_c, k) => percent(totalOf(k, year)))])}
      />
      <div className="min-w-0 flex-1">
        <p className="flex items-center gap-2 pb-1">
          Months of{' '}
          <Select label="Months of" value={String(own)} choices={runs} onChange={(k) => setOwn(Number(k))} />
          less{' '}
          <Select
            label="less those of"
            value={String(less)}
            choices={[['-1', 'nothing'], ...runs]}
            onChange={(k) => setLess(Number(k))}
          />
        </p>
        <Months label="Months side by side" rows={other ? calendarDifference(one, other) : one.rows} />
      </div>
    </div>
  );
}
