import { at } from '@plateau/core';
import type { LogEntry } from './entry.ts';

/** A variant, unless it ran past the first day that may not be seen. */
export function seenOf(entry: LogEntry, shut: number): LogEntry | undefined {
  return at(entry.curve.days, entry.curve.days.length - 1) < shut ? entry : undefined;
}
