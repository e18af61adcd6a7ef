'use client';

import { at } from '@plateau/core';
import type { LogEntry } from '@/model/logbook/entry.ts';

interface CurvesProps {
  readonly entries: readonly LogEntry[];
  readonly width: number;
  readonly height: number;
  readonly label: string;
}

/** A line's strokes, so that curves differ by more than their colour. */
const STROKES = [
  { stroke: 'var(--ridge)', strokeDasharray: undefined },
  { stroke: 'var(--accent)', strokeDasharray: '6 2' },
];

/** Equity of one or two variants over the benchmark of the first, on one scale; no axes. */
export function Curves({ entries, width, height, label }: CurvesProps) {
  const [first] = entries;
  if (!first) return null;
  const all = [...entries.flatMap(({ curve }) => [...curve.equity]), ...first.curve.benchmark];
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const days = entries.flatMap(({ curve }) => [at(curve.days, 0), at(curve.days, curve.days.length - 1)]);
  const [start, end] = [Math.min(...days), Math.max(...days)];
  const path = (at: Int32Array, values: Float64Array): string =>
    Array.from(at, (day, k) => {
      const x = ((day - start) / Math.max(1, end - start)) * width;
      const y = height - 1 - (((values[k] ?? low) - low) / Math.max(1e-9, high - low)) * (height - 2);
      return `${k === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
    }).join('');
  return (
    <svg role="img" aria-label={label} viewBox={`0 0 ${width} ${height}`} width={width} height={height}>
      <path
        d={path(first.curve.days, first.curve.benchmark)}
        fill="none"
        stroke="var(--ink-soft)"
        strokeDasharray="2 2"
        strokeWidth={0.8}
      />
      {entries.map((entry, k) => (
        <path
          key={entry.id}
          d={path(entry.curve.days, entry.curve.equity)}
          fill="none"
          strokeWidth={1.3}
          {...STROKES[k % STROKES.length]}
        />
      ))}
    </svg>
  );
}
