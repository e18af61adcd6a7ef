// The headline figures on standard output, strategy and benchmark side by side.

import {
  at,
  benchmarkFigureOf,
  type FigureKind,
  figureOf,
  headlineFigures,
  isoFromDay,
  type Run,
} from '@plateau/core';

type Row = readonly [label: string, strategy: string, benchmark: string];

const fixed =
  (digits: number, unit = '', times = 1) =>
  (x: number): string =>
    Number.isFinite(x) ? `${(times * x).toFixed(digits)}${unit}` : '–';

const WRITTEN: Partial<Record<FigureKind, (x: number) => string>> = {
  percent: fixed(2, '%', 100),
  'fine-percent': fixed(2, '%', 100),
  count: fixed(0),
  days: fixed(0, ' d'),
};

export function figuresTable(
  { figures, marks }: Pick<Run, 'figures' | 'marks'>,
  name: string,
  benchmark: string,
): string {
  const rows: Row[] = [
    ['', name || 'strategy', benchmark],
    ...headlineFigures.map((entry): Row => {
      const write = WRITTEN[entry.kind] ?? fixed(2);
      return [
        entry.name,
        write(figureOf(figures, entry)),
        write(benchmarkFigureOf(figures, entry) ?? Number.NaN),
      ];
    }),
  ];
  const widths = [0, 1, 2].map((k) => Math.max(...rows.map((row) => at(row, k).length)));
  const lines = rows.map(([label, ours, theirs]) =>
    [label.padEnd(at(widths, 0)), ours.padStart(at(widths, 1)), theirs.padStart(at(widths, 2))]
      .join('  ')
      .trimEnd(),
  );
  const span = `${isoFromDay(at(marks.day, 0))} to ${isoFromDay(at(marks.day, marks.day.length - 1))}`;
  return `${span}\n${lines.join('\n')}\n`;
}
