'use client';

import { isoFromDay, type StudyAxis, valuesOf, type Walk, yearOf } from '@plateau/core';
import { axisName, placeName } from '@/model/studies/axis-words.ts';

interface WindowsChartProps {
  readonly axes: readonly StudyAxis[];
  readonly walk: Walk;
  /** a window's number, from 0 */
  readonly lit: number | undefined;
  readonly onLight: (window: number) => void;
}

const WIDE = 900;
const LEFT = 70;
const ROW = 9;
const STEPS = 74;
const GAP = 26;

/** The windows as strips, training thin and test thick, and under them what was chosen on each axis, as steps over time. */
export function WindowsChart({ axes, walk, lit, onLight }: WindowsChartProps) {
  const { windows, cells } = walk;
  const first = windows[0]?.trainFrom ?? 0;
  const last = windows[windows.length - 1]?.testTo ?? 1;
  const x = (day: number): number => LEFT + ((day - first) / Math.max(1, last - first)) * (WIDE - LEFT - 10);
  const strips = windows.length * ROW;
  const height = strips + axes.length * (STEPS + GAP) + 26;
  const years: number[] = [];
  for (let year = yearOf(first) + 1; year <= yearOf(last); year++) years.push(year);
  const each = Math.max(1, Math.ceil(years.length / 14));
  const dayOfYear = (year: number): number => Date.UTC(year, 0, 1) / 86_400_000;
  return (
    <svg
      data-drawing
      viewBox={`0 0 ${WIDE} ${height}`}
      className="block w-full max-w-[62rem] select-none"
      role="img"
      aria-label="Windows over time, and the setting chosen in each"
    >
      {years
        .filter((_year, k) => k % each === 0)
        .map((year) => (
          <g key={year}>
            <path d={`M${x(dayOfYear(year))} 0V${height - 18}`} stroke="var(--hairline)" strokeWidth={0.7} />
            <text
              x={x(dayOfYear(year))}
              y={height - 5}
              fontSize={11}
              textAnchor="middle"
              fill="var(--ink-soft)"
            >
              {year}
            </text>
          </g>
        ))}
      {windows.map(({ trainFrom, trainTo, testFrom, testTo }, j) => {
        const y = j * ROW + ROW / 2;
        return (
          // biome-ignore lint/a11y/noStaticElementInteractions: the table has every window for the keyboard
          <g
            key={testFrom}
            onClick={() => onLight(j)}
            className="cursor-pointer"
            opacity={lit === undefined || lit === j ? 1 : 0.45}
          >
            <title>{`chosen on ${isoFromDay(trainFrom)} to ${isoFromDay(trainTo)}, traded ${isoFromDay(testFrom)} to ${isoFromDay(testTo)}`}</title>
            <rect
              x={x(trainFrom)}
              y={y - ROW / 2}
              width={x(testTo) - x(trainFrom)}
              height={ROW}
              fill="transparent"
            />
            <path
              d={`M${x(trainFrom)} ${y}H${x(trainTo)}`}
              stroke="var(--hairline-strong)"
              strokeWidth={1.2}
            />
            <rect
              x={x(testFrom)}
              y={y - 3}
              width={Math.max(1, x(testTo) - x(testFrom))}
              height={6}
              fill="var(--ridge)"
            />
          </g>
        );
      })}
      {axes.map((axis, k) => {
        const values = valuesOf(axis);
        const top = strips + GAP + k * (STEPS + GAP);
        const y = (place: number): number =>
          top + STEPS - 6 - (values.length > 1 ? (place / (values.length - 1)) * (STEPS - 14) : 0);
        let path = '';
        windows.forEach(({ cell, testFrom, testTo }) => {
          const value = cell === undefined ? undefined : cells[cell]?.[k];
          const place = value === undefined ? -1 : values.indexOf(value);
          if (place < 0) return;
          path += `${path === '' || path.endsWith('Z') ? 'M' : 'L'}${x(testFrom)} ${y(place)}L${x(testTo)} ${y(place)}`;
        });
        return (
          <g key={axisName(axis)}>
            <text x={0} y={top - 6} fontSize={12} fill="var(--ink)">
              {axisName(axis)} chosen
            </text>
            {[0, values.length - 1].map((place) => (
              <g key={place}>
                <path d={`M${LEFT} ${y(place)}H${WIDE - 10}`} stroke="var(--hairline)" strokeWidth={0.7} />
                <text x={LEFT - 6} y={y(place) + 4} fontSize={11} textAnchor="end" fill="var(--ink-soft)">
                  {placeName(axis, values[place] ?? '')}
                </text>
              </g>
            ))}
            <path d={path} fill="none" stroke="var(--ridge)" strokeWidth={2} />
          </g>
        );
      })}
    </svg>
  );
}
