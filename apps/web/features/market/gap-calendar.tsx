'use client';

import { at, type GapYear, isoFromDay } from '@plateau/core';
import { type KeyboardEvent, useState } from 'react';
import { count } from '@/ui/format.ts';

const CELL = 10;
const ROW = 11;
const LABEL = 34;

interface GapCalendarProps {
  readonly years: readonly GapYear[];
  readonly onOpen: (day: number) => void;
}

const STEPS: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 };

/**
 * Years by weeks: paper where every session has its bar, a rust mark as high as the share of those that are missing. Tab
 * reaches one of the marks, arrows lead from one to the next, Enter opens its first day.
 */
export function GapCalendar({ years, onOpen }: GapCalendarProps) {
  const missing = years.reduce((sum, year) => sum + year.missing.reduce((a, b) => a + b, 0), 0);
  const marks = years.flatMap((year) =>
    [...year.firstMissing].filter((_, week) => at(year.missing, week) > 0),
  );
  const [reached, setReached] = useState(0);
  const onKeyDown = (event: KeyboardEvent<SVGGElement>, day: number): void => {
    if (event.key === 'Enter' || event.key === ' ') onOpen(day);
    const step = STEPS[event.key];
    if (step === undefined && event.key !== ' ') return;
    event.preventDefault();
    const next = Math.min(marks.length - 1, Math.max(0, marks.indexOf(day) + (step ?? 0)));
    setReached(next);
    event.currentTarget.closest('svg')?.querySelector<SVGGElement>(`[data-day="${marks[next]}"]`)?.focus();
  };
  return (
    <figure className="overflow-auto">
      <svg
        role="group"
        aria-label={`Missing sessions by year and week: ${missing === 0 ? 'none' : count(missing)}`}
        width={LABEL + 53 * CELL}
        height={years.length * ROW + 2}
      >
        {years.map((year, row) => (
          <g key={year.year} transform={`translate(0 ${row * ROW + 1})`}>
            <text x={0} y={9} fontSize={9.5} fill="var(--ink-soft)">
              {year.year}
            </text>
            {Array.from(year.sessions, (sessions, week) => {
              if (sessions === 0) return null;
              const gone = at(year.missing, week);
              const day = at(year.firstMissing, week);
              const height = gone === 0 ? 0 : Math.max(3, (gone / sessions) * (ROW - 2));
              const mark = gone > 0 && {
                role: 'button',
                tabIndex: day === marks[Math.min(reached, marks.length - 1)] ? 0 : -1,
                'aria-label': `${gone} of ${sessions} sessions missing, from ${isoFromDay(day)}`,
                'data-day': day,
                onClick: () => onOpen(day),
                onKeyDown: (event: KeyboardEvent<SVGGElement>) => onKeyDown(event, day),
                className: 'cursor-pointer',
              };
              return (
                <g key={week} {...mark}>
                  <rect
                    x={LABEL + week * CELL}
                    width={CELL - 1}
                    height={ROW - 2}
                    fill="var(--land)"
                    opacity={0.45}
                  />
                  {gone > 0 && (
                    <rect
                      x={LABEL + week * CELL}
                      y={ROW - 2 - height}
                      width={CELL - 1}
                      height={height}
                      fill="var(--loss)"
                    >
                      <title>{`${gone} of ${sessions} sessions missing, from ${isoFromDay(day)}`}</title>
                    </rect>
                  )}
                </g>
              );
            })}
          </g>
        ))}
      </svg>
    </figure>
  );
}
