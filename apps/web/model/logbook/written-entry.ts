// An entry of the logbook as JSON can hold it: columns as lists, undefined figures as null.

import type { Figures } from '@plateau/core';
import type { LogEntry } from './entry.ts';

type Written<T> = { [K in keyof T]: T[K] extends number ? number | null : Written<T[K]> };

export interface WrittenEntry extends Omit<LogEntry, 'curve' | 'figures'> {
  readonly figures: Written<Figures>;
  readonly curve: Readonly<Record<keyof LogEntry['curve'], readonly number[]>>;
}

export function writableEntry({ curve, figures, ...rest }: LogEntry): WrittenEntry {
  return {
    ...rest,
    figures: JSON.parse(JSON.stringify(figures)),
    curve: {
      days: [...curve.days],
      equity: [...curve.equity],
      benchmark: [...curve.benchmark],
    },
  };
}

export function readEntry({ curve, figures, ...rest }: WrittenEntry): LogEntry {
  return {
    ...rest,
    figures: JSON.parse(JSON.stringify(figures), (_key, value) => (value === null ? Number.NaN : value)),
    curve: {
      days: Int32Array.from(curve.days),
      equity: Float64Array.from(curve.equity),
      benchmark: Float64Array.from(curve.benchmark),
    },
  };
}
