// A run of the comparison, and how its line is drawn.

import type { Report, ShownRun } from '@plateau/core';
import type { KeptRun } from '@/model/rows.ts';

export interface Shown {
  readonly kept: KeptRun;
  readonly run: Pick<ShownRun, 'marks' | 'benchmark' | 'trades' | 'openTrades' | 'figures'>;
  readonly report: Report;
}

/** Strokes that differ by more than their colour. */
export const STROKES = [
  { stroke: 'var(--ridge)' },
  { stroke: 'var(--accent)', strokeDasharray: '7 3' },
  { stroke: 'var(--waterline)', strokeDasharray: '2 2' },
  { stroke: 'var(--loss)', strokeDasharray: '9 3 2 3' },
  { stroke: 'var(--word-instrument)', strokeDasharray: '4 2' },
  { stroke: 'var(--focus)', strokeDasharray: '1 3' },
] as const;
/** The first run's benchmark. */
export const HELD = { stroke: 'var(--ink-soft)', strokeDasharray: '6 3.5' } as const;
