'use client';

import { at, type GapYear, isoFromDay } from '@plateau/core';
import { count } from '@/ui/format.ts';

const CELL = 10;
const ROW = 11;
const LABEL = 34;

interface GapCalendarProps {
  readonly years: readonly GapYear[];
  readonly onOpen: (day: number) => void;
}

/** Years by weeks: paper where every session has its bar, a rust mark as high as the share of those that are missing. */
export function GapCalendar({ years, onOpen }: GapCalendarProps) {
  const missing = years.reduce((sum, year) => sum + year.missing.reduce((a, b) => a + b, 0), 0);
  return (
    <figure className="overflow-auto">
      <svg
        role="img"
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
              return (
                // biome-ignore lint/a11y/noStaticElementInteractions: the list below opens the same days by keyboard
                <g key={week} onClick={gone > 0 ? () => onOpen(day) : undefined}>
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
                      className="cursor-pointer"
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
