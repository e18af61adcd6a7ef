import type { ShownRun } from '@plateau/core';

/** Whether two runs of the same question came to the same. */
export function isSameRun(a: ShownRun, b: ShownRun): boolean {
  return (
    a.marks.day.length === b.marks.day.length &&
    a.marks.equity.every((value, t) => value === b.marks.equity[t]) &&
    a.benchmark.every((value, t) => value === b.benchmark[t]) &&
    JSON.stringify([a.trades, a.openTrades, a.figures]) ===
      JSON.stringify([b.trades, b.openTrades, b.figures])
  );
}
